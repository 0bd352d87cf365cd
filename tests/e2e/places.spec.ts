import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { LONG, EMPTY, go, layOut, openStudio, stir } from './bench.ts'

const PLACES = [
  ['/', 'Bench'],
  ['/plan', 'Plan a batch'],
  ['/rack', 'Rack'],
  ['/log', 'Log'],
  ['/log/trials', 'Experiments'],
  ['/orders', 'Sets and commissions'],
  ['/log/demo-2', 'Lagoon coasters'],
  ['/finish/demo-6', 'Finish: Ember heart dishes'],
  ['/shelf', 'Shelf'],
  ['/handbook', 'Handbook'],
  ['/studio', 'Studio'],
  ['/pour/demo-8', 'Before the clock'],
] as const

const RULES = {
  light: (axe: AxeBuilder) => axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']),
  // Of those rules the light changes only what is told by colour.
  dark: (axe: AxeBuilder) => axe.withRules(['color-contrast', 'link-in-text-block']),
} as const

async function troublesOn(page: Page, light: keyof typeof RULES): Promise<string[]> {
  const { violations } = await RULES[light](new AxeBuilder({ page }).setLegacyMode(true)).analyze()
  return violations.flatMap(({ id, nodes }) => nodes.map((node) => `${id}: ${node.html.slice(0, 120)}`))
}

/** Nothing of the place is worked out any more, and what came last is painted. */
async function settled(page: Page): Promise<void> {
  await expect(page.locator('[aria-busy="true"]')).toHaveCount(0)
  await expect(page.getByText(/^(Opening|Working) .*…$/)).toHaveCount(0)
  await page.evaluate(
    () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
  )
}

/** What is wrong with what is shown, by either light. */
async function troubles(page: Page): Promise<string[]> {
  const found: string[] = []
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme })
    await settled(page)
    found.push(...(await troublesOn(page, colorScheme)).map((each) => `${colorScheme}: ${each}`))
  }
  return found
}

test('every place keeps to WCAG 2.2 AA, light and dark', async ({ page }) => {
  const broken: string[] = []
  page.on('pageerror', (problem) => broken.push(problem.message))
  page.on('console', (message) => message.type() === 'error' && broken.push(message.text()))
  await openStudio(page)
  for (const [path, heading] of PLACES) {
    await go(page, path)
    await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible()
    expect(await troubles(page), path).toEqual([])
  }
  await go(page, '/pour/demo-8')
  await layOut(page)
  expect(await troubles(page), 'weighing').toEqual([])
  await stir(page)
  await expect(page.locator('[data-step] button[data-fresh="false"]')).toBeVisible()
  expect(await troubles(page), 'live pour').toEqual([])
  expect(broken).toEqual([])
})

test('a pour can be run with the keyboard alone', LONG, async ({ page }) => {
  await openStudio(page, '/pour/demo-8')
  await expect(page.locator('[data-tool]').first()).toBeVisible()
  const boxes = await page.getByRole('checkbox').count()
  await page.getByRole('checkbox').first().focus()
  for (let k = 0; k < boxes; k++) {
    await page.keyboard.press('Space')
    await page.keyboard.press('Tab')
  }
  await page.keyboard.press('Enter')
  // What is at hand has the focus: a part is in, the other is in, stir.
  for (const part of ['A', 'B']) {
    await expect(page.locator('button[data-fresh="false"]', { hasText: `${part} is in` })).toBeFocused()
    await page.keyboard.press('Enter')
  }
  await expect(page.getByRole('button', { name: 'Start stirring' })).toBeFocused()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: /Stop stir/ }).press('Enter')
  await expect(page.locator('[data-step="rest"]')).toBeVisible()
  await expect(page.locator('[data-step="rest"] button[data-fresh="false"]')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-step="portion"]')).toBeVisible()
  await page.keyboard.press('u')
  await expect(page.locator('[data-step="rest"]')).toBeVisible()
  await page.keyboard.press('n')
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.getByRole('textbox', { name: 'Note' }).fill('cold hands')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Notes')).toContainText('cold hands')
  await page.keyboard.press('g')
  await page.keyboard.press('r')
  await expect(page.getByRole('heading', { level: 1, name: 'Rack' })).toBeVisible()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
})

/** Gives every batch and the first thing of each kind on the shelf the longest name there is, in one word. */
async function nameAtLength(page: Page): Promise<void> {
  await page.evaluate(async () => {
    const name = 'Commissionbowl'.repeat(14).slice(0, 190)
    const db = await new Promise<IDBDatabase>((done) => {
      const opening = indexedDB.open('nublo')
      opening.onsuccess = () => done(opening.result)
    })
    const changing = db.transaction(['batches', 'molds', 'resins', 'colours'], 'readwrite')
    const rows = (table: string) =>
      new Promise<{ name: string; request: { name: string } }[]>((done) => {
        const all = changing.objectStore(table).getAll()
        all.onsuccess = () => done(all.result as { name: string; request: { name: string } }[])
      })
    for (const row of await rows('batches'))
      changing.objectStore('batches').put({ ...row, request: { ...row.request, name } })
    for (const table of ['molds', 'resins', 'colours'])
      changing.objectStore(table).put({ ...(await rows(table))[0]!, name })
    await new Promise((done) => (changing.oncomplete = done))
  })
  await page.reload()
}

test('with the longest names no place is wider than the screen, on the smallest phone, a phone and a desk; the pour has targets of 64 px', async ({
  page,
}) => {
  await openStudio(page)
  await nameAtLength(page)
  for (const [path] of PLACES) {
    await go(page, path)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    for (const width of [1280, 320, 390]) {
      await page.setViewportSize({ width, height: 844 })
      await settled(page)
      const wide = await page.evaluate(() => document.documentElement.scrollWidth)
      expect(wide, `${path} at ${width}`).toBeLessThanOrEqual(width)
    }
  }
  await layOut(page)
  await stir(page)
  for (const button of await page.locator('[data-step] button').all()) {
    expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(64)
  }
})

test.describe('installed', () => {
  test.use({ serviceWorkers: 'allow' })

  test('the built app opens with the network gone', async ({ page, context }) => {
    await openStudio(page)
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready
    })
    await page.reload()
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null)
    await context.setOffline(true)
    await page.goto('/rack')
    await expect(page.getByRole('heading', { level: 1, name: 'Rack' })).toBeVisible()
    await page.goto('/plan')
    await expect(page.locator('[data-worksheet]')).toBeVisible()
  })
})

test('the first place loads under 250 KB of compressed script, the rest on demand', async ({ page }) => {
  const sizes: Promise<number>[] = []
  page.on('requestfinished', (request) => {
    if (request.resourceType() === 'script') sizes.push(request.sizes().then((size) => size.responseBodySize))
  })
  await openStudio(page, EMPTY)
  await page.waitForLoadState('networkidle')
  const bytes = (await Promise.all(sizes)).reduce((sum, size) => sum + size, 0)
  console.log(`first place: ${(bytes / 1024).toFixed(0)} KB of compressed script`)
  expect(bytes).toBeGreaterThan(50 * 1024)
  expect(bytes).toBeLessThan(250 * 1024)
})
