import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import { LONG, openStudio } from './bench.ts'

const picture = (page: Page, moment: string) =>
  page
    .locator(`[data-moment="${moment}"] canvas`)
    .first()
    .evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL())

test('the face is seen before pouring: early, at its best and late, from both sides and before any back', async ({
  page,
}) => {
  await openStudio(page, '/plan')
  await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Round coaster' })
  await page.getByRole('link', { name: 'Pattern of Round coaster' }).click()
  await page.getByRole('button', { name: 'Show the face' }).click()
  await expect(page.locator('[data-face="done"]')).toBeVisible({ timeout: 200_000 })
  await expect(page.locator('[data-moment="right"]')).toHaveAttribute('data-verdict', 'inWindow')
  await expect(page.locator('[data-moment="late"]')).toHaveAttribute('data-verdict', 'tooLate')
  await expect(page.locator('[data-moment="late"]')).toContainText('Lines stay lines')
  const right = await picture(page, 'right')
  expect(await picture(page, 'late')).not.toBe(right)
  const bare = page.getByRole('img', { name: /, without a back$/ })
  await expect(bare).toHaveCount(3)
  await page.getByLabel('Before', { exact: true }).selectOption('gold')
  await expect(bare).toHaveCount(0)
  await expect.poll(() => picture(page, 'right')).not.toBe(right)
  const gold = await picture(page, 'right')
  await page.getByLabel('Seen from').selectOption('back')
  await expect.poll(() => picture(page, 'right')).not.toBe(gold)
  const back = await picture(page, 'right')
  await page.getByLabel('From the first drop or line to gel').fill('0')
  await expect.poll(() => picture(page, 'right')).not.toBe(back)

  const saving = page.waitForEvent('download')
  await page.locator('[data-moment="right"]').getByRole('button', { name: 'Save this picture (PNG)' }).click()
  const saved = await saving
  expect(saved.suggestedFilename()).toBe('nublo-back-right.png')
  const bytes = await readFile(await saved.path())
  expect(bytes.subarray(1, 4).toString()).toBe('PNG')
  expect([bytes.readUInt32BE(16), bytes.readUInt32BE(20)]).toEqual([640, 640])

  await page.getByLabel('Seen from').selectOption('face')
  await page.getByLabel('From the first drop or line to gel').fill('7')
  const asPlanned = await page.locator('[data-moment="late"]').innerText()
  await page.getByLabel('What if').selectOption('warmerRoom')
  await page.getByRole('button', { name: 'Show it again' }).click()
  await expect(page.locator('[data-face="done"]')).toBeVisible({ timeout: 200_000 })
  await expect(page.getByText('At the same minutes as planned')).toBeVisible()
  await expect(page.locator('[data-moment="right"]')).toContainText('room 5 °C warmer')
  expect(await page.locator('[data-moment="late"]').innerText()).not.toBe(asPlanned)

  const old = page.getByText('These faces are of the plan as it was.')
  await expect(old).toBeHidden()
  await page.getByRole('button', { name: '+ Swirl' }).click()
  await expect(old).toBeVisible()
  await page.getByRole('button', { name: 'Take back' }).click()
  await expect(old).toBeHidden()
})

test('a simulation can be stopped, and the page answers meanwhile', LONG, async ({ page }) => {
  await openStudio(page, '/plan')
  await page.getByRole('link', { name: /^Pattern of/ }).click()
  await page.getByLabel('Grid').selectOption('fine')
  await page.getByRole('button', { name: 'Show the face' }).click()
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
  await page.getByLabel('Name to keep it by').fill('While it runs')
  await expect(page.getByLabel('Name to keep it by')).toHaveValue('While it runs')
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('button', { name: 'Show it again' })).toBeVisible()
  await expect(page.locator('[data-moment]')).toHaveCount(0)
})

test(
  'a petri shows its cells, its back unlike its face, and no clear area where drops cover it',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Round coaster' })
    await page.getByText('Petri', { exact: true }).click()
    await page.getByRole('link', { name: 'Pattern of Round coaster' }).click()
    await expect(page.getByText('one on every drop of ink')).toBeVisible()
    await expect(page.getByRole('button', { name: '+ White rings' })).toHaveCount(0)
    await page.getByRole('button', { name: 'Show the face' }).click()
    await expect(page.locator('[data-face="done"]')).toBeVisible({ timeout: 200_000 })
    await expect(page.locator('[data-moment="right"]')).toContainText(
      /\d+ % of the colour went down to the face/,
    )
    const face = await picture(page, 'right')
    await page.getByLabel('Seen from').selectOption('back')
    await expect.poll(() => picture(page, 'right')).not.toBe(face)
  },
)
