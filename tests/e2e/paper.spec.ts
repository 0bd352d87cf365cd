import { expect, test, type Page } from '@playwright/test'
import { LONG, go, openStudio } from './bench.ts'

/** Sides that what is on the page takes on that paper. */
async function sidesOn(page: Page, format: 'A4' | 'Letter'): Promise<number> {
  const pdf = await page.pdf({ format })
  return pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)?.length ?? 0
}

/** Nothing on a side reaches beyond it. */
async function overhang(page: Page): Promise<number> {
  await page.emulateMedia({ media: 'print' })
  const over = await page
    .locator('.paper-side')
    .evaluateAll((sides) => Math.max(...sides.map((side) => side.scrollWidth - side.clientWidth)))
  await page.emulateMedia({ media: null })
  return over
}

test('a plan prints on one sheet, both sides, on A4 and on Letter, with boxes to tick and room for what was done', async ({
  page,
}) => {
  await openStudio(page, '/plan')
  await expect(page.locator('[data-worksheet]')).toBeVisible()
  for (const format of ['A4', 'Letter'] as const) expect(await sidesOn(page, format)).toBe(2)
  await page.emulateMedia({ media: 'print' })
  const paper = page.locator('[data-paper]')
  await expect(paper.getByText('A, resin')).toBeVisible()
  await expect(paper.getByRole('columnheader', { name: 'done at' }).first()).toBeVisible()
  await expect(paper.getByRole('img', { name: /^Pattern of / })).toBeVisible()
  await expect(page.getByRole('heading', { level: 1, name: 'Plan a batch' })).toBeHidden()
  await page.emulateMedia({ media: null })
  await expect(paper).toHaveCount(0)
})

test('with five layers and six cups it is still one sheet, and nothing is cut off', async ({ page }) => {
  await openStudio(page, '/plan')
  for (const start of ['back', 'secondPour', 'paint', 'clearCoat', 'gilding'])
    await page.getByLabel('Add a layer', { exact: true }).selectOption(start)
  await page.locator('[data-opens="back"]').first().click()
  const back = page.locator('[data-layer="back"]')
  for (let cups = 0; cups < 6; cups++)
    await back.getByRole('button', { name: /^(Tint it|One more cup)$/ }).click()
  await expect(page.locator('[data-days]')).toContainText('gilding')
  for (const format of ['A4', 'Letter'] as const) expect(await sidesOn(page, format)).toBe(2)
  expect(await overhang(page)).toBeLessThanOrEqual(1)
})

test('the coming days print as a list to tick, with the grams of each job', LONG, async ({ page }) => {
  await openStudio(page)
  await go(page, '/rack')
  const paper = page.locator('[data-paper]')
  await expect(page.locator('[data-job]').first()).toBeVisible()
  await page.emulateMedia({ media: 'print' })
  await expect(paper.getByText(/Pour the back layer/).first()).toBeVisible()
  await expect(paper.getByText(/\d+\.\d g of A and \d+\.\d g of B/).first()).toBeVisible()
  await page.emulateMedia({ media: null })
  for (const format of ['A4', 'Letter'] as const) expect(await sidesOn(page, format)).toBe(1)
})
