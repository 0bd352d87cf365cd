import { expect, test, type Page } from '@playwright/test'
import { EMPTY, go, layOut, mark, openStudio, stir, wait } from './bench.ts'

test('the shelf says what was believed of a resin before and now, from which runs; one can be left out', async ({
  page,
}) => {
  await openStudio(page, '/shelf')
  const learned = page.locator('[data-learned="demo-heron"]')
  await expect(learned).toContainText(/After 3 runs it is believed to be \d+ % quicker than its record/)
  await learned.getByText('From which runs?').click()
  const first = learned.getByRole('checkbox').first()
  await first.click()
  await expect(learned).toContainText('After 2 runs')
  await expect(learned).toContainText('left out')
  await learned.getByRole('button', { name: 'Reset what was learned' }).click()
  await expect(learned).toContainText('No run counts')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(learned).toContainText('After 2 runs')
  await first.click()
  await expect(learned).toContainText('After 3 runs')
})

test('the next plan starts from what runs and outcomes taught', async ({ page }) => {
  await openStudio(page, '/plan')
  await expect(page.locator('[data-sureness]')).toContainText('Narrowed by 3 runs of this resin')
  await page
    .getByRole('combobox', { name: 'Resin', exact: true })
    .selectOption({ label: 'Tidepool Slow, 100 : 45 by weight' })
  await expect(page.locator('[data-sureness]')).toContainText('The record alone')
  await go(page, '/shelf')
  await page.getByRole('tab', { name: 'Learned timing' }).click()
  await expect(page.locator('[data-band="technique-bloom"]')).toContainText(/\d+ judged pieces/)
})

test('a resin from its data sheet: what is silent is named, what cannot be is refused', async ({ page }) => {
  await openStudio(page, `${EMPTY}/shelf`)
  await page.getByRole('button', { name: 'Add a resin' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Wren Clear')
  const typical = await page.locator('[data-width]').innerText()
  await page.getByLabel('Mixed viscosity').fill('900 cP')
  await page.getByRole('textbox', { name: 'Pot life', exact: true }).fill('45')
  await page.getByLabel('Pot life of a mass of').fill('150')
  await page.getByRole('button', { name: 'Work it out from the sheet' }).click()
  await expect(page.getByText('No demold time')).toBeVisible()
  await expect(page.locator('[data-width]')).not.toHaveText(typical)
  await page.getByLabel('Demold after').fill('400')
  await page.getByRole('button', { name: 'Work it out from the sheet' }).click()
  await expect(page.getByText(/With that pot life it would demold after/)).toBeVisible()
  await page.getByLabel('Demold after').fill('24')
  await page.getByRole('button', { name: 'Work it out from the sheet' }).click()
  await expect(page.getByText('All three figures are used')).toBeVisible()
  await page.getByRole('tab', { name: 'One noted run' }).click()
  await page.getByLabel('In the cup stood').fill('150')
  await page.getByLabel('Room then').fill('22')
  await page.getByLabel('Minutes from stop-stir').fill('20')
  await page.getByLabel('the cup had then').fill('33')
  await page.getByRole('button', { name: 'Work it out from the run' }).click()
  await expect(page.getByText('Moved to what the notes say')).toBeVisible()
  await page.getByRole('button', { name: 'Put on the shelf' }).click()
  await expect(page.getByRole('heading', { name: 'Wren Clear' })).toBeVisible()
  await expect(page.getByText('One noted run (measured)')).toBeVisible()
})

async function planMany(page: Page): Promise<void> {
  await openStudio(page, '/plan')
  await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Round coaster' })
  await page
    .getByRole('textbox', { name: /^Pieces of/ })
    .first()
    .fill('12')
  await page.getByLabel('Room temperature').fill('25')
}

test('twelve pieces that do not fit are planned as staggered mixes', async ({ page }) => {
  await planMany(page)
  await expect(page.getByText('12 pieces do not fit the window')).toBeVisible()
  await page
    .locator('[data-gravity]')
    .filter({ hasText: '12 pieces do not fit the window' })
    .getByRole('button', { name: /Plan it as \d mixes/ })
    .click()
  await expect(page.getByText(/mix 1 of \d/).first()).toBeVisible()
  await expect(page.getByText(/mix 2 of \d/).first()).toBeVisible()
})

test('every cup strategy is shown with its effect and can be chosen', async ({ page }) => {
  await openStudio(page, '/plan')
  const atOnce = page.getByRole('button', { name: /^Pour at once, wait in the mold/ })
  await expect(atOnce).toContainText(/Decant at \d+ min/)
  await atOnce.click()
  await expect(atOnce).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: /^Rest in two half cups/ }).click()
  await expect(page.getByText('Second half, in its own cup').first()).toBeVisible()
  await expect(page.locator('[data-white-cup]')).toContainText('in its bag, is followed by itself')
})

test('the trusted sign leads the strip and says what to wait for', async ({ page }) => {
  await openStudio(page, '/studio')
  await page.getByLabel('The sign you trust').selectOption('temperature')
  await expect(page.getByLabel('The sign you trust')).toHaveValue('temperature')
  await go(page, '/pour/demo-8')
  await layOut(page)
  await stir(page)
  await wait(page, 6)
  await expect(page.getByRole('status').filter({ hasText: 'Until the cup has warmed to' })).toBeVisible()
  await expect(page.locator('[data-scale]').first()).toHaveAttribute('data-scale', 'temperature')
  await wait(page, 12)
  await mark(page)
})

test('a run can be played again on the strip in the log', async ({ page }) => {
  await openStudio(page, '/log/demo-2')
  const replay = page.locator('[data-replay]')
  await replay.getByRole('slider', { name: 'Minute of the run' }).fill('15')
  await expect(replay).toContainText('15 min:')
  await expect(replay).toContainText('by probe')
  await replay.getByRole('button', { name: 'Play the run again' }).click()
  await page.clock.runFor(5000)
  await replay.getByRole('button', { name: 'Hold' }).click()
  // Five seconds are fifteen minutes; a slow machine lets some more pass before it holds.
  const minute = replay.getByRole('slider', { name: 'Minute of the run' })
  expect(Number(await minute.inputValue())).toBeGreaterThanOrEqual(30)
  await page.getByText(/\d+ marks/).click()
  await expect(page.getByRole('cell', { name: /Read: .* by probe/ }).first()).toBeVisible()
})
