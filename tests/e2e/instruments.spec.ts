import { expect, test, type Locator, type Page } from '@playwright/test'
import { LONG, atHand, go, layOut, mark, openStudio, overOf, stir, wait } from './bench.ts'

/** The demo studio with the simulated bench linked and in order. */
async function openLinked(page: Page): Promise<void> {
  await openStudio(page)
  await linkBench(page)
}

async function linkBench(page: Page): Promise<void> {
  await go(page, '/studio')
  await page.getByLabel('Bench instruments').selectOption('simulated')
  await expect(page.locator('[data-link="live"]')).toBeVisible()
  await trouble(page, 'none')
}

async function trouble(page: Page, what: string): Promise<void> {
  const answer = await page.request.post('/api/bench', { data: { do: 'trouble', trouble: what } })
  expect(answer.ok()).toBe(true)
}

/** Has the simulated hand pour until that is there; each time the scale has to come to rest first. */
async function pourUntil(on: Locator, there: Locator): Promise<void> {
  const hand = on.getByRole('button', { name: 'Let the simulated hand pour' })
  const ready = hand.and(on.locator(':enabled'))
  const pours = hand.and(on.locator(':disabled'))
  for (let k = 0; k < 12 && !(await there.isVisible()); k++) {
    await expect(ready.or(there)).toBeVisible({ timeout: 60_000 })
    if (await there.isVisible()) return
    await hand.click()
    await expect(pours.or(there)).toBeVisible()
  }
}

async function pourLinked(page: Page): Promise<void> {
  await openLinked(page)
  await go(page, '/pour/demo-8')
  await layOut(page)
  await stir(page)
}

test('weighing against the scale: add so much of B, and what to add when a part was overshot', async ({
  page,
}) => {
  test.setTimeout(180_000)
  // By the machine's own clock: the hand on the bench pours in real time.
  await page.goto('/')
  await expect(page.getByRole('heading', { level: 1, name: 'Bench' })).toBeVisible({ timeout: 60_000 })
  await linkBench(page)
  await go(page, '/pour/demo-8')
  await layOut(page)
  const scale = page.getByRole('region', { name: 'On the scale' })
  await scale.getByRole('button', { name: 'The empty cup is on it' }).click()
  await expect(scale).toContainText(/Add \d+\.\d g of A/)
  const right = scale.getByText(/Right: \d+\.\d g of A and \d+\.\d g of B/)
  await pourUntil(scale, right)
  await expect(right).toBeVisible()
  const [, off] = /ratio off by (\d+\.\d+) %/.exec(await scale.innerText()) ?? []
  expect(Number(off)).toBeLessThan(1)
})

test(
  'molds are filled one by one on the scale: how much more, when it is enough, kept through a reload',
  LONG,
  async ({ page }) => {
    test.setTimeout(240_000)
    await page.goto('/')
    await expect(page.getByRole('heading', { level: 1, name: 'Bench' })).toBeVisible({ timeout: 60_000 })
    await linkBench(page)
    await go(page, '/pour/demo-8')
    await layOut(page)
    await page.getByRole('button', { name: 'Stir as it is' }).click()
    await page.getByRole('button', { name: /Stop stir/ }).click()
    for (let k = 0; k < 4 && (await atHand(page))?.key !== 'decant'; k++) await mark(page)
    const filling = page.getByRole('region', { name: 'Mold by mold' })
    const wanted = Number(/stop at (\d+\.\d)/.exec(await filling.innerText())?.[1])
    expect(wanted).toBeGreaterThan(10)
    await expect(filling).toHaveAttribute('data-filling', '1')
    await filling.getByRole('button', { name: 'It stands on it' }).click()
    await pourUntil(filling, page.locator('[data-filling="2"]'))
    await page.reload()
    await expect(filling).toHaveAttribute('data-filling', '2')
    await go(page, '/log/demo-8')
    await expect(page.getByRole('table')).toContainText(/\d+\.\d g into piece 1/)
  },
)

test('the probe takes readings by itself, in one tab only, and the forecast learns from them', async ({
  page,
  context,
}) => {
  await pourLinked(page)
  const clock = () => page.evaluate(() => Date.now())
  const beganMs = await clock()
  const other = await context.newPage()
  await other.clock.install({ time: beganMs })
  await other.goto('/pour/demo-8')
  await expect(other.locator('[data-step]')).toBeVisible()
  await expect(page.locator('[data-instrument="thermometer"]')).toContainText('Cup probe')
  const counted = async () =>
    Number(/After (\d+) reading/.exec(await page.locator('[data-believed]').innerText())?.[1] ?? 0)
  for (let k = 0; k < 3; k++) {
    // Both tabs are of one context, and go by one clock; the probe's feed comes by the machine's own.
    await wait(page, 3.2)
    const hear = async () => {
      await page.clock.runFor(2000)
      return counted()
    }
    await expect.poll(hear).toBeGreaterThan(k)
  }
  const count = await counted()
  // At most one of the probe every three minutes, and one of the room.
  const most = 1 + Math.floor(((await clock()) - beganMs) / 180_000) + 1
  expect(most).toBeLessThan(8)
  expect(count).toBeGreaterThanOrEqual(2)
  expect(count).toBeLessThanOrEqual(most)
})

