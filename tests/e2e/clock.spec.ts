import { expect, test, type Page } from '@playwright/test'
import { BEGIN, layOut, LONG, mark, openStudio, stepKey, stir, wait, weigh } from './bench.ts'

const minuteOf = async (page: Page) => {
  const [, minutes, seconds] =
    /(\d+):(\d\d)$/.exec((await page.getByRole('timer', { name: 'Since stop-stir' }).innerText()).trim()) ??
    []
  return Number(minutes) + Number(seconds) / 60
}

async function pourFor(page: Page, minutes: number): Promise<void> {
  await openStudio(page, '/pour/demo-8')
  await layOut(page)
  await stir(page)
  await wait(page, minutes)
}

/** Moves the device's clock without letting time pass. */
async function setClock(page: Page, minutesOff: number): Promise<void> {
  const now = await page.evaluate(() => Date.now())
  await page.clock.setSystemTime(now + minutesOff * 60_000)
}

test('a device clock set back an hour in the middle of a pour: the pour goes on, its marks at their minutes', async ({
  page,
}) => {
  await pourFor(page, 10)
  const before = await minuteOf(page)
  await setClock(page, -60)
  await page.clock.runFor(2500)
  await expect(page.locator('[data-clock="setBack"]')).toContainText('set back by')
  await expect(async () => {
    await page.clock.runFor(300)
    expect(Math.abs((await minuteOf(page)) - before)).toBeLessThan(0.5)
  }).toPass()
  await wait(page, 6)
  await mark(page)
  await page.reload()
  await expect(page.locator('[data-step]')).toBeVisible()
  expect(await stepKey(page)).not.toBe('rest')
  expect(Math.abs((await minuteOf(page)) - before - 6)).toBeLessThan(0.7)
})

test('a clock that leapt ahead is asked about, and taken back when it was put on', async ({ page }) => {
  await pourFor(page, 10)
  const before = await minuteOf(page)
  await setClock(page, 60)
  await page.clock.runFor(2500)
  const notice = page.locator('[data-clock="ahead"]')
  await expect(notice).toContainText('have passed at once')
  await notice.getByRole('button', { name: 'take it back' }).click()
  await expect(notice).toHaveCount(0)
  await page.clock.runFor(1000)
  expect(Math.abs((await minuteOf(page)) - before)).toBeLessThan(0.5)
  await page.reload()
  expect(Math.abs((await minuteOf(page)) - before)).toBeLessThan(0.7)
})

test('a tablet that slept: the clock is right the moment it wakes, and no mark is lost', async ({ page }) => {
  const { page: tablet, session } = await openAwake(page)
  await mark(tablet)
  const key = await stepKey(tablet)
  const began = await elapsedS(tablet)
  const at = Date.now()
  await session.send('Emulation.setCPUThrottlingRate', { rate: 6 })
  await session.send('Page.setWebLifecycleState', { state: 'frozen' })
  await new Promise((resolve) => setTimeout(resolve, 6000))
  await session.send('Page.setWebLifecycleState', { state: 'active' })
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 })
  await expect.poll(() => elapsedS(tablet)).toBeGreaterThan(began + 5)
  expect(Math.abs((await elapsedS(tablet)) - began - (Date.now() - at) / 1000)).toBeLessThan(3)
  expect(await stepKey(tablet)).toBe(key)
})

/** A pour by the machine's own clock: a fake one would not know that the page was frozen. */
async function openAwake(page: Page) {
  await page.goto('/')
  await expect(page.getByRole('heading', { level: 1, name: 'Bench' })).toBeVisible({ timeout: 60_000 })
  await page.goto('/pour/demo-8')
  await layOut(page)
  await weigh(page)
  await page.getByRole('button', { name: /Stop stir/ }).click()
  await expect(page.locator('[data-step]')).toBeVisible()
  return { page, session: await page.context().newCDPSession(page) }
}

const elapsedS = async (page: Page) => 60 * (await minuteOf(page))

