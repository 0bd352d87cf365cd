import { expect, test, type Locator, type Page } from '@playwright/test'
import { LONG, beginFrom, go, layOut, openStudio, pourToTheEnd, stir } from './bench.ts'

/** Jobs with an order of their own, each from a recipe that ships to the log, as somebody at the bench writes them. */
interface Job {
  readonly name: string
  readonly recipe: string
  readonly title: string
  /** What is written on the order, within its sheet. */
  readonly write: (page: Page, sheet: Locator) => Promise<void>
  /** What stands at the gate for it. */
  readonly gate: RegExp
  /** Keys that are told, of those that begin so, in their order. */
  readonly told: readonly [of: RegExp, keys: RegExp]
  readonly log: RegExp
}

const row = (page: Page, step: string) => page.locator(`[data-score-step="${step}"]`)

async function more(page: Page, step: string): Promise<void> {
  await row(page, step).getByRole('button', { name: /^More/ }).click()
}

const JOBS: readonly Job[] = [
  {
    name: 'mica and white in turn on every piece, and only then the drags',
    recipe: 'mica-then-white',
    title: 'Mica rings, then white',
    write: async (page, sheet) => {
      await more(page, 'white')
      await sheet.getByRole('button', { name: 'The bags in turn, one bead each' }).click()
      await sheet.getByRole('button', { name: 'On all pieces before the next step' }).click()
    },
    gate: /bag/i,
    told: [/^(white|shape)/, /^(white\.\d )+(shape\.\d ?)+$/],
    log: /^Pipe the bags in turn, piece 1$/,
  },
  {
    name: 'a drawing on the bare mold before anything is poured',
    recipe: 'coasters',
    title: 'Coasters on peat',
    write: async (page, sheet) => {
      await more(page, 'decant')
      await sheet.getByLabel('What', { exact: true }).selectOption('own')
      await sheet.getByLabel('Its name').fill('Draw the veins on the mold')
      await sheet.getByRole('button', { name: 'Put it in' }).click()
    },
    gate: /inks/i,
    told: [/^(own|decant)/, /^(own1\.\d )+decant$/],
    log: /^Draw the veins on the mold, piece 1$/,
  },
  {
    name: 'a cup in warm water for a minute and a half',
    recipe: 'coasters',
    title: 'Coasters on peat',
    write: async (page, sheet) => {
      await more(page, 'decant')
      await sheet.getByLabel('What', { exact: true }).selectOption('warmCup')
      await expect(sheet.getByLabel('How long')).toHaveValue('90')
      await sheet.getByRole('button', { name: 'Put it in' }).click()
    },
    gate: /bowl of warm water/i,
    told: [/^(own|decant)/, /^own1 decant$/],
    log: /^Warm the cup in warm water$/,
  },
  {
    name: 'a second round of one colour over a petri',
    recipe: 'petri',
    title: 'Petri on black',
    write: async (page, sheet) => {
      await more(page, 'cover')
      await sheet.getByLabel('What', { exact: true }).selectOption('drops')
      await sheet.getByRole('button', { name: 'Put it in' }).click()
    },
    gate: /inks/i,
    told: [/^(ink|own)/, /^(ink\S* )+(own1\.\d ?)+$/],
    log: /^2 drops of .*, piece 1$/,
  },
  {
    name: 'seeds in one half, three colours in the other, one joint',
    recipe: 'seededHalf',
    title: 'Seeds in one half, a moor in the other',
    write: async (page, sheet) => {
      await expect(
        sheet.getByText('Put in poppy seeds, before “Pour the colours zone by zone”.'),
      ).toBeVisible()
      await expect(row(page, 'swirl')).toHaveCount(0)
    },
    gate: /poppy seeds/,
    told: [/^(seeds|zones|swirl|setStones)/, /^(seeds\.\d )+(zones\.\d ?)+$/],
    log: /^Put in poppy seeds, piece 2$/,
  },
]

for (const { name, recipe, title, write, gate, told, log } of JOBS)
  test(`${name}: written on the order, at the gate, poured, in the log, repeated`, LONG, async ({ page }) => {
    await openStudio(page, '/plan')
    await beginFrom(page, recipe, title)
    await page.getByRole('button', { name: /^(Change the order|The order, with)/ }).click()
    const sheet = page.getByRole('dialog', { name: 'The order of the hands' })
    await write(page, sheet)
    const written = await sheet.getByLabel('What you wrote').innerText()
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await expect(page.locator('[data-tool]', { hasText: gate }).first()).toBeVisible()
    await layOut(page)
    await stir(page)
    const keys = await pourToTheEnd(page)
    expect(keys.filter((key) => told[0].test(key)).join(' ')).toMatch(told[1])
    const batchId = new URL(page.url()).pathname.split('/')[2]
    await go(page, `/log/${batchId}`)
    // Many marks are folded.
    const marks = page.locator('details', { has: page.getByText(/^\d+ marks$/) })
    if ((await marks.getAttribute('open')) === null) await marks.locator('summary').click()
    await expect(page.getByRole('cell', { name: log })).toHaveCount(1)
    await go(page, `/plan?repeat=${batchId}`)
    await page.getByRole('button', { name: /^The order, with \d of your own/ }).click()
    expect(await page.getByLabel('What you wrote').innerText()).toBe(written)
  })
