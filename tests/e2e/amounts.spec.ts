import { expect, test } from '@playwright/test'
import { atHand, go, layOut, mark, openStudio, overOf, stir, wait } from './bench.ts'

/** What each step of the pour is seen to take, by the name of the step. */
const SEEN: Readonly<Record<string, RegExp>> = {
  portion: /\d+\.\d g for the white, \d+ drops? of /,
  decant: /: \d+\.\d g in each of \d+, \d+(\.\d)? mm deep/,
  ink: /\d+ drops? of .+, \d+ drops? of /,
  white: /\d+ beads? through \d(\.\d)? mm, \d+\.\d g in all/,
}

test('every amount is at hand after stop-stir: on its step, under All amounts, on the rack and in the log', async ({
  page,
}) => {
  await openStudio(page, '/pour/demo-8')
  await layOut(page)
  await stir(page)
  const found = new Set<string>()
  for (let taps = 0; taps < 60; taps++) {
    const step = await atHand(page)
    if (!step) break
    const name = step.key.split('.')[0]!
    const wanted = SEEN[name]
    if (wanted && !found.has(name)) {
      await expect(page.locator(`[data-step="${step.key}"] [data-takes]`)).toContainText(wanted)
      found.add(name)
    }
    if (name === 'ink') {
      await expect(page.getByRole('img', { name: /^Pattern of / })).toBeVisible()
      await page.getByRole('button', { name: 'All amounts' }).click()
      await expect(page.getByRole('dialog')).toContainText(/Saffron\s*\d+ drops/)
      await page.getByRole('button', { name: /^Leave: / }).click()
    }
    await wait(page, 1)
    await mark(page)
  }
  expect([...found].sort()).toEqual(Object.keys(SEEN).sort())
  await expect(overOf(page)).toBeVisible()
  await page.getByRole('button', { name: 'All amounts' }).click()
  await expect(page.getByRole('dialog')).toContainText('A, resin')
  await page.keyboard.press('Escape')

  await go(page, '/rack')
  await expect(page.locator('[data-task="back"] [data-takes]').first()).toContainText(
    /\d+\.\d g of A and \d+\.\d g of B/,
  )
  await go(page, '/log/demo-8')
  // By key: what is drawn above it may still push it away between a pointer's down and up.
  await page.getByText('All amounts and the whole list').press('Enter')
  await expect(page.locator('[data-all-amounts]')).toBeVisible()
  await expect(page.locator('[data-all-amounts]')).toContainText('A, resin')
  await expect(page.getByRole('img', { name: /^Pattern of / }).first()).toBeVisible()
})
