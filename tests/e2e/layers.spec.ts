import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { LONG, atHand, go, layOut, mark, openStudio, pourToTheEnd, stir, wait, weigh } from './bench.ts'

/** What the rack says of a job of the batch with that name. */
const taskOf = (page: Page, batch: string, id: string) =>
  page
    .locator('[data-batch]')
    .filter({ has: page.getByRole('heading', { name: batch }) })
    .locator(`[data-task="${id}"]`)

async function toTheRack(page: Page, afterHours: number): Promise<void> {
  await wait(page, afterHours * 60)
  await go(page, '/rack')
  await page.reload()
}

test('a second pour is a sitting of its own: gate, grams, four tinted cups followed one by one, readings, books', async ({
  page,
}) => {
  let batchId = ''
  await page.addInitScript(() => {
    Object.assign(window, { buzzed: 0 })
    navigator.vibrate = () => {
      ;(window as unknown as { buzzed: number }).buzzed++
      return true
    }
  })
  const buzzed = () => page.evaluate(() => (window as unknown as { buzzed: number }).buzzed)
  await openStudio(page, '/plan')

  await test.step('plan: four cups, two doses each in its own measure', async () => {
    await page.getByText('Inclusions', { exact: true }).click()
    await page.getByLabel('Name of the batch').fill('Meadow dishes')
    await page.locator('[data-opens="secondPour"]').first().click()
    const second = page.locator('[data-layer="secondPour"]')
    for (let cups = 0; cups < 4; cups++)
      await second.getByRole('button', { name: /^(Tint it|One more cup)$/ }).click()
    await expect(second.locator('[data-cup]')).toHaveCount(4)
    // One is stirred by itself, later; the last one is poured together from two others.
    const apart = second.locator('[data-cup]').nth(2)
    await apart.getByLabel('Portion').selectOption('ownMix')
    await apart.getByLabel('Resin in it').fill('12')
    const last = second.locator('[data-cup]').last()
    await last.getByLabel('Portion').selectOption('cups')
    await second.locator('[data-cup]').first().getByLabel('Portion').selectOption('share')
    await second.locator('[data-cup]').first().getByLabel('% of the mix').fill('30')
    // Nothing is stored and no Stop is said while they ask for more than there is.
    await second.locator('[data-cup]').nth(1).getByLabel('% of the mix').fill('80')
    await expect(page.getByText('The cups of the second pour take more than its mix')).toBeVisible()
    await page.getByRole('button', { name: 'Make every cup smaller by the same share' }).click()
    await expect(page.getByText('The cups of the second pour take more than its mix')).toHaveCount(0)
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
  })

  await test.step('the base is poured', async () => {
    await layOut(page)
    await stir(page)
    await pourToTheEnd(page)
  })

  await test.step('the second pour: its own gate, and what is weighed for it', async () => {
    await toTheRack(page, 5)
    const task = taskOf(page, 'Meadow dishes', 'secondPour')
    await expect(task).toContainText(/g of A and [\d.]+ g of B/)
    await task.getByRole('link', { name: 'To its gate' }).click()
    await expect(page.getByText(/Meadow dishes: second pour/)).toBeVisible()
    batchId = new URL(page.url()).pathname.split('/')[2]!
    await layOut(page)
    await expect(page.getByRole('heading', { level: 1, name: 'Weigh, then stir' })).toBeVisible()
    await page.reload()
    await stir(page)
  })

  await test.step('every cup is followed in its own cure, with readings of this mix', async () => {
    const cups = page.getByRole('list', { name: 'The cups now' }).locator('[data-cup]')
    await expect(cups.first()).toContainText(/Thin; draws a string in/)
    await expect(cups.filter({ hasText: /of it [\d.]+ g out of .+, of it [\d.]+ g out of / })).toHaveCount(1)
    await expect(page.getByRole('list', { name: 'What it takes' }).getByRole('listitem')).toHaveCount(
      (await cups.count()) - 1,
    )
    await page.getByRole('button', { name: 'Reading' }).click()
    await page.getByLabel('Resin, or room').fill('24')
    await page.getByRole('button', { name: 'Resin, by probe' }).click()
    await expect(page.locator('[data-believed]')).toContainText('After 1 reading')
    const found = await new AxeBuilder({ page })
      .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
      .analyze()
    expect(found.violations).toEqual([])
    await mark(page)
    // It never hides: from every other place a line leads back to it.
    await go(page, '/shelf')
    await page.getByRole('link', { name: /Meadow dishes, second pour: back to it/ }).click()
    await expect(cups.first()).toContainText(/Thin; draws a string in/)
    const before = await buzzed()
    await wait(page, 20)
    await expect(cups.first()).toContainText(/Draws a string|Too late/)
    // What the hands wait for is not only to be seen.
    await expect.poll(buzzed).toBeGreaterThan(before)
  })

  await test.step('a cup is weighed and stirred by itself while the others rest, with a clock of its own', async () => {
    await expect(page.getByRole('heading', { name: /^Stir .+ by itself$/ })).toBeVisible()
    const cups = page.getByRole('list', { name: 'The cups now' }).locator('[data-cup]')
    const own = cups.filter({ hasText: 'Not stirred yet' })
    await expect(own).toHaveCount(1)
    // Gone on without it nothing is marked as poured yet.
    await page.getByRole('button', { name: 'Go on without it' }).click()
    await expect(page.locator('[data-step="secondPour"]')).toBeVisible()
    await page.getByRole('button', { name: 'Stir it after all' }).click()
    await page.getByRole('button', { name: 'Weigh and stir it' }).click()
    await expect(page.getByText(/Meadow dishes: second pour: 2[01]:\d\d since its stop-stir/)).toBeVisible()
    await page.getByRole('button', { name: 'Back', exact: true }).click()
    await page.getByRole('button', { name: 'Weigh and stir it' }).click()
    await weigh(page)
    await wait(page, 3)
    await page.reload()
    await page.getByRole('button', { name: /Stop stir/ }).click()
    await expect(page.getByText('Not stirred yet')).toHaveCount(0)
    await expect(page.locator('[data-cup="cup3"]')).toContainText(/Thin; draws a string in/)
    await expect(cups.first()).toContainText(/Draws a string|Too late/)
    // The mix stands in several cups by now: which of them is read is said.
    const [, shouldBe] = /Expected now: (\d+) °C/.exec(await page.getByText(/^Expected now/).innerText())!
    await page.getByRole('button', { name: 'Reading', exact: true }).click()
    await page.getByLabel('In which cup').selectOption({ index: 1 })
    await page.getByLabel('Resin, or room').fill(shouldBe!)
    await page.getByRole('button', { name: 'Resin, by probe' }).click()
    await expect(page.locator('[data-believed]')).toContainText('After 2 readings')
  })

  await test.step('poured, taken back, poured again; the next layer knows until when it bonds', async () => {
    await mark(page)
    await expect(page.locator('[data-bonds]')).toContainText(
      /takes a print, so that another layer bonds on it/,
    )
    await page.getByRole('button', { name: 'Undo' }).click()
    await mark(page)
    await page.getByRole('link', { name: 'To the rack' }).click()
    await expect(taskOf(page, 'Meadow dishes', 'secondPour')).toContainText('done')
  })

  await test.step('the books took it once, when its stirring ended; the run tells its marks', async () => {
    await go(page, '/shelf')
    await page.getByRole('tab', { name: /Supplies/ }).click()
    const partA = page.locator('[data-item="demo-heron-a"]')
    await partA.getByText(/\d+ entries/).click()
    await expect(partA.getByText(/poured for Meadow dishes/)).toHaveCount(3)
    await go(page, `/log/${batchId}`)
    await expect(page.getByRole('cell', { name: 'second pour: stop-stir' })).toBeVisible()
    await expect(page.getByRole('cell', { name: /^second pour, .+: stop-stir$/ })).toBeVisible()
    await expect(page.getByRole('cell', { name: 'second pour: divided and tinted' })).toBeVisible()
    await expect(page.getByRole('cell', { name: /second pour: read 24/ })).toBeVisible()
    await expect(page.getByRole('cell', { name: /second pour: read [\d.]+ °C by probe, \w+/ })).toBeVisible()
  })
})

