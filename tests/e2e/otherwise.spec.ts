import { expect, test, type Page } from '@playwright/test'
import { atHand, go, layOut, mark, openStudio, overOf, pourToTheEnd, stir, stepKey } from './bench.ts'

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

test('another way while pouring: a round more, a piece left out, one of it undone; nothing of it is marked as done', async ({
  page,
}) => {
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
})

test('white that is left out on a piece takes its strokes along; moving ink has to come to rest', async ({
  page,
}) => {
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
  await expect(page.locator('[data-in-sight]')).toContainText(/Pipe the white.*(Wait|Now|Late)[^]*\d+:\d\d/)
  await page.setViewportSize({ width: 1280, height: 800 })
  await anotherWay(page, /^Leave it out on this piece$/)
  await expect(page.locator('[data-step="white.2"]')).toBeVisible()
})
