import { expect, test, type Page } from '@playwright/test'
import { LONG, go, layOut, mark, onRack, openStudio, pourToTheEnd, stepKey, stir, wait } from './bench.ts'

async function pourResting(page: Page, minutes: number): Promise<void> {
  await openStudio(page, '/pour/demo-8')
  await layOut(page)
  await stir(page)
  await wait(page, minutes)
}

/** The molds are filled, and the first ink is at hand. */
async function pourToTheInks(page: Page): Promise<void> {
  await openStudio(page, '/pour/demo-8')
  await layOut(page)
  await stir(page)
  while (!(await stepKey(page)).startsWith('ink')) {
    await wait(page, 0.5)
    await mark(page)
  }
}

const believed = (page: Page) => page.locator('[data-believed]')

async function readCup(page: Page, text: string): Promise<void> {
  await page.getByRole('button', { name: 'Reading' }).click()
  await page.getByLabel('Resin, or room').fill(text)
  await page.getByRole('button', { name: 'Resin, by probe' }).click()
}

/** Width in minutes of "White is best between 22 min and 41 min". */
async function bandWidth(page: Page): Promise<number> {
  const [, low, high] = /best between (\d+) min and (\d+) min/.exec(await believed(page).innerText()) ?? []
  return Number(high) - Number(low)
}

test('a reading narrows the windows at once, and undo takes it back exactly', async ({ page }) => {
  await pourResting(page, 10)
  await expect(believed(page)).toContainText('No reading yet')
  const before = await believed(page).innerText()
  const wide = await bandWidth(page)
  await readCup(page, '28.5')
  await expect(believed(page)).toContainText('After 1 reading this resin seems')
  expect(await bandWidth(page)).toBeLessThan(0.9 * wide)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(believed(page)).toHaveText(before)
})

test('a reading in Fahrenheit is taken for what it is, and one that no course explains is told', async ({
  page,
}) => {
  await pourResting(page, 10)
  await readCup(page, '83 F')
  await expect(believed(page)).toContainText('After 1 reading')
  await expect(believed(page)).not.toContainText('does not fit')
  await readCup(page, '75 C')
  await expect(page.getByRole('alert')).toContainText('In the other unit it is 24 °C')
  await page.getByRole('button', { name: 'It is 75 °C' }).click()
  await expect(believed(page)).toContainText('75.0 °C by probe at 10 min does not fit this resin')
  // At ten minutes no such cup has run away: the thermometer is asked about first, and what to do if it is true is said.
  await expect(believed(page)).toContainText('If it is so hot:')
  await expect(page.getByText(/this cup has run away/)).toHaveCount(0)
})

test('a warm cup brings the decant forward on every place', async ({ page }) => {
  await pourResting(page, 8)
  const waiting = async () =>
    (await page.locator('[data-step]').getByRole('status').innerText()).replace(/\D+/g, ' ')
  const before = await waiting()
  await readCup(page, '31')
  await expect(believed(page)).toContainText('quicker than its record')
  await expect.poll(waiting).not.toBe(before)
  await go(page, '/shelf')
  await expect(page.getByLabel('Live pours')).toContainText(/Saffron soft squares: Rest in the deep cup/)
  await page.goBack()
  await mark(page)
})

test(
  'given up with its molds filled, it is left to cure as it is, and comes to the rack like any other',
  LONG,
  async ({ page }) => {
    await pourToTheInks(page)
    await page.getByRole('button', { name: 'Give up' }).click({ delay: 1500 })
    await expect(page.getByText('What is in the molds cures all the same.')).toBeVisible()
    await page.getByRole('button', { name: 'Leave it as it is, and let it cure' }).click()
    // First the pour is taken up again, then what was still to go in is left out.
    await expect(page.locator('[data-step]')).toBeVisible()
    await expect(page.locator('[data-step^="ink"]')).toHaveCount(0)
    const keys = await pourToTheEnd(page)
    expect(keys.filter((key) => /^(ink|white|shape)/.test(key))).toEqual([])
    await go(page, '/rack')
    await expect(onRack(page, 'Saffron soft squares')).toBeVisible()
  },
)

test('given up before the white, it is ended as petri while drops still spread', LONG, async ({ page }) => {
  await pourToTheInks(page)
  await mark(page)
  await page.getByRole('button', { name: 'Give up' }).click({ delay: 1500 })
  await page.getByRole('button', { name: /^End it as petri, within \d+ min/ }).click()
  // What was inked stays inked; white ink goes on every ink, and nothing is piped or dragged.
  await expect(page.locator('[data-step^="endDrops"]')).toBeVisible()
  await expect(page.getByText(/\d+ drops of white ink, one on each ink/)).toBeVisible()
  const keys = await pourToTheEnd(page)
  const laid = keys.filter((key) => /^(endDrops|ink|settle|white|shape)/.test(key))
  expect(laid.slice(0, 3)).toEqual(['endDrops.1', 'ink.2', 'endDrops.2'])
  expect(laid.filter((key) => /^(settle|white|shape)/.test(key))).toEqual([])
  await go(page, '/log/demo-8')
  await expect(page.getByText('Ended as petri')).toBeVisible()
})

test('a pour that is given up can be gone on with, or planned again', LONG, async ({ page }) => {
  await pourResting(page, 5)
  // A tap is no giving up: it is held.
  await page.getByRole('button', { name: 'Give up' }).click()
  await expect(page.getByText('Hold it for a moment to give the pour up.', { exact: true })).toBeVisible()
  await expect(page.locator('[data-step="rest"]')).toBeVisible()
  await page.getByRole('button', { name: 'Give up' }).click({ delay: 1500 })
  await expect(page.getByText('This pour was given up')).toBeVisible()
  await page.getByRole('button', { name: 'Go on after all' }).click()
  await expect(page.locator('[data-step="rest"]')).toBeVisible()
  // By key it is held, too; what reads the screen out cannot hold, and asks by a click alone.
  await page.getByRole('button', { name: 'Give up' }).focus()
  await page.keyboard.press('Enter', { delay: 1500 })
  await expect(page.getByText('This pour was given up')).toBeVisible()
  await page.getByRole('button', { name: 'Go on after all' }).click()
  await page.getByRole('button', { name: 'Give up' }).evaluate((button) => (button as HTMLElement).click())
  await page.getByRole('link', { name: 'Plan it again' }).click()
  await expect(page.getByLabel('Name of the batch')).toHaveValue('Saffron soft squares again')
})
