import { expect, test } from '@playwright/test'
import { LONG, go, layOut, openStudio, stir } from './bench.ts'

test('what is taken off the shelf or the bench can be put back', async ({ page }) => {
  await openStudio(page)
  const planned = page.getByRole('region', { name: 'Planned' })
  const saffron = planned.getByRole('listitem').filter({ hasText: 'Saffron soft squares' })
  await saffron.getByRole('button', { name: 'Remove' }).click()
  await expect(saffron).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('Saffron soft squares')).toBeVisible()

  await go(page, '/shelf')
  await page.getByRole('button', { name: 'Remove Heron Quick' }).click()
  await expect(page.getByRole('heading', { name: 'Heron Quick' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { name: 'Heron Quick' })).toBeVisible()
})

test('a change on the shelf reaches the plans to come and leaves old batches as they were', async ({
  page,
}) => {
  await openStudio(page, '/shelf')
  await page.getByRole('button', { name: 'Change Heron Quick' }).click()
  await page.getByLabel('Parts of A, resin').fill('2')
  await page.getByRole('button', { name: 'Put on the shelf' }).click()
  await expect(page.locator('[data-item="demo-heron"]')).toContainText('2 : 1 by volume')
  await go(page, '/log/demo-2')
  await expect(page.getByText('Heron Quick (1 : 1 by volume)')).toBeVisible()
})

test(
  'a plan says that its resin was changed on the shelf, and takes it over with one tap: at the plan, or at the gate',
  LONG,
  async ({ page }) => {
    const told = page.locator('[data-shelf-changed]')
    const ofA = page.getByText('A, resin', { exact: true }).locator('xpath=..')
    await openStudio(page, '/plan/demo-8')
    await expect(ofA.first()).toBeVisible()
    await expect(told).toHaveCount(0)
    const before = (await ofA.first().innerText()).split('\n').at(-1)!
    await go(page, '/shelf')
    await page.getByRole('button', { name: 'Change Heron Quick' }).click()
    await page.getByLabel('Parts of A, resin').fill('2')
    await page.getByRole('button', { name: 'Put on the shelf' }).click()
    await expect(page.locator('[data-item="demo-heron"]')).toContainText('2 : 1 by volume')

    await go(page, '/plan/demo-8')
    // An open plan goes along with the shelf, says so, and goes back with one tap.
    await expect(told).toContainText('Heron Quick was changed on the shelf')
    await expect(ofA.first()).not.toContainText(before)
    await told.getByRole('button', { name: 'Keep what it was begun with' }).click()
    await expect(ofA.first()).toContainText(before)
    await told.getByRole('button', { name: 'Follow the shelf' }).click()
    await expect(ofA.first()).not.toContainText(before)

    await go(page, '/pour/demo-8')
    await told.getByRole('button', { name: 'Plan with what it is now' }).click()
    await expect(told).toHaveCount(0)
    await layOut(page)
    await expect(page.locator('[data-shelf-changed]')).toHaveCount(0)
    await stir(page)
    await go(page, '/plan/demo-9')
    await expect(told).toBeVisible()
  },
)

test('a ratio that does not exist is refused on the shelf', async ({ page }) => {
  await openStudio(page, '/shelf')
  await page.getByRole('button', { name: 'Change Heron Quick' }).click()
  await page.getByLabel('Parts of B, hardener').fill('0')
  await page.getByRole('button', { name: 'Put on the shelf' }).click()
  await expect(page.getByText('ratio, parts of B is 0, expected more than 0 and at most 1000')).toBeVisible()
  await page.getByRole('button', { name: 'Leave as it was' }).click()
  await expect(page.locator('[data-item="demo-heron"]')).toContainText('1 : 1 by volume')
})