test(
  'a back is chosen after the face was looked at, of a colour and another resin, and poured into the lip',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/finish/demo-6')
    await page.getByLabel('Add a layer').selectOption('back')
    const back = page.locator('[data-layer="back"]')
    await back.locator('summary').click()
    // Out of its mold it can no longer be laid in it.
    await expect(back.getByLabel('Laid').locator('option')).toHaveText([
      'After demolding, in the lip: scuff it first',
      'On the finished piece',
    ])
    await expect(back).toContainText('after demolding')
    await back.getByLabel('Depth').fill('1.5')
    await back.getByLabel('Of which resin').selectOption({ label: 'Tidepool Slow' })
    await back.getByRole('button', { name: 'Tint it' }).click()
    await back.getByLabel('Slate paste', { exact: true }).fill('-1')
    await page.getByRole('button', { name: 'Keep these layers' }).click()
    await expect(back).toContainText('drops for each g')
    await back.getByLabel(/^Slate paste/).fill('0.2')
    await page.getByRole('button', { name: 'Keep these layers' }).click()
    await expect(page.locator('[data-finishing]')).toContainText('Pour the back layer')
    await go(page, '/rack')
    const task = taskOf(page, 'Ember heart dishes', 'back')
    await expect(task).toContainText(/drops? of Slate paste/)
    await task.getByRole('link', { name: 'To its gate' }).click()
    await layOut(page)
    await stir(page)
    await mark(page)
    await mark(page)
    await go(page, '/finish/demo-6')
    await expect(page.locator('[data-layer="back"]')).toContainText('laid')
    await expect(page.locator('[data-layer="back"]').getByLabel('Depth')).toHaveCount(0)
  },
)

