import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { EMPTY, go, layOut, openStudio, stir } from './bench.ts'

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
  const { violations } = await RULES[light](new AxeBuilder({ page })).analyze()
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

test('a pour can be run with the keyboard alone', async ({ page }) => {
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

test('on a phone no place is wider than the screen, and the pour has targets of 64 px', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await openStudio(page)
  for (const [path, heading] of PLACES) {
    await go(page, path)
    await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible()
    await settled(page)
    expect(await page.evaluate(() => document.documentElement.scrollWidth), path).toBeLessThanOrEqual(390)
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
