import { expect, test, type Page } from '@playwright/test'
import { LONG, go, layOut, openStudio, stir, wait } from './bench.ts'

/** Figures in the one system and in the other; densities of a white stay kg/m³ in both. */
const METRIC = /.{0,30}\d\s?(?:°C|mm|cm|ml|g|kg)(?![\w/²³])/g
const US =
  /.{0,30}\d\s?(?:°F|in(?! (?:\d|the|two|a|one|all|its|it|\w+ing|this|each)\b)|oz by weight|US fl oz|lb|ft)(?!\w)/g

const PLACES = [
  '/',
  '/plan',
  '/rack',
  '/log',
  '/log/demo-2',
  '/shelf',
  '/orders',
  '/handbook',
  '/studio',
  '/finish/demo-3',
]

/** Everything a person can read there, what is folded away and what fields hold back included. */
async function told(page: Page): Promise<string> {
  await page.locator('main').waitFor()
  await expect(page.getByText(/Working it out …|Opening the|Working out/)).toHaveCount(0)
  return page.evaluate(() => {
    for (const each of document.querySelectorAll('details')) each.open = true
    const said = [...document.querySelectorAll('main [aria-label], main [title]')].map(
      (each) => `${each.getAttribute('aria-label') ?? ''} ${each.getAttribute('title') ?? ''}`,
    )
    return `${document.querySelector('main')!.innerText} ${said.join(' ')}`
  })
}

for (const [units, other] of [
  ['us', METRIC],
  ['metric', US],
] as const)
  test(
    `with ${units} units no sentence anywhere is in the other ones`,
    units === 'us' ? {} : LONG,
    async ({ page }) => {
      await openStudio(page, '/studio')
      await page.getByLabel('Units').selectOption(units)
      await expect(page.getByLabel('Units')).toHaveValue(units)
      for (const place of PLACES) {
        await go(page, place)
        expect({ place, found: (await told(page)).match(other) ?? [] }).toEqual({ place, found: [] })
      }
      for (const tab of ['Resins', 'Molds', 'Colours', 'Supplies', 'Patterns']) {
        await go(page, '/shelf')
        const there = page.getByRole('tab', { name: new RegExp(`^${tab}`) })
        await there.click()
        expect({ tab, found: (await told(page)).match(other) ?? [] }).toEqual({ tab, found: [] })
      }
      await go(page, '/pour/demo-8')
      await layOut(page)
      await stir(page)
      await wait(page, 12)
      expect({ place: 'pour', found: (await told(page)).match(other) ?? [] }).toEqual({
        place: 'pour',
        found: [],
      })
    },
  )