test(
  'ten ready-made dishes: a film, a painted layer that only dries, a second film; nothing is demolded',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/shelf')

    await test.step('a dish that widens upwards, measured with water', async () => {
      await page.getByRole('tab', { name: /Molds/ }).click()
      await page.getByRole('button', { name: 'Add a mold' }).click()
      const sheet = page.getByRole('dialog')
      await sheet.getByLabel('Name').fill('Salt dish')
      await sheet.getByLabel('Across').fill('50')
      await sheet.getByLabel('Depth', { exact: true }).fill('8')
      await sheet.getByLabel('Water to the brim').fill('14')
      await sheet.getByRole('button', { name: /A part fill/ }).click()
      await sheet.getByLabel('Height', { exact: true }).fill('3')
      await sheet.getByLabel('holds').fill('15')
      await sheet.getByRole('button', { name: 'Put on the shelf' }).click()
      await expect(sheet.getByText(/what it holds higher up must be more/)).toBeVisible()
      await sheet.getByLabel('holds').fill('4')
      await sheet.getByLabel(/the piece stays in it/).check()
      await sheet.getByLabel('How many of it').fill('10')
      await sheet.getByRole('button', { name: 'Put on the shelf' }).click()
      await expect(page.getByRole('heading', { name: 'Salt dish' })).toBeVisible()
    })

    await test.step('plan: 45 ml over ten of them, paint between two films', async () => {
      await go(page, '/plan')
      await page.getByLabel('Name of the batch').fill('Salt dishes')
      await page.getByLabel('Mold 1').selectOption({ label: 'Salt dish' })
      await page.getByLabel('Pieces of Salt dish', { exact: true }).fill('10')
      await page.getByText('Plain', { exact: true }).click()
      // 45 ml over ten of them: how deep that is follows from the water fills.
      await page.getByRole('textbox', { name: 'Base in each' }).fill('4.5 ml')
      await expect(page.getByText(/3\.3 mm/).first()).toBeVisible()
      await page.getByLabel('Add a layer').selectOption('solventPaint')
      const paint = page.locator('[data-layer="solventPaint"]')
      for (const name of ['Slate paste', 'Pewter mica'])
        await paint.getByLabel('Add a colour from its bottle').selectOption(name)
      await paint.getByLabel('Slate paste', { exact: true }).fill('3')
      await page.getByLabel('Add a layer').selectOption('secondPour')
      const second = page.locator('[data-layer="secondPour"]')
      await second.getByLabel('Laid').selectOption('hard')
      await second.getByLabel('How much').selectOption('volume')
      await second.getByLabel('Volume').fill('3')
      await page.getByRole('button', { name: 'Lay the bench out' }).click()
    })

    await test.step('the first film', async () => {
      await layOut(page)
      await stir(page)
      await pourToTheEnd(page)
    })

    await test.step('paint has a gate of its own and dries; resin goes over it the day after', async () => {
      await toTheRack(page, 24)
      await taskOf(page, 'Salt dishes', 'solventPaint').getByRole('link', { name: 'To its gate' }).click()
      await layOut(page)
      await expect(page.locator('[data-caution="solvent"]')).toBeVisible()
      await expect(
        page.getByText('3 drops of Slate paste, 1 scoop of Pewter mica, on each of 10'),
      ).toBeVisible()
      await expect(page.getByRole('button', { name: 'Painted' })).toBeVisible()
      await mark(page)
      await expect(page.getByText('Let it dry, free of dust.')).toBeVisible()
      await page.getByRole('link', { name: 'To the rack' }).click()
      await expect(taskOf(page, 'Salt dishes', 'secondPour')).toContainText(/from/)
      await toTheRack(page, 24)
      await taskOf(page, 'Salt dishes', 'secondPour').getByRole('link', { name: 'To its gate' }).click()
      await layOut(page)
      await stir(page)
      await mark(page)
    })

    await test.step('it stays in its dish', async () => {
      await toTheRack(page, 40)
      const rim = taskOf(page, 'Salt dishes', 'demold')
      await expect(rim).toContainText('Clean the rim of the dish')
      await rim.getByRole('button', { name: 'Rim clean' }).click()
      // The days above are laid out anew by it, and what stands below them moves.
      await expect(
        page.getByRole('region', { name: 'Coming days' }).getByText('Clean the rim of the dish'),
      ).toHaveCount(0)
      await rim.getByRole('link', { name: 'Look at the faces' }).click()
      await expect(page.getByRole('heading', { level: 1, name: 'Finish: Salt dishes' })).toBeVisible()
    })
  },
)

