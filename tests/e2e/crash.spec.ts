import { expect, test, type Page } from '@playwright/test'
import { mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DEMO_PORT } from '../../playwright.config.ts'
import { LONG, BEGIN, layOut, mark, openStudio, stepKey, stir, turnTo, wait } from './bench.ts'
import { killAll, startBrowser } from './realBrowser.ts'

const DEMO = `http://127.0.0.1:${DEMO_PORT}`

test.afterEach(killAll)

/** The planned demo batch, laid out, stirred, and marked up to the decant. */
async function pourUntilDecant(page: Page, base = ''): Promise<void> {
  await openStudio(page, base)
  await page.goto(`${base}/pour/demo-8`)
  await layOut(page)
  await stir(page)
  await wait(page, 15)
  await mark(page)
  await mark(page)
  await mark(page)
}

/** Taps what the page shows this very moment, without waiting for anything. */
const tapNow = (page: Page) =>
  page.evaluate(() => document.querySelector<HTMLElement>('[data-step] button[data-fresh="false"]')?.click())

const clockOf = async (page: Page) =>
  (await page.getByRole('timer', { name: 'Since stop-stir' }).innerText()).trim()

test('killing the browser in the middle of a pour loses no mark, and the clock is right afterwards', async () => {
  const profile = await mkdtemp(join(tmpdir(), 'nublo-profile-'))
  const first = await startBrowser(profile)
  await pourUntilDecant(first.page, DEMO)
  expect(await stepKey(first.page)).toBe('bubbles')
  await first.kill()

  const second = await startBrowser(profile)
  const { page } = second
  await page.clock.install({ time: new Date(BEGIN.getTime() + 25 * 60_000) })
  await page.goto(DEMO)
  await expect(page.getByLabel('Live pours')).toContainText('Saffron soft squares: Chase bubbles')
  await page.getByLabel('Live pours').getByRole('link').click()
  expect(await stepKey(page)).toBe('bubbles')
  // Begun at 17:30 with 3 min of stirring; opened again at 17:55.
  expect(await clockOf(page)).toMatch(/^2[12]:\d\d$/)
  await mark(page)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-step="bubbles"]')).toBeVisible()
})

test('a reload goes on exactly where it was', async ({ page }) => {
  await pourUntilDecant(page)
  await page.reload()
  expect(await stepKey(page)).toBe('bubbles')
})

test('two tabs see the same pour, and a mark made in both is stored once', async ({ page, context }) => {
  await pourUntilDecant(page)
  const other = await context.newPage()
  await other.clock.install({ time: new Date(BEGIN.getTime() + 19 * 60_000) })
  await other.goto('/pour/demo-8')
  await expect(other.locator('[data-step="bubbles"]')).toBeVisible()
  await mark(page)
  await expect(other.locator('[data-step="ink.1"]')).toBeVisible()
  // Both take a tap again.
  for (const tab of [page, other])
    await expect(tab.locator('[data-step="ink.1"] button[data-fresh="false"]')).toBeVisible()
  await Promise.all([tapNow(page), tapNow(other)])
  await expect(page.locator('[data-step="ink.2"]')).toBeVisible()
  await expect(other.locator('[data-step="ink.2"]')).toBeVisible()
})

test('two taps in one breath mark one step', async ({ page }) => {
  await pourUntilDecant(page)
  await page.locator('[data-step] button[data-fresh="false"]').dblclick()
  await expect(page.locator('[data-step="ink.1"]')).toBeVisible()
  // A second mark would have gone through by the time a tap is taken again.
  await expect(page.locator('[data-step="ink.1"] button[data-fresh="false"]')).toBeVisible()
  expect(await stepKey(page)).toBe('ink.1')
})

test('the second of two taps takes nothing back, whatever came under it', LONG, async ({ page }) => {
  await pourUntilDecant(page)
  await mark(page)
  const band = page.locator('[data-take-back]')
  const { x, y, width, height } = (await band.boundingBox())!
  const at = [x + width / 2, y + height / 2] as const
  await page.mouse.move(...at)
  await page.mouse.down({ clickCount: 2 })
  await page.mouse.up({ clickCount: 2 })
  await expect(page.locator('[data-step="ink.1"] button[data-fresh="false"]')).toBeVisible()
  await expect(band).toBeVisible()
  await page.mouse.click(...at)
  await expect(page.locator('[data-step="bubbles"]')).toBeVisible()
})

/** No row can be added once `full` is set. */
async function mayFill(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const add = IDBObjectStore.prototype.add
    IDBObjectStore.prototype.add = function (...args) {
      if ((window as { full?: boolean }).full) throw new DOMException('no room', 'QuotaExceededError')
      return add.apply(this, args)
    }
  })
}

test('a device that is full at the gate says so before the clock runs, and the pour goes on', async ({
  page,
}) => {
  await mayFill(page)
  await openStudio(page, '/pour/demo-8')
  await expect(page.locator('[data-tool]').first()).toBeVisible()
  await page.evaluate(() => void ((window as { full?: boolean }).full = true))
  await layOut(page)
  await expect(page.getByText('One mark is held aside')).toBeVisible()
  await stir(page)
  await expect(page.getByText('marks are held aside')).toBeVisible()
  await page.reload()
  await expect(page.locator('[data-step]')).toBeVisible()
  await expect(page.getByText('held aside')).toHaveCount(0)
})

test('a full device holds marks aside, says so, and stores them when there is room', async ({ page }) => {
  await mayFill(page)
  await pourUntilDecant(page)
  await page.evaluate(() => void ((window as { full?: boolean }).full = true))
  await mark(page)
  await expect(page.locator('[data-step="ink.1"]')).toBeVisible()
  await expect(page.getByText('One mark is held aside')).toBeVisible()
  await page.reload()
  await expect(page.locator('[data-step="ink.1"]')).toBeVisible()
  await expect(page.getByText('held aside')).toHaveCount(0)
  expect(
    await page.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('nublo-mark-'))),
  ).toEqual([])
})

for (const noticed of [false, true])
  test(`the browser’s storage cleared under an open pour: the next tap puts the pour back and marks it, ${noticed ? 'the page having noticed' : 'at once'}`, async ({
    page,
    context,
  }) => {
    await pourUntilDecant(page)
    const session = await context.newCDPSession(page)
    await session.send('Storage.clearDataForOrigin', {
      origin: DEMO,
      storageTypes: 'indexeddb,local_storage',
    })
    if (noticed) {
      await turnTo(page, '/learn')
      await expect(page.locator('[data-place="/learn"]')).toBeVisible()
      await turnTo(page, '/pour/demo-8')
      await expect(page.getByText('What this browser stored is gone')).toBeVisible()
    }
    await mark(page)
    await expect(page.locator('[data-step="ink.1"]')).toBeVisible()
    await expect(page.getByText('What this browser stored is gone')).toHaveCount(0)
    await page.reload()
    await expect(page.locator('[data-step="ink.1"]')).toBeVisible()
    expect(await clockOf(page)).toMatch(/^1[4-6]:\d\d$/)
  })
