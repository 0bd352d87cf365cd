import { expect, test, type Page } from '@playwright/test'
import { LONG, go, layOut, openStudio, pourToTheEnd, stir } from './bench.ts'

const sheet = (page: Page) => page.getByRole('dialog')
const open = (page: Page) => page.getByRole('button', { name: 'Recipes' }).click()
const grams = async (page: Page) =>
  Number.parseFloat(await page.locator('[data-layer="pour"] dl dd').last().innerText())

test('a plan is kept as a recipe, written as an open file, opened in another studio, and laid into a larger mold', async ({
  page,
  browser,
}, testInfo) => {
  await openStudio(page, '/plan')
  await page.getByLabel('Name of the batch').fill('Night coasters')
  await page.getByLabel('Mold 1').selectOption('Round coaster')
  await page.getByLabel('Add a layer', { exact: true }).selectOption('back')
  await page.locator('[data-layer="back"]').getByRole('button', { name: 'Tint it' }).click()
  await open(page)
  await expect(sheet(page)).toContainText('None kept yet')
  await sheet(page).getByRole('button', { name: 'Keep it' }).click()
  const kept = sheet(page).locator('[data-recipe]:not([data-recipe^="shipped"])')
  await expect(kept).toContainText('Night coasters')
  await expect(kept).toContainText('Round coaster, bloom, one layer over it')
  // Under the same name it is changed, in its place.
  await sheet(page).getByLabel('Note', { exact: true }).fill('Thin back first')
  await sheet(page).getByRole('button', { name: 'Change it' }).click()
  await expect(kept).toContainText('Thin back first')
  await expect(kept).toHaveCount(1)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    kept.getByRole('button', { name: 'Save Night coasters as a file' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('Night-coasters.recipe.json')
  const path = testInfo.outputPath('night.recipe.json')
  await file.saveAs(path)

  await test.step('elsewhere: a file that is none is told, the recipe is taken', async () => {
    const context = await browser.newContext({ storageState: undefined })
    const other = await context.newPage()
    await openStudio(other, '/plan')
    await open(other)
    const field = sheet(other).getByLabel('Open a recipe file')
    await field.setInputFiles({
      name: 'x.json',
      mimeType: 'application/json',
      buffer: Buffer.from('{"format":"x"}'),
    })
    await expect(sheet(other)).toContainText('no recipe file, expected "format": "nublo/recipe"')
    await expect(sheet(other)).toContainText('Nothing was kept.')
    await field.setInputFiles(path)
    const there = sheet(other).locator('[data-recipe]').filter({ hasText: 'Night coasters' })
    await expect(there).toBeVisible()
    await there.getByRole('button', { name: 'Begin', exact: true }).click()
    await expect(sheet(other)).toHaveCount(0)
    await expect(other.getByLabel('Name of the batch')).toHaveValue('Night coasters')
    await expect(other.locator('[data-opens="back"]').first()).toBeVisible()
    await expect.poll(() => grams(other)).toBeGreaterThan(0)
    const small = await grams(other)
    await open(other)
    await sheet(other).getByLabel('Laid into').selectOption({ label: 'Flower tray' })
    await there.getByRole('button', { name: 'Begin', exact: true }).click()
    await expect(other.getByLabel('Mold 1').locator('option:checked')).toHaveText('Flower tray')
    await expect.poll(() => grams(other)).toBeGreaterThan(1.5 * small)
    await context.close()
  })

  await test.step('it is let go, and taken back', async () => {
    await kept.getByRole('button', { name: 'Let go of Night coasters' }).click()
    await expect(kept).toHaveCount(0)
  })
})

test('a plan is begun from so much resin, or from what was poured', LONG, async ({ page }) => {
  await openStudio(page, '/plan')
  await page.getByText('Plain', { exact: true }).click()
  await open(page)
  const much = sheet(page).getByLabel('A and B together')
  await much.fill('9000')
  await expect(sheet(page)).toContainText('More than these molds take')
  await much.fill('200')
  await expect(sheet(page)).toContainText(/It lies \d+\.\d mm deep/)
  await sheet(page).getByRole('button', { name: 'So deep' }).click()
  await expect.poll(() => grams(page)).toBeCloseTo(200, 0)
  await open(page)
  await expect(sheet(page).locator('[data-full]')).toContainText(/hold [\d.]+ ml to the brim/)
  await sheet(page).getByRole('button', { name: 'Fill them' }).click()
  await expect.poll(() => grams(page)).toBeGreaterThan(210)
  await open(page)
  await sheet(page).getByRole('link').first().click()
  await expect(page.getByRole('heading', { level: 1, name: 'Repeat a batch' })).toBeVisible()
  await go(page, '/plan')
})

test(
  'the order of a way is written on and the way given a name; what a rule forbids cannot be chosen; kept as a recipe and poured, it is one’s own',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByRole('button', { name: 'Change the order' }).click()
    const order = page.getByRole('dialog', { name: 'The order of the hands' })
    const row = (id: string) => page.locator(`[data-score-step="${id}"]`)
    const leaveOut = async (id: string) => {
      await row(id).getByRole('button', { name: /^More/ }).click()
      await row(id).getByRole('button', { name: 'Leave it out' }).click()
    }
    await leaveOut('settle')
    await expect(order.getByRole('alert')).toContainText('White on moving ink travels with it')
    await leaveOut('white')
    await expect(order.getByRole('alert')).toContainText('The whole pour is timed for it')
    await leaveOut('bubbles')
    await expect(row('bubbles')).toHaveCount(0)
    await row('lookLate').getByRole('button', { name: /^More/ }).click()
    const figures = page.locator('[data-own-step="lookLate"]')
    await figures.getByLabel('So long after').fill('90')
    await figures.getByLabel('A note at it').fill('By torch from the side.')
    await order.getByLabel(/^Name of this way/).fill('Late look bloom')
    await expect(order.getByLabel('What you wrote')).toContainText('90 min after “Pipe the white”')
    await page.keyboard.press('Escape')
    await expect(page.getByRole('heading', { name: 'Late look bloom' })).toBeVisible()
    await open(page)
    await sheet(page).getByRole('button', { name: 'Keep it' }).click()
    await expect(sheet(page).locator('[data-recipe]').first()).toContainText('late look bloom')
    await page.keyboard.press('Escape')
    await page.reload()
    await expect(page.getByRole('heading', { name: 'Late look bloom' })).toBeVisible()
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    const keys = await pourToTheEnd(page)
    expect(keys).toContain('lookLate')
    expect(keys).not.toContain('bubbles')
  },
)

test('recipes that ship: each begins as a sound plan with its figures', LONG, async ({ page }) => {
  await openStudio(page, '/plan')
  await open(page)
  await sheet(page)
    .getByText(/^\d+ recipes to begin from$/)
    .click()
  const names = await sheet(page).locator('[data-recipe^="shipped"] .font-semibold').allInnerTexts()
  expect(names.length).toBeGreaterThanOrEqual(22)
  await page.keyboard.press('Escape')
  for (const name of names) {
    await open(page)
    await sheet(page)
      .getByText(/^\d+ recipes to begin from$/)
      .click()
    await sheet(page)
      .locator('[data-recipe^="shipped"]')
      .filter({ hasText: name })
      .getByRole('button', { name: 'Begin', exact: true })
      .click()
    await expect(page.getByLabel('Name of the batch')).toHaveValue(name)
    await expect(page.locator('[aria-busy="false"] [data-worksheet]')).toBeVisible()
    await expect.poll(() => grams(page)).toBeGreaterThan(0)
    await expect(page.locator('[data-gravity="stop"]')).toHaveCount(0)
    await expect(page.getByRole('button', { name: 'Lay the bench out' })).toBeEnabled()
  }
})