test(
  'two kinds of mold from one mix, the back on one of them only; a face that is decided at the look',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByLabel('Name of the batch').fill('Tray and coasters')
    await page.getByRole('button', { name: 'Another mold' }).click()
    await page.getByLabel('Face, the side on show').selectOption('undecided')
    await page.getByLabel('Add a layer').selectOption('back')
    const back = page.locator('[data-layer="back"]')
    const mass = page
      .getByRole('heading', { name: 'Mix for the back layer, later' })
      .locator('xpath=..')
      .locator('dd')
      .last()
    const both = Number.parseFloat(await mass.innerText())
    const boxes = back.getByRole('group', { name: 'In' }).getByRole('checkbox')
    await expect(boxes).toHaveCount(2)
    await boxes.first().uncheck()
    await expect.poll(async () => Number.parseFloat(await mass.innerText())).toBeLessThan(both)
    await expect(page.getByText('back layer', { exact: true }).locator('visible=true')).not.toHaveCount(0)
    await expect(page.getByText('face or back, the open side')).toBeVisible()
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    await pourToTheEnd(page)
    await toTheRack(page, 6)
    const task = taskOf(page, 'Tray and coasters', 'back')
    await expect(task.getByRole('listitem')).toHaveCount(2)
    await task.getByRole('link', { name: 'To its gate' }).click()
    await layOut(page)
    await stir(page)
    await mark(page)
    await toTheRack(page, 60)
    const free = taskOf(page, 'Tray and coasters', 'demold')
    await free.getByRole('button', { name: 'Demolded' }).click()
    await free.getByRole('link', { name: 'Look at the faces' }).click()
    await page.getByLabel('Which side is the face?').selectOption('open')
    await expect(page.getByLabel('Which side is the face?')).toHaveCount(0)
  },
)

test(
  'one bloom in two colourways of one kind of mold: each piece gets its own inks, the back one of them only',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByLabel('Name of the batch').fill('Sea and berry')
    await page.getByLabel('Mold 1').selectOption('Round coaster')
    await page.getByRole('button', { name: 'Another colourway of Round coaster' }).click()
    const names = page.getByLabel('Colourway', { exact: true })
    await names.first().fill('Sea')
    await names.last().fill('Berry')
    const inksOf = (name: string) =>
      page.getByRole('group', { name: `Inks of ${name}` }).getByRole('checkbox')
    await inksOf('Sea').last().uncheck()
    await inksOf('Berry').first().uncheck()
    await page.getByLabel('Add a layer').selectOption('back')
    const back = page.locator('[data-layer="back"]')
    await back
      .getByRole('group', { name: 'In' })
      .getByRole('checkbox', { name: 'Round coaster, Sea' })
      .uncheck()
    const drops = page
      .getByRole('heading', { name: 'Drops on each piece' })
      .locator('xpath=..')
      .getByRole('listitem')
    await expect(drops).toHaveText([/^Round coaster, Sea: \d+ Dusk$/, /^Round coaster, Berry: \d+ Ember$/])
    await page.getByRole('link', { name: 'Pattern of Round coaster, Berry' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'Pattern: Round coaster, Berry' })).toBeVisible()
    await page.getByRole('link', { name: 'Back to the plan' }).click()
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    const told: string[] = []
    for (let step = await atHand(page); step && told.length < 2; step = await atHand(page)) {
      const shown = await page.locator('[data-step]').innerText()
      if (step.key.startsWith('ink.')) told.push(shown)
      await mark(page)
    }
    expect(told[0]).toMatch(/Piece 1 of 2: Round coaster, Sea[^]*\d+ drops of Dusk/)
    expect(told[1]).toMatch(/Piece 2 of 2: Round coaster, Berry[^]*\d+ drops of Ember/)
    await pourToTheEnd(page)
    await toTheRack(page, 6)
    await expect(taskOf(page, 'Sea and berry', 'back').getByText('Round coaster, Berry:')).toBeVisible()
    await expect(taskOf(page, 'Sea and berry', 'back').getByText('Round coaster, Sea:')).toHaveCount(0)
  },
)