test('the units chosen are shown everywhere, and an ounce says which', LONG, async ({ page }) => {
  await openStudio(page, '/studio')
  await page.getByLabel('Units').selectOption('us')
  // It shows the choice once that is stored; a browser that is sent away in the same breath may drop the write.
  await expect(page.getByLabel('Units')).toHaveValue('us')
  await go(page, '/plan')
  const worksheet = page.locator('[data-worksheet]')
  await expect(worksheet).toContainText('oz by weight')
  await expect(worksheet).toContainText('US fl oz')
  await expect(worksheet).toContainText('°F')
  await page.getByLabel('Room temperature').fill('21 C')
  await expect(page.getByText('= 70 °F')).toBeVisible()
})

test('the light chosen stays after a reload', async ({ page }) => {
  await openStudio(page, '/studio')
  await page.getByLabel('Light').selectOption('dark')
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
  await page.reload()
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
})

test('the log is narrowed by technique and by words, and a run shows its marks', async ({ page }) => {
  await openStudio(page, '/log')
  await expect(page.getByText('26 of 26 pieces')).toBeVisible()
  await page.getByLabel('Technique').selectOption('petri')
  await expect(page.getByText('2 of 26 pieces')).toBeVisible()
  await page.getByLabel('Technique').selectOption('all')
  await page.getByRole('searchbox').fill('muddy')
  await expect(page.getByText('1 of 26 pieces')).toBeVisible()
  await page.locator('[data-piece]').click()
  await expect(page.getByRole('heading', { level: 1, name: 'Rosehip hexagons' })).toBeVisible()
  await expect(page.getByText('Note: White looked strong')).toBeVisible()
  await expect(page.getByRole('row', { name: /Decant the bed/ })).toBeVisible()
  // What was looked for stands in the address: the way back finds it.
  await page.goBack()
  await expect(page.getByText('1 of 26 pieces')).toBeVisible()
  await expect(page.getByRole('searchbox')).toHaveValue('muddy')
  // The way to the log asks for all of it.
  await page.getByRole('navigation').getByRole('link', { name: 'Log' }).click()
  await expect(page.getByText('26 of 26 pieces')).toBeVisible()
  await expect(page.getByRole('searchbox')).toHaveValue('')
})

test('twelve pieces in a warm room do not fit, and the plan says what would', LONG, async ({ page }) => {
  await openStudio(page, '/plan')
  await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Round coaster' })
  await page.getByRole('textbox', { name: 'Pieces of Round coaster', exact: true }).fill('12')
  await page.getByLabel('Room temperature').fill('24')
  await expect(page.getByText('Mind: 12 pieces do not fit the window')).toBeVisible()
  // Every remedy is a button that was tried: one tap and the plan holds.
  await page
    .getByRole('button', { name: /^Pour \d+ pieces?$/ })
    .first()
    .click()
  await expect(page.getByText(/pieces do not fit the window/)).toHaveCount(0)
  await expect(page.getByRole('heading', { name: 'It fits your hands' })).toBeVisible()
})

test(
  'parts out of a water bath: how long they stand in it, what it gains, and why not warmer',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByText('Which bubbles leave by themselves, and warmer parts').click()
    const bath = page.locator('[data-water-bath]')
    await expect(bath).toContainText(/Bottles 70\.0 mm across stand about \d+ min in it/)
    await expect(bath.getByRole('status')).toContainText('5.0 °C warmer: bubbles larger than')
    await bath.getByLabel('Water', { exact: true }).fill('22')
    await expect(bath).toContainText('Water of 22 °C does not warm them to 26 °C.')
    await bath.getByLabel('Parts warmed to').fill('48')
    await expect(bath.getByRole('status')).toContainText(/^Not \d+\.\d °C warmer: /)
    // What is refused is not timed.
    await expect(bath).not.toContainText(/Bottles|does not warm/)
    await bath.getByLabel('Water', { exact: true }).fill('hot')
    await expect(bath.getByRole('status')).toHaveCount(0)
  },
)

