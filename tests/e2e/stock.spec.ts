import { readFile } from 'node:fs/promises'
import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { LONG, go, layOut, openStudio, stir } from './bench.ts'

const left = async (text: string | null) => Number.parseFloat(text ?? '')

test('a pour takes what it mixed off the shelf, a count is an entry, and the book can be saved', async ({
  page,
}) => {
  await openStudio(page, '/shelf')
  await page.getByRole('tab', { name: /Supplies/ }).click()
  const partA = page.locator('[data-item="demo-heron-a"]')
  const before = await left(await partA.locator('[data-left]').textContent())
  const gloves = page.locator('[data-item="demo-gloves"] [data-left]')
  const glovesBefore = await left(await gloves.textContent())
  await go(page, '/pour/demo-8')
  await layOut(page)
  await stir(page)
  await go(page, '/shelf')
  await page.getByRole('tab', { name: /Supplies/ }).click()
  await expect(async () => {
    expect(await left(await partA.locator('[data-left]').textContent())).toBeLessThan(before - 50)
  }).toPass()
  expect(await left(await gloves.textContent())).toBe(glovesBefore - 2)
  await partA.getByText(/\d+ entries/).click()
  await expect(partA.getByText(/poured for Saffron soft squares/)).toBeVisible()
  await partA.getByRole('button', { name: /^Counted/ }).click()
  await partA.getByLabel('How much is there now, g').fill('-5')
  await expect(partA.getByRole('status')).toContainText('amount counted is -5')
  await partA.getByLabel('How much is there now, g').fill('100')
  await partA.getByRole('button', { name: 'Put it in the book' }).click()
  await expect(partA.locator('[data-left]')).toHaveText('100 g')
  await expect(partA.getByText('running low')).toBeVisible()
  await expect(partA.getByText(/counted 100 g, .* less than believed/)).toBeVisible()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the entries as CSV' }).click(),
  ])
  expect(await readFile(await file.path(), 'utf8')).toContain('counted,100,g')
  const found = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze()
  expect(found.violations).toEqual([])
})

test(
  'a plan says what the shelf is short of, and what a piece costs and should fetch',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Round coaster' })
    const stock = page.locator('[data-stock]')
    await expect(stock.locator('[data-per-piece]')).toHaveText(/£\d+\.\d\d/)
    await go(page, '/studio')
    await page.getByLabel('Currency').selectOption('NOK')
    await expect(page.getByLabel('Currency')).toHaveValue('NOK')
    await go(page, '/plan')
    await expect(stock.locator('[data-per-piece]')).toContainText('NOK')
    const price = async () =>
      Number((await stock.locator('[data-price]').textContent())!.replace(/[^\d.]/g, ''))
    const first = await price()
    await stock.getByLabel('The market keeps, %').fill('50')
    await expect(async () => expect(await price()).toBeGreaterThan(1.8 * first)).toPass()
    await page.getByRole('textbox', { name: 'Pieces of Round coaster' }).fill('12')
    await expect(stock.getByText('The shelf is short')).toBeVisible()
    await expect(
      stock.getByText(/Heron Quick, part [AB]: [\d.]+ g needed, [\d.]+ g there/).first(),
    ).toBeVisible()
  },
)

test('a mold remembers its pours, its price and what happened to it', LONG, async ({ page }) => {
  await openStudio(page, '/shelf')
  await page.getByRole('tab', { name: /Molds/ }).click()
  const care = page.locator('[data-care="demo-coaster"]')
  await expect(care.getByText(/\d+ pours, about \d+ left in each/)).toBeVisible()
  await care.locator('summary').click()
  await care.getByLabel('Note').fill('Nick in the rim')
  await care.getByRole('button', { name: 'Damaged' }).click()
  await expect(care.getByText(/: damaged, Nick in the rim/)).toBeVisible()
  await page.reload()
  await page.getByRole('tab', { name: /Molds/ }).click()
  await expect(care.locator('summary')).toContainText('damaged')
  await go(page, '/plan')
  await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Round coaster' })
  await expect(page.locator('[data-stock]')).toContainText('Round coaster is damaged')
})