test(
  'unplugged, nonsense and a silently changed unit are told, and none is taken as a reading',
  LONG,
  async ({ page }) => {
    await openLinked(page)
    await go(page, '/pour/demo-8')
    await layOut(page)
    // Nothing is heard until nothing is taken by itself any more.
    await trouble(page, 'unplugged')
    await stir(page)
    await page.getByLabel('Take readings by itself').click()
    await expect(page.getByLabel('Take readings by itself')).not.toBeChecked()
    const believed = await page.locator('[data-believed]').innerText()
    await trouble(page, 'none')
    const probe = page.locator('[data-instrument="thermometer"]')
    await expect(probe).toContainText('°C')
    await trouble(page, 'nonsense')
    await expect(probe).toContainText('a broken probe or a loose plug')
    await trouble(page, 'none')
    await expect(probe).toContainText(/\d °C/)
    await trouble(page, 'unlabelled')
    await expect(probe).toContainText('switched between °C and °F without saying so')
    await trouble(page, 'none')
    await expect(probe).toContainText(/\d °C/)
    await trouble(page, 'fahrenheit')
    await expect(probe).toContainText(/2\d\.\d °C/)
    await trouble(page, 'unplugged')
    await wait(page, 0.2)
    await expect(probe).toContainText('fell silent')
    await trouble(page, 'none')
    await expect(probe).toContainText(/\d °C/)
    await expect(page.locator('[data-believed]')).toHaveText(believed)
  },
)

test('a cup that was forgotten is said to have run away, not to be read wrongly', LONG, async ({ page }) => {
  await pourLinked(page)
  const warned = page.getByText(/by probe at \d+ min: this cup has run away/)
  for (let turn = 0; turn < 30 && !(await warned.isVisible()); turn++) {
    await wait(page, 1.5)
    await page.clock.runFor(4000)
  }
  await expect(warned).toBeVisible()
  await expect(page.getByText('Pour it into no mold.')).toContainText('carry it outside')
  await expect(page.getByText(/\d{3}\.\d °C by probe .* does not fit/)).toHaveCount(0)
})

const stepHours = (hours: number) => (hours < 0.75 ? 1 / 12 : hours < 30 ? 0.75 : 12)

test(
  'every stage of the cure is passed in a run at speed against the simulated probe',
  LONG,
  async ({ page }) => {
    test.setTimeout(240_000)
    await pourLinked(page)
    const seen = new Set<string>()
    const look = async () => {
      const told = await page.evaluate(() =>
        Array.from(document.querySelectorAll<HTMLElement>('[data-stages]'), (line) => line.dataset['stages']),
      )
      for (const stage of told.flatMap((held) => held?.split(' ') ?? [])) seen.add(stage)
      if (await page.getByText(/The cup must be empty in|Empty the cup now/).isVisible())
        seen.add('cupMustBeEmpty')
    }
    // A slow hand: every few minutes one look, a mark where a step is due, the cup left until it is warned of.
    for (let turn = 0; turn < 90 && (await atHand(page)) !== null; turn++) {
      await page.clock.runFor(1200)
      await look()
      const step = await atHand(page)
      if (!step) break
      const mayMark = step.key === 'rest' ? seen.has('cupMustBeEmpty') : step.standing !== 'soon'
      if (mayMark) await mark(page)
      else await wait(page, 1.5)
    }
    await expect(overOf(page)).toBeVisible()
    await go(page, '/rack')
    const card = page.locator('[data-batch="demo-8"]')
    await expect(card).toBeVisible()
    // The pour may be over before its mix strings: small steps first.
    for (let hours = 0; hours < 400; hours += stepHours(hours)) {
      await wait(page, stepHours(hours) * 60)
      await page.clock.runFor(16_000)
      const held = await card
        .locator('[data-stages]')
        .getAttribute('data-stages', { timeout: 2000 })
        .catch(() => null)
      for (const stage of (held ?? '').split(' ')) seen.add(stage)
      if ((await card.locator('[data-heat-limit]').count()) > 0) seen.add('heatLimit')
      if (seen.has('use')) break
    }
    expect([...seen]).toEqual(
      expect.arrayContaining([
        'inkSpreads',
        'pipe',
        'string',
        'cupMustBeEmpty',
        'gel',
        'footprint',
        'leathery',
        'bendy',
        'demold',
        'use',
        'heatLimit',
      ]),
    )
    // No colour rests apart in this pour, so no moment of clouds is told of.
    expect(seen).not.toContain('cloudPull')
  },
)