test('molds come in from a spreadsheet: columns matched, lines that are wrong named, all of it taken back', async ({
  page,
}) => {
  await openStudio(page, '/studio')
  const sheet = page.getByRole('region', { name: 'From a spreadsheet' })
  const give = (text: string) =>
    sheet
      .getByLabel('Table, as CSV')
      .setInputFiles({ name: 'molds.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await give('nothing')
  await expect(sheet.getByRole('alert')).toContainText('no table found')
  await give(
    'What,Round or not,Breite,Depth\nPebble dish,round,11 cm,12\nStar dish,star,90,10\nRound coaster,round,100,10\n',
  )
  await expect(sheet.getByRole('status')).toHaveText('0 of 3 lines can be taken.')
  await sheet.getByLabel('Name').selectOption({ label: 'What' })
  await sheet.getByLabel('Shape').selectOption({ label: 'Round or not' })
  await sheet.getByLabel('Across, or width').selectOption({ label: 'Breite' })
  await expect(sheet.getByRole('status')).toHaveText('1 of 3 lines can be taken.')
  await expect(sheet.getByText('Line 3: shape "star" is not known')).toBeVisible()
  await expect(sheet.getByText('Line 4: Round coaster is on the shelf already')).toBeVisible()
  await sheet.getByRole('button', { name: 'Add 1' }).click()
  await expect(page.getByText('1 molds are on the shelf.').first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await go(page, '/shelf')
  await page.getByRole('tab', { name: /Molds \(8\)/ }).click()
  await expect(page.getByText('Pebble dish')).toHaveCount(0)
})

test('a swatch card is photographed once: by its white card, each colour is taken as it is, and the plan goes by it', async ({
  page,
}) => {
  await openStudio(page, '/shelf')
  await page.getByRole('tab', { name: /Colours/ }).click()
  await page.getByRole('button', { name: 'Change Ember' }).click()
  const file = page.getByLabel('Out of a picture of the swatch card')
  await file.setInputFiles({ name: 'no.png', mimeType: 'image/png', buffer: Buffer.from('none') })
  await expect(page.getByText(/This is no picture/)).toBeVisible()

  // Left the card, right a drop, both in the light of a lamp that has half the blue.
  const picture = await page.evaluate(() => {
    const canvas = Object.assign(document.createElement('canvas'), { width: 200, height: 100 })
    const paper = canvas.getContext('2d')!
    paper.fillStyle = 'rgb(238, 238, 175)'
    paper.fillRect(0, 0, 100, 100)
    paper.fillStyle = 'rgb(120, 60, 88)'
    paper.fillRect(100, 0, 100, 100)
    return canvas.toDataURL('image/png').split(',')[1]!
  })
  await page.getByLabel('Add a pair').selectOption({ label: 'Lagoon' })
  await file.setInputFiles({
    name: 'card.png',
    mimeType: 'image/png',
    buffer: Buffer.from(picture, 'base64'),
  })
  const photo = page.getByRole('button', { name: /^The picture: tap a colour/ })
  const taken = page.getByLabel('What the next tap takes')
  await expect(taken.locator('option')).toHaveText(['the bare white card'])
  await photo.click({ position: { x: 30, y: 40 } })
  await taken.selectOption({ label: 'With Lagoon' })
  const box = (await photo.boundingBox())!
  await photo.click({ position: { x: 0.75 * box.width, y: 40 } })
  const hex = await page.getByLabel('With Lagoon', { exact: true }).inputValue()
  // The blue that the lamp left out is given back.
  const [red, green, blue] = [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16))
  expect(red).toBeGreaterThan(115)
  expect(red).toBeLessThan(126)
  expect(green).toBeLessThan(66)
  expect(Math.abs(blue! - red!)).toBeLessThan(8)
  // By keys, for another swatch.
  await taken.selectOption({ label: 'Swatch by a warm lamp' })
  await photo.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Swatch by a warm lamp', { exact: true })).toHaveValue(hex)
  await page.getByRole('button', { name: 'Put on the shelf' }).click()
  await expect(page.locator('[data-item="demo-ember"]')).toContainText('wet, by a lamp, with another colour')
})
