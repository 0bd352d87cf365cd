import { expect, test, type Page } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import { LONG, EMPTY, layOut, openStudio, pourToTheEnd, stir, wait } from './bench.ts'

/** A small picture as a camera might hand it over. */
async function picture(page: Page): Promise<Buffer> {
  const address = await page.evaluate(() => {
    const canvas = document.createElement('canvas')
    canvas.width = canvas.height = 8
    canvas.getContext('2d')!.fillRect(2, 2, 4, 4)
    return canvas.toDataURL('image/png')
  })
  return Buffer.from(address.split(',')[1]!, 'base64')
}

test('from an empty studio to a logged piece, and back from an export', async ({ page }) => {
  await openStudio(page, EMPTY)
  await expect(page.locator('[data-first-table]')).toBeVisible()

  await test.step('furnish the shelf', async () => {
    await page.getByRole('link', { name: 'Shelf' }).click()
    await page.getByRole('button', { name: 'Add a resin' }).click()
    await page.getByLabel('Name').fill('Window-sill resin')
    await page.getByRole('button', { name: 'Put on the shelf' }).click()
    await page.getByRole('tab', { name: /Molds/ }).click()
    await page.getByRole('button', { name: 'Add a mold' }).click()
    await page.getByLabel('Name').fill('Coaster')
    await page.getByLabel('Depth').fill('1 cm')
    await page.getByLabel('Water to the brim').fill('1/3 cup')
    await expect(page.getByText('= 79 ml')).toBeVisible()
    await page.getByLabel('How many of it').fill('4')
    await page.getByRole('button', { name: 'Put on the shelf' }).click()
    await page.getByRole('tab', { name: /Colours/ }).click()
    for (const [name, kind] of [
      ['Tide', 'alcoholInk'],
      ['Chalk', 'whitePaste'],
    ] as const) {
      await page.getByRole('button', { name: 'Add a colour' }).click()
      await page.getByLabel('Name').fill(name)
      await page.getByLabel('Kind').selectOption(kind)
      await page.getByRole('button', { name: 'Put on the shelf' }).click()
      await expect(page.getByRole('heading', { name })).toBeVisible()
    }
  })

  await test.step('plan: it is worked out while typing', async () => {
    await page.getByRole('link', { name: 'Plan', exact: true }).click()
    const together = page.locator('dl').first().getByText(/ g$/).last()
    await expect(together).toBeVisible()
    const before = await together.innerText()
    await page.getByLabel('Name of the batch').fill('Tide coasters')
    await page.getByRole('button', { name: 'Pieces of Coaster: one less' }).click()
    await expect(together).not.toHaveText(before)
    await page.getByLabel('Add a layer').selectOption('back')
    await expect(page.getByRole('heading', { name: 'Mix for the back layer, later' })).toBeVisible()
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
  })

  await test.step('gate: an item can be gone without only with a note', async () => {
    const row = page.locator('[data-tool="brush"]')
    await row.getByRole('button', { name: 'Go without' }).click()
    for (const other of await page.locator('[data-tool]:not([data-tool="brush"])').all())
      await other.getByRole('checkbox').click()
    await expect(page.getByRole('button', { name: 'The bench is ready' })).toBeDisabled()
    await row.getByLabel('Why that is all right').fill('blunt stick instead')
    await page.getByRole('button', { name: 'The bench is ready' }).click()
    await expect(page.getByText('blunt stick instead')).toBeVisible()
  })

  await test.step('pour by the clock', async () => {
    await stir(page)
    const keys = await pourToTheEnd(page)
    expect(keys).toEqual([
      ...['rest', 'portion', 'decant', 'bubbles', 'ink.1', 'ink.2', 'ink.3', 'settle'],
      ...[
        'white.1',
        'shape.1',
        'white.2',
        'shape.2',
        'white.3',
        'shape.3',
        'cover',
        'lookEarly',
        'feather',
        'lookLate',
      ],
    ])
  })

  await test.step('rack: back, demold, use', async () => {
    await page.getByRole('link', { name: 'To the rack' }).click()
    await expect(page.locator('[data-task="back"]')).toBeVisible()
    await wait(page, 5 * 60)
    await page.reload()
    await expect(page.locator('[data-task="back"]')).toContainText(/now, until/)
    const calendar = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Save as calendar file' }).click()
    expect(await readFile(await (await calendar).path(), 'utf8')).toMatch(/SUMMARY:Demold: Tide coasters/)
    await page.getByRole('button', { name: 'Poured', exact: true }).click()
    await wait(page, 26 * 60)
    await page.reload()
    await page.getByRole('button', { name: 'Demolded' }).click()
    await page.getByRole('link', { name: 'Look at the faces' }).click()
  })

  await test.step('finish and log', async () => {
    const first = page.locator('[data-piece="1"]')
    await first.getByRole('button', { name: 'Write it down' }).click()
    await expect(first.getByText('Choose 1 to 5')).toBeVisible()
    await first.getByText('4', { exact: true }).click()
    await first.getByText('right', { exact: true }).click()
    await first.getByText('None seen. Look, and choose').click()
    await first.getByText('Hair, dust').click()
    await expect(first.getByText(/It lay uncovered.*cover at once/)).toBeVisible()
    await first
      .getByLabel('Picture of the face of piece 1')
      .setInputFiles({ name: 'face.png', mimeType: 'image/png', buffer: await picture(page) })
    await expect(first.getByAltText('Face of piece 1')).toBeVisible()
    await first.getByLabel('Note').fill('Repeat this one')
    await first.getByRole('button', { name: 'Write it down' }).click()
    await expect(page.getByText('Piece 1 is in the log.').first()).toBeVisible()
    await page.getByRole('link', { name: 'Log' }).click()
    await expect(page.getByText('Tide coasters, 1').first()).toBeVisible()
    const csv = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Save as CSV' }).click()
    expect(await readFile(await (await csv).path(), 'utf8')).toMatch(
      /Tide coasters,1,bloom,Coaster,Window-sill resin/,
    )
  })

  await test.step('export, empty, import', async () => {
    await page.getByRole('link', { name: 'Studio' }).click()
    const saved = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Back up the studio' }).click()
    const file = await (await saved).path()
    await page.getByRole('button', { name: 'Empty the studio' }).click()
    await expect(page.getByText('The studio is empty.').first()).toBeVisible()
    await page.getByLabel('Import a studio file').setInputFiles(file)
    await expect(page.locator('[data-import-found]')).toContainText('1 batches with 3 pieces, 1 pictures')
    await page.getByRole('button', { name: 'Replace this studio' }).click()
    await page.getByRole('link', { name: 'Log' }).click()
    await expect(page.getByText('Tide coasters, 1').first()).toBeVisible()
    await expect(page.getByAltText(/Face of piece 1/)).toBeVisible()
  })

  await test.step('repeat as a new plan', async () => {
    await page.getByText('Tide coasters, 1').first().click()
    await page.getByRole('link', { name: 'Repeat this batch' }).click()
    await expect(page.getByLabel('Name of the batch')).toHaveValue('Tide coasters again')
    await page.getByRole('button', { name: 'Keep for later' }).click()
    await expect(page.getByRole('heading', { name: 'Planned' })).toBeVisible()
  })
})

test('a petri is gone over until its floor is covered, or as often as one says', LONG, async ({ page }) => {
  await openStudio(page)
  await page.getByRole('link', { name: 'Plan', exact: true }).click()
  await page.getByText('Petri', { exact: true }).click()
  await page.getByText('Milk drop').click()
  await expect(page.getByText(/of white from the needle/)).toBeVisible()
  await page.getByText('Depths, measuring, hands').click()
  await page.getByLabel('Drops go over it').selectOption({ label: '2 times' })
  await page.getByRole('button', { name: 'Lay the bench out' }).click()
  await expect(page.locator('[data-tool="needle"]')).toBeVisible()
  await layOut(page)
  await stir(page)
  const keys = await pourToTheEnd(page)
  expect(keys.filter((key) => key.startsWith('ink'))).toEqual(['ink.1.1', 'ink.1.2', 'ink.2.1', 'ink.2.2'])
})