test(
  'two pieces of one mix in two ways: a bloom and a petri by one clock, the back on one of them only',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByLabel('Name of the batch').fill('Bloom and petri')
    await page.getByRole('button', { name: 'Another mold' }).click()
    const orders = page.locator('[data-order]')
    await expect(orders).toHaveCount(2)
    const laidAs = orders.last().getByLabel(/^How .* is laid$/)
    await laidAs.selectOption('petri')
    await expect(orders.last()).toHaveAttribute('data-order', /\.petri$/)
    // A third kind is poured from what is left: nothing of its own is stirred until it is said how much more.
    await page.getByRole('button', { name: 'Another mold' }).click()
    await orders
      .last()
      .getByLabel(/^How .* is laid$/)
      .selectOption('plain')
    await orders
      .last()
      .getByLabel(/poured from what is left$/)
      .check()
    await expect(page.getByText(/^Mind: Too little is left for/)).toBeVisible()
    await page.getByRole('button', { name: /^Stir at least/ }).click()
    await expect(page.getByText(/Too little is left for/)).toHaveCount(0)
    await expect(
      page
        .getByText(/what is left$/)
        .locator('visible=true')
        .first(),
    ).toBeVisible()
    await page.getByRole('button', { name: /^Leave out .*what is left$/ }).click()
    await expect(orders).toHaveCount(2)
    const drops = page
      .getByRole('heading', { name: 'Drops on each piece' })
      .locator('xpath=..')
      .getByRole('listitem')
    await expect(drops.last()).toContainText(/, Petri: .*of white from the needle$/)
    await expect(drops.first()).not.toContainText('needle')
    await expect(page.getByLabel('Drops go over it')).toHaveCount(1)
    await page.getByLabel('Add a layer').selectOption('back')
    const back = page.locator('[data-layer="back"]')
    const boxes = back.getByRole('group', { name: 'In' }).getByRole('checkbox')
    await boxes.last().uncheck()
    await orders
      .last()
      .getByRole('link', { name: /^Pattern of .*, Petri$/ })
      .click()
    await expect(page.getByRole('heading', { level: 1, name: /^Pattern: .*, Petri$/ })).toBeVisible()
    await page.getByRole('link', { name: 'Back to the plan' }).click()
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await expect(page.getByText(/needle/i).first()).toBeVisible()
    await layOut(page)
    await stir(page)
    const keys = await pourToTheEnd(page)
    // One mix, one decant; each piece goes through the steps of its own way, what closes first before the other.
    expect(keys.filter((key) => key === 'decant')).toHaveLength(1)
    const own = keys.filter((key) => /\.\d+$/.test(key))
    expect(own.findIndex((key) => key.startsWith('petri-ink'))).toBe(0)
    const piecesOf = (way: RegExp) =>
      new Set(own.filter((key) => way.test(key)).map((key) => key.split('.').at(-1)))
    const [bloomed, dropped] = [piecesOf(/^(ink|white|shape)\./), piecesOf(/^petri-/)]
    expect(bloomed.size).toBeGreaterThan(0)
    expect(dropped.size).toBeGreaterThan(0)
    expect([...bloomed].filter((no) => dropped.has(no))).toEqual([])
    await toTheRack(page, 6)
    const task = taskOf(page, 'Bloom and petri', 'back')
    await expect(task).toBeVisible()
    await expect(task.getByText(/, Petri:/)).toHaveCount(0)
  },
)
