import { expect, test, type Page } from '@playwright/test'
import { LONG, atHand, go, layOut, mark, openStudio, overOf, pourToTheEnd, stir, stepKey } from './bench.ts'

/** Another way at the step at hand, by the words of its button. */
async function anotherWay(page: Page, choice: RegExp): Promise<void> {
  await page.getByRole('button', { name: 'Another way' }).click()
  await page.getByRole('dialog').getByRole('button', { name: choice }).click()
  await expect(page.getByRole('dialog')).toHaveCount(0)
}

/** Marks steps until that one is at hand. */
async function until(page: Page, key: RegExp): Promise<void> {
  for (let k = 0; k < 40 && !key.test(await stepKey(page)); k++) await mark(page)
  expect(await stepKey(page)).toMatch(key)
}

test(
  'another way while pouring: a round more, a piece left out, one of it undone; nothing of it is marked as done',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByLabel('Name of the batch').fill('Another way')
    await page.getByLabel('Mold 1').selectOption('Round coaster')
    await page.getByText('Petri', { exact: true }).first().click()
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    // The cup has to be emptied, whatever one would like.
    await until(page, /^decant$/)
    await page.getByRole('button', { name: 'Another way' }).click()
    await expect(page.getByRole('dialog')).toContainText('It cannot be left out. The cup has to be emptied')
    await page.keyboard.press('Escape')
    await until(page, /^ink\.1$/)
    await mark(page)
    await anotherWay(page, /^Leave it out on this piece$/)
    await expect(page.locator('[data-step="cover"]')).toBeVisible()
    await page.getByRole('button', { name: 'Undo' }).first().click()
    await expect(page.locator('[data-step="ink.2"]')).toBeVisible()
    await page.getByRole('button', { name: 'Another way' }).click()
    await expect(page.getByRole('dialog')).toContainText(/Ink and white would be \d+\.\d % of the bed/)
    await page.getByRole('dialog').getByRole('button', { name: 'One more round of drops' }).click()
    await mark(page)
    await until(page, /^ink\.2\.1$/)
    await expect(page.getByText(/Round 2, piece 1 of 2/)).toBeVisible()
    await mark(page)
    await anotherWay(page, /^Leave it out on this piece$/)
    await expect(page.locator('[data-step="cover"]')).toBeVisible()
    await anotherWay(page, /^Leave it out$/)
    await expect.poll(async () => (await atHand(page))?.key).not.toBe('cover')
    // What was left out stays left out through a reload.
    await page.reload()
    await expect(page.locator('[data-step]')).toBeVisible()
    const keys = await pourToTheEnd(page)
    expect(keys).not.toContain('cover')
    await expect(overOf(page)).toBeVisible()
    await go(page, `/log/${new URL(page.url()).pathname.split('/').at(-1)}`)
    const marks = page.getByRole('table')
    await expect(marks).toContainText('One more round')
    await expect(marks).toContainText('Left out: Ink drop, white drop on it, piece 2')
    await expect(marks).toContainText('Left out: Cover')
  },
)

test(
  'white that is left out on a piece takes its strokes along; moving ink has to come to rest',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByLabel('Mold 1').selectOption('Round coaster')
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    await until(page, /^settle$/)
    await page.getByRole('button', { name: 'Another way' }).click()
    await expect(page.getByRole('dialog')).toContainText('White on moving ink travels with it.')
    await expect(page.getByRole('dialog').getByRole('button', { name: /round of drops/ })).toHaveCount(0)
    await page.keyboard.press('Escape')
    await until(page, /^white\.1$/)
    // However far one scrolls, step, window and clock stay in sight.
    await page.setViewportSize({ width: 390, height: 640 })
    await expect(page.locator('[data-in-sight]')).toHaveCount(0)
    await page.getByRole('button', { name: 'Give up' }).scrollIntoViewIfNeeded()
    await expect(page.locator('[data-in-sight]')).toContainText(
      /Pipe the white.*(Soon|Now|Hurry|Past)[^]*\d+:\d\d/,
    )
    await page.setViewportSize({ width: 1280, height: 800 })
    await anotherWay(page, /^Leave it out on this piece$/)
    await expect(page.locator('[data-step="white.2"]')).toBeVisible()
  },
)

