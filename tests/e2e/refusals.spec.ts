import { strToU8, zipSync } from 'fflate'
import { mutantsOf } from '../support/mutants.ts'
import { pngOf } from '../support/png.ts'
import { expect, test } from '@playwright/test'
import { LONG, EMPTY, go, openStudio } from './bench.ts'

test('the planner names what is wrong and works nothing out until it is right', async ({ page }) => {
  await openStudio(page)
  await page.getByRole('link', { name: 'Plan', exact: true }).click()
  await expect(page.locator('[data-worksheet]')).toBeVisible()
  const room = page.getByLabel('Room temperature')
  await room.fill('warm')
  await expect(page.getByText('“warm” is not a number. Expected 21 °C.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Lay the bench out' })).toBeDisabled()
  await room.fill('70 F')
  await expect(page.getByText('= 21.1 °C')).toBeVisible()
  await expect(page.locator('[data-worksheet]')).toBeVisible()
  await room.fill('-5')
  await expect(
    page.getByText('room temperature is -5, expected at least 10 and at most 40 °C').first(),
  ).toBeVisible()
  await room.fill('21')
  await page.getByLabel('Stop-stir at').fill('2020-01-01T10:00')
  await expect(
    page.getByText('start is in the past, expected an hour still to come, or none').first(),
  ).toBeVisible()
  await page.getByLabel('Stop-stir at').fill('')
  await page
    .getByRole('textbox', { name: /^Pieces of/ })
    .first()
    .fill('0')
  await expect(page.getByText(/number of pieces is 0, expected/).first()).toBeVisible()
})

test('a mold without depth cannot be put on the shelf', async ({ page }) => {
  await openStudio(page, EMPTY)
  await page.getByRole('link', { name: 'Shelf' }).click()
  await page.getByRole('tab', { name: /Molds/ }).click()
  await page.getByRole('button', { name: 'Add a mold' }).click()
  await page.getByLabel('Name').fill('Flat thing')
  await page.getByLabel('Depth').fill('0')
  const refusal = page.getByText('mold depth is 0, expected')
  await expect(refusal).toHaveCount(0)
  await page.getByRole('button', { name: 'Put on the shelf' }).click()
  await expect(page.getByText('mold depth is 0, expected more than 0 and at most 500 mm')).toBeVisible()
  await page.getByRole('button', { name: 'Leave as it was' }).click()
  await expect(page.getByRole('tab', { name: 'Molds (0)' })).toBeVisible()
})

test('a wrong or hostile file changes nothing', async ({ page }) => {
  await openStudio(page, '/studio')
  const give = (text: string) =>
    page
      .getByLabel('Import a studio file')
      .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  await give('not json')
  await expect(page.getByText('it is not JSON. Nothing was changed.')).toBeVisible()
  await give('{"format":"nublo/studio","version":99}')
  await expect(page.getByText('written by a newer Nublo (version 99)')).toBeVisible()
  await give('{"format":"nublo/studio","version":1,"molds":[{"id":"<img src=x onerror=alert(1)>"}]}')
  await expect(page.getByText('This studio file is damaged. Nothing was changed.')).toBeVisible()
  const giveZip = (files: Record<string, Uint8Array>) =>
    page
      .getByLabel('Import a studio file')
      .setInputFiles({ name: 'x.zip', mimeType: 'application/zip', buffer: Buffer.from(zipSync(files)) })
  await giveZip({ 'studio.json': strToU8('{"format":"elsewhere"}') })
  await expect(page.getByText('This file does not hold a studio.')).toBeVisible()
  await giveZip({ 'studio.json': new Uint8Array(250 * 1024 * 1024) })
  await expect(page.getByText('studio.json unpacks to more than 200 MB. Nothing was changed.')).toBeVisible()
  await go(page, '/log')
  await expect(page.getByText('26 of 26 pieces')).toBeVisible()
})

test('an imported studio adds what is new and keeps what is here', LONG, async ({ page }) => {
  await openStudio(page, '/studio')
  for (const button of ['Back up the studio', 'Export as one JSON file']) {
    const saved = page.waitForEvent('download')
    await page.getByRole('button', { name: button }).click()
    await page.getByLabel('Import a studio file').setInputFiles(await (await saved).path())
    await page.getByRole('button', { name: 'Add what is new' }).click()
    await expect(page.getByText('Added: nothing.', { exact: true })).toBeVisible()
    await page.reload()
  }
})

test('pictures changed in every way are taken or named, and a strip one pixel wide is a picture', async ({
  page,
}) => {
  const broken: string[] = []
  page.on('pageerror', (problem) => broken.push(problem.message))
  await openStudio(page, '/finish/demo-5')
  const piece = page.locator('[data-piece="1"]')
  const field = piece.getByLabel('Picture of the face of piece 1')
  const give = (buffer: Buffer) => field.setInputFiles({ name: 'face.png', mimeType: 'image/png', buffer })
  const drawn = (width: number, height: number) =>
    pngOf(
      Uint8ClampedArray.from({ length: 4 * width * height }, (_, k) => (k * 37) % 256),
      width,
      height,
    )
  const shown = piece.getByAltText('Face of piece 1')
  await give(Buffer.from('no picture at all'))
  await expect(piece.getByRole('alert').filter({ hasText: 'Not a picture' })).toBeVisible()
  await give(drawn(1, 3300))
  await expect(shown).toBeVisible()
  await expect(piece.getByText('Not a picture')).toHaveCount(0)
  expect(
    await shown.evaluate((image: HTMLImageElement) => [image.naturalWidth, image.naturalHeight]),
  ).toEqual([1, 1600])
  for (const mutant of mutantsOf(drawn(24, 16), process.env['LONG'] ? 2000 : 40, 7))
    await give(Buffer.from(mutant))
  await give(drawn(30, 20))
  await expect
    .poll(() => shown.evaluate((image: HTMLImageElement) => [image.naturalWidth, image.naturalHeight]))
    .toEqual([30, 20])
  expect(broken).toEqual([])
})
