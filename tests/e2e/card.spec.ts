import { expect, test, type Page } from '@playwright/test'
import { bytesOf, type Picture } from '#core/card/index.ts'
import { BLACK, shot, WHITE } from '../support/cardShots.ts'
import { pngOf } from '../support/png.ts'
import { openStudio } from './bench.ts'

const file = (picture: Picture) => ({
  name: 'shot.png',
  mimeType: 'image/png',
  buffer: pngOf(bytesOf(picture), picture.width, picture.height),
})

async function openCardTest(page: Page) {
  await openStudio(page, '/finish/demo-6')
  await page.getByText('Card test: this piece before any back').click()
  return {
    white: page.getByLabel('On a white card'),
    black: page.getByLabel('On a black card'),
    state: page.locator('[data-card-test]'),
  }
}

test('a real piece from two cards is seen before any back, and the backs are ranked with their reason', async ({
  page,
}) => {
  const { white, black, state } = await openCardTest(page)
  // The second is taken while the first is still read.
  await page.evaluate(() => {
    const decode = window.createImageBitmap
    window.createImageBitmap = (async (...asked: Parameters<typeof decode>) => {
      await new Promise((later) => setTimeout(later, 800))
      return decode(...asked)
    }) as typeof decode
  })
  await Promise.all([white.setInputFiles(file(shot(WHITE))), black.setInputFiles(file(shot(BLACK)))])
  await expect(state).toHaveAttribute('data-card-test', 'read', { timeout: 60_000 })
  const ranked = page.locator('[data-judged]')
  await expect(page.locator('[data-judged="white"]')).toContainText('white petals stand out only a little')
  expect(await ranked.first().getAttribute('data-judged')).not.toBe('white')
  const canvas = page.getByRole('img', { name: /^The piece before/ })
  const picture = () => canvas.evaluate((each) => (each as HTMLCanvasElement).toDataURL())
  await page.getByRole('button', { name: 'Show before Navy' }).click()
  await expect(canvas).toHaveAttribute('data-before', 'navy')
  const navy = await picture()
  await page.getByLabel('Before', { exact: true }).selectOption('gold')
  await expect(canvas).toHaveAttribute('data-before', 'gold')
  expect(await picture()).not.toBe(navy)
  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save this picture (PNG)' }).click()
  expect((await saving).suggestedFilename()).toBe('nublo-before-gold.png')
})

test('pictures that tell nothing are refused with what would', async ({ page }) => {
  const { white, black } = await openCardTest(page)
  await white.setInputFiles({ name: 'x.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') })
  await expect(page.getByText('Not a picture')).toBeVisible()
  await white.setInputFiles(file(shot(WHITE)))
  await black.setInputFiles(file(shot(WHITE)))
  await expect(page.getByText('lock the exposure.')).toBeVisible()
  await black.setInputFiles(file({ ...shot(BLACK), width: 240, height: 60 }))
  await expect(page.getByText('The pictures differ in shape')).toBeVisible()
})