test('two tabs see one moved clock: it is made good once', LONG, async ({ page, context }) => {
  await pourFor(page, 10)
  const before = await minuteOf(page)
  const other = await context.newPage()
  await other.clock.install({ time: new Date(BEGIN.getTime() + 13 * 60_000) })
  await other.goto('/pour/demo-8')
  await expect(other.locator('[data-step]')).toBeVisible()
  await setClock(page, -30)
  await setClock(other, -30)
  const away = async () => {
    await Promise.all([page.clock.runFor(1000), other.clock.runFor(1000)])
    const minutes = await Promise.all([minuteOf(page), minuteOf(other)])
    return Math.max(...minutes.map((min) => Math.abs(min - before)))
  }
  await Promise.all([page.clock.runFor(2500), other.clock.runFor(2500)])
  await expect.poll(away).toBeLessThan(0.5)
  // Made good twice it would be half an hour ahead by now.
  for (let k = 0; k < 3; k++) expect(await away()).toBeLessThan(0.5)
})

/** Closes the app in the middle of a pour and opens it again with the clock so many minutes further, by its own reckoning. */
async function reopen(page: Page, minutesOn: number, at = '/pour/demo-8'): Promise<void> {
  await page.clock.runFor(2500)
  const now = await page.evaluate(() => Date.now())
  await page.goto('about:blank')
  await page.clock.setSystemTime(now + minutesOn * 60_000)
  await page.goto(at)
  await expect(
    page.locator('[data-step]').or(page.getByRole('heading', { name: 'On the rack' })),
  ).toBeVisible()
  await page.clock.runFor(1500)
}

/** Lets the page draw until the pour's clock stands at that minute. */
async function standsAt(page: Page, minute: number): Promise<void> {
  await expect(async () => {
    await page.clock.runFor(300)
    expect(Math.abs((await minuteOf(page)) - minute)).toBeLessThan(0.5)
  }).toPass()
}

test('a clock set back while the app was closed: nothing moves until it is answered, and no limit comes later', async ({
  page,
}) => {
  await pourFor(page, 20)
  const before = await minuteOf(page)
  await reopen(page, -109)
  const notice = page.locator('[data-clock="closedBack"]')
  await expect(notice).toContainText('1:48:')
  expect((await minuteOf(page)) - before).toBeGreaterThan(-0.1)
  expect((await minuteOf(page)) - before).toBeLessThan(0.5)
  await notice.getByLabel('Closed for, minutes').fill('5')
  await notice.getByRole('button', { name: /count only those minutes/ }).click()
  await expect(notice).toHaveCount(0)
  await standsAt(page, before + 5)
  await page.reload()
  await page.clock.runFor(1500)
  await expect(page.locator('[data-clock]')).toHaveCount(0)
  await standsAt(page, before + 5)
})

test('on a slow phone the note of a pour outlives the reading of the studio', LONG, async ({ page }) => {
  await pourFor(page, 20)
  const session = await page.context().newCDPSession(page)
  // Seconds pass before the studio is read: whoever looked until then knew of no pour.
  await session.send('Emulation.setCPUThrottlingRate', { rate: 12 })
  await reopen(page, -109)
  await expect(page.locator('[data-clock="closedBack"]')).toContainText('1:48:')
})

test('a clock put on while the app was closed is asked about, counted until then, and taken back', async ({
  page,
}) => {
  await pourFor(page, 20)
  const before = await minuteOf(page)
  await reopen(page, 30)
  const notice = page.locator('[data-clock="closedAway"]')
  await expect(notice).toContainText('last seen')
  expect(Math.abs((await minuteOf(page)) - before - 30)).toBeLessThan(0.5)
  await notice.getByRole('button', { name: /count only those minutes/ }).click()
  await standsAt(page, before)
})

test(
  'a batch that waits on the rack asks nothing, however long the app was closed',
  LONG,
  async ({ page }) => {
    await openStudio(page)
    await reopen(page, 14 * 60, '/')
    await expect(page.getByText('Pour the back layer').first()).toBeVisible()
    await page.clock.runFor(2500)
    await expect(page.locator('[data-clock]')).toHaveCount(0)
  },
)