test(
  'a bloom run at the bench: a piece skipped, the hole cut wider and one of it undone, the rim wiped; the bag, the log and the repeat follow',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByLabel('Name of the batch').fill('Wider hole')
    await page.getByLabel('Mold 1').selectOption('Round coaster')
    await page.getByRole('button', { name: 'Pieces of Round coaster: one more' }).click()
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    await until(page, /^ink\.1$/)
    await anotherWay(page, /^Covered as it is: nothing more goes on any piece$/)
    await expect(page.locator('[data-step="ink.1"]')).toHaveCount(0)
    await page.getByRole('button', { name: 'Undo' }).first().click()
    await expect(page.locator('[data-step="ink.1"]')).toBeVisible()
    await until(page, /^white\.1$/)
    const bag = page.locator('[data-bag]')
    await expect(bag).toHaveText(/^In the bag: (\d+\.\d g) of \1$/)
    // The bead that is next is lit; the one after it is a tap away.
    await expect(page.locator('[data-lit]')).toHaveCount(1)
    await expect(page.locator('[data-bead]')).toHaveText(/^1 of \d+ \d+ cm$/)
    await page.getByRole('button', { name: 'The next bead' }).click()
    await expect(page.locator('[data-bead]')).toContainText('2 of')
    // Another piece first; undone, the first is first again.
    await page.getByRole('button', { name: 'Another way' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Piece 2 first' }).click()
    await expect(page.locator('[data-step="white.2"]')).toBeVisible()
    await page.getByRole('button', { name: 'Undo' }).first().click()
    await expect(page.locator('[data-step="white.1"]')).toBeVisible()
    await mark(page)
    await until(page, /^white\.2$/)
    await expect(bag).not.toHaveText(/^In the bag: (\d+\.\d g) of \1$/)
    const beads = page.locator('[data-takes]').first()
    await expect(beads).toContainText('through 3.0 mm')
    const cutTo = async (mm: string) => {
      await page.getByRole('button', { name: 'Another way' }).click()
      await page.getByRole('dialog').getByLabel('The hole is now').fill(mm)
      await page.getByRole('dialog').getByRole('button', { name: 'It is cut' }).click()
      await expect(page.getByRole('dialog')).toHaveCount(0)
    }
    await page.getByRole('button', { name: 'Another way' }).click()
    await page.getByRole('dialog').getByLabel('The hole is now').fill('30')
    await expect(page.getByRole('dialog')).toContainText('Expected 0.5 mm to 10.0 mm')
    await expect(page.getByRole('dialog').getByRole('button', { name: 'It is cut' })).toBeDisabled()
    await expect(page.getByRole('dialog').locator('[data-no-warm-air]')).toContainText('Alcohol')
    await page.keyboard.press('Escape')
    await cutTo('5')
    await expect(beads).toContainText('through 5.0 mm')
    await expect(bag).toContainText('short for the pieces still to come')
    await page.getByRole('button', { name: 'Undo' }).first().click()
    await expect(beads).toContainText('through 3.0 mm')
    await cutTo('3.5')
    await expect(beads).toContainText('through 3.5 mm')
    const inBag = async () => Number(/of ([\d.]+) g/.exec(await bag.innerText())![1])
    const before = await inBag()
    await page.getByRole('button', { name: 'Another way' }).click()
    const more = page.getByRole('dialog').locator('[data-more-white]')
    await more.getByLabel('A second small mix of white').fill('1')
    await expect(more).toContainText('Expected 5.0 g to 300.0 g')
    await expect(more.getByRole('button', { name: 'It is in the bag' })).toBeDisabled()
    await more.getByLabel('A second small mix of white').fill('12')
    await expect(more).toContainText(
      /of A and .* of B, two minutes by the clock, then \d+ drops of Chalk paste/,
    )
    await more.getByRole('button', { name: 'It is in the bag' }).click()
    await expect.poll(inBag).toBeGreaterThanOrEqual(before + 12)
    await anotherWay(page, /^Rim wiped while wet$/)
    await anotherWay(page, /^Leave it out on this piece$/)
    await expect(page.locator('[data-step="white.2"]')).toHaveCount(0)
    await pourToTheEnd(page)
    const id = new URL(page.url()).pathname.split('/').at(-1)
    await go(page, `/log/${id}`)
    const marks = page.getByRole('table')
    await expect(marks).toContainText('Hole cut to 3.5 mm')
    await expect(marks).not.toContainText('Hole cut to 5.0 mm')
    await expect(marks).toContainText('Rim wiped while wet')
    await expect(marks).toContainText(/More white stirred: [\d.]+ g of A and [\d.]+ g of B/)
    await expect(marks).not.toContainText('in another order')
    await expect(marks).toContainText(/Left out: Pipe the white, piece 2/)
    // What is repeated is what the hands did.
    await go(page, `/plan?repeat=${id}`)
    await expect(page.getByText(/hole 3\.5 mm/).first()).toBeVisible()
  },
)

test('what a glove taps by accident is taken back with one tap, for five seconds, where it was tapped', async ({
  page,
}) => {
  await openStudio(page, '/pour/demo-8')
  await layOut(page)
  await stir(page)
  const band = page.locator('[data-take-back]')
  const first = await stepKey(page)
  await mark(page)
  await expect(band).toBeVisible()
  // It lies over neither the button nor what is read.
  const [bandBox, buttonBox] = [await band.boundingBox(), await page.locator('[data-fresh]').boundingBox()]
  expect(bandBox!.y + bandBox!.height).toBeLessThanOrEqual(buttonBox!.y + 1)
  await band.click()
  await expect(page.locator(`[data-step="${first}"]`)).toBeVisible()
  await mark(page)
  await expect(band).toBeVisible()
  await page.clock.runFor(5100)
  await expect(band).toHaveCount(0)
  // What is read is no mark: nothing offers to take it back as one.
  await page.getByRole('button', { name: 'Reading' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'No thread yet' }).first().click()
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(band).toHaveCount(0)
})
