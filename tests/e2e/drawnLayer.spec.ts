import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { LONG, beginFrom, go, layOut, mark, openStudio, pourToTheEnd, stepKey, stir, wait } from './bench.ts'

const laidOf = (page: Page) => page.getByRole('heading', { level: 1, name: /^Laid: / })

/** Goes through the steps of the sitting, each when it is due, until the layer is laid. */
async function sittingToTheEnd(page: Page): Promise<readonly string[]> {
  const keys: string[] = []
  while (keys.length < 60) {
    await expect(laidOf(page).or(page.locator('[data-step]'))).toBeVisible()
    if (await laidOf(page).isVisible()) break
    const step = page.locator('[data-step]')
    if ((await step.getAttribute('data-standing')) === 'soon') {
      const said = await step.getByRole('status').innerText()
      const [, minutes, seconds] = /(\d+):(\d\d)\s*$/.exec(said.trim()) ?? []
      await wait(page, Number(minutes ?? 0) + Number(seconds ?? 0) / 60 + 0.02)
    }
    keys.push(await stepKey(page))
    await mark(page)
  }
  return keys
}

test(
  'a later layer with marks of its own: planned over a clear pour, poured by its own clock, told in the log',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    let batchId = ''

    await test.step('plan: a petri layer over a plain pour, with its own inks and its own marks', async () => {
      await page.getByText('Plain', { exact: true }).click()
      await page.getByLabel('Name of the batch').fill('Pond over clear')
      await page.getByLabel('Mold 1').selectOption('Round coaster')
      await page.getByLabel('Add a layer', { exact: true }).selectOption('petriLayer')
      const layer = page.locator('[data-layer="petriLayer"]')
      await layer.getByLabel('Bed, under its white').fill('3')
      // Inks and white are the pour's until it is said otherwise.
      for (const ink of ['Lagoon', 'Ember']) await layer.getByText(ink, { exact: true }).click()
      await expect(layer.getByRole('checkbox', { name: 'Lagoon' })).toBeChecked()
      await expect(layer.getByRole('checkbox', { name: 'Ember' })).not.toBeChecked()
      await page.getByRole('link', { name: 'Pattern of Round coaster in the petri layer' }).first().click()
      await expect(
        page.getByRole('heading', { level: 1, name: 'Pattern: Round coaster, petri layer' }),
      ).toBeVisible()
      const takes = page.getByRole('region', { name: 'What it takes' })
      const drops = async () => Number(/Ink drops\s*(\d+)/.exec(await takes.innerText())?.[1])
      const before = await drops()
      await page.getByRole('button', { name: '+ Ink drops' }).click()
      await expect.poll(drops).toBeGreaterThan(before)
      await page.getByRole('link', { name: 'Back to the plan' }).click()
      await page.locator('[data-opens="petriLayer"]').first().click()
      await expect(layer.getByText(/\d+ Lagoon.* on each/)).toBeVisible()
      await page.getByRole('button', { name: 'Lay the bench out' }).click()
    })

    await test.step('the clear pour', async () => {
      await layOut(page)
      await stir(page)
      await pourToTheEnd(page)
      batchId = new URL(page.url()).pathname.split('/')[2]!
    })

    await test.step('its sitting: the tools of its way at its gate, its own clock, what each step takes', async () => {
      await wait(page, 5 * 60)
      await go(page, `/pour/${batchId}/layer/petriLayer`)
      await expect(page.locator('[data-tool="needle"]')).toBeVisible()
      await layOut(page)
      await stir(page)
      await expect(page.locator('[data-step]')).toBeVisible()
      const found = await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
        .analyze()
      expect(found.violations).toEqual([])
      while (!(await stepKey(page)).startsWith('ink')) {
        await wait(page, 1)
        await mark(page)
      }
      await expect(page.getByRole('list', { name: 'What it takes' })).toContainText(/drops? of Lagoon/)
      await expect(page.getByRole('img', { name: 'Pattern of Round coaster' })).toBeVisible()
      await page.getByRole('button', { name: 'Reading' }).click()
      await page.getByLabel('Resin, or room').fill('24')
      await page.getByRole('button', { name: 'Resin, by probe' }).click()
      await expect(page.locator('[data-believed]')).toContainText('After 1 reading')
      const key = await stepKey(page)
      await page.reload()
      expect(await stepKey(page)).toBe(key)
      await mark(page)
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(page.locator(`[data-step="${key}"]`)).toBeVisible()
      await sittingToTheEnd(page)
      await expect(laidOf(page)).toBeVisible()
    })

    await test.step('the log tells its steps under its name, and the rack goes on after it', async () => {
      await go(page, `/log/${batchId}`)
      await expect(
        page.getByRole('cell', { name: /^petri layer: ink drop, white drop on it, piece 1$/ }),
      ).toHaveCount(1)
      await go(page, '/rack')
      const task = page
        .locator('[data-batch]')
        .filter({ has: page.getByRole('heading', { name: 'Pond over clear' }) })
        .locator('[data-task="petriLayer"]')
      await expect(task).toBeVisible()
      await expect(task.getByRole('link', { name: /its gate|Back to it/ })).toHaveCount(0)
    })
  },
)

test(
  'a swirled petri is begun from its recipe and poured: the swirl waits for the string',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await beginFrom(page, 'swirled-petri', 'Swirled petri')
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    const keys = await pourToTheEnd(page)
    expect(keys.filter((key) => key.startsWith('swirl'))).toEqual(['swirl.1', 'swirl.2'])
    expect(keys.indexOf('swirl.1')).toBeGreaterThan(keys.findLastIndex((key) => key.startsWith('ink')))
    await go(page, `/log/${new URL(page.url()).pathname.split('/')[2]}`)
    const rowOf = (mark: RegExp) =>
      page.getByRole('row').filter({ has: page.getByRole('cell', { name: mark }) })
    const minuteOf = async (mark: RegExp) =>
      Number(/(\d+) min/.exec(await rowOf(mark).getByRole('cell').nth(1).innerText())?.[1])
    const [dropped, swirled] = [
      await minuteOf(/^Ink drop, white drop on it, piece 1$/),
      await minuteOf(/^Swirl it once, off the floor, piece 1$/),
    ]
    expect(swirled - dropped).toBeGreaterThan(12)
  },
)

test(
  'a figure set into a wet film two days later: planned with its room, laid in by its own clock, told in the log',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByText('Plain', { exact: true }).click()
    await page.getByLabel('Name of the batch').fill('Fox on clear')
    await page.getByLabel('Mold 1').selectOption('Round coaster')
    await page.getByLabel('Add a layer', { exact: true }).selectOption('laidInLayer')
    const layer = page.locator('[data-layer="laidInLayer"]')
    await layer.getByLabel('Laid', { exact: true }).selectOption('hard')
    await layer.getByLabel('Depth').fill('2')
    await layer.getByLabel('What is laid in takes, in each piece').fill('4')
    await layer.getByLabel('One more on it').selectOption('secondPour')
    await expect(page.locator('[data-layer="secondPour"]')).toBeVisible()
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    await pourToTheEnd(page)
    const batchId = new URL(page.url()).pathname.split('/')[2]!
    await wait(page, 48 * 60)
    await go(page, `/pour/${batchId}/layer/laidInLayer`)
    await expect(page.locator('[data-tool="inclusions"]')).toBeVisible()
    await expect(page.locator('[data-tool="inks"]')).toHaveCount(0)
    await layOut(page)
    await stir(page)
    const keys = await sittingToTheEnd(page)
    expect(keys.join(' ')).toMatch(/decant bubbles place\.1 .*cover/)
    await go(page, `/log/${batchId}`)
    await expect(page.getByText(/layer with things in it/i).first()).toBeVisible()
  },
)

test(
  'a second pour with steps of its own: tinted in two cups, gravel put in before the cover, poured by its own clock, in the log',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByText('Plain', { exact: true }).click()
    await page.getByLabel('Name of the batch').fill('Two tides')
    await page.getByLabel('Mold 1').selectOption('Round coaster')
    await page.getByLabel('Add a layer', { exact: true }).selectOption('steppedLayer')
    const layer = page.locator('[data-layer="steppedLayer"]')
    await layer.getByRole('button', { name: 'Tint it' }).click()
    await layer.getByLabel('Cup', { exact: true }).fill('Tide')
    await layer.getByLabel('Portion').selectOption('share')
    await layer.getByLabel('% of the mix').fill('60')
    await test.step('what is written on its order stands at its gate, in its sitting and in the log', async () => {
      await layer.getByRole('button', { name: 'Change the order' }).click()
      const sheet = page.getByRole('dialog')
      await sheet.getByRole('button', { name: 'More: Cover' }).click()
      await sheet.getByLabel('What', { exact: true }).selectOption('puts')
      await sheet.getByLabel('What it is').fill('gravel')
      await sheet.getByRole('button', { name: 'Put it in' }).click()
      await expect(sheet.getByText('Put in gravel, before “Cover”.')).toBeVisible()
      // A colour off the shelf comes into the layer with its drops, and nothing written before is lost.
      await sheet.getByRole('button', { name: 'More: Cover' }).click()
      await sheet.getByLabel('What', { exact: true }).selectOption('drops')
      await sheet.getByLabel('On', { exact: true }).selectOption('2')
      await sheet.getByRole('button', { name: 'Put it in' }).click()
      await page.keyboard.press('Escape')
      await expect(layer.getByRole('button', { name: 'The order, with 2 of your own' })).toBeVisible()
      await layer.getByLabel('Cup', { exact: true }).fill('Ebb')
      await layer.getByRole('button', { name: 'The order, with 2 of your own' }).click()
      await expect(sheet.getByLabel('What you wrote')).toContainText(/Put in gravel.*2 drops of/s)
      await page.keyboard.press('Escape')
    })
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    await pourToTheEnd(page)
    const batchId = new URL(page.url()).pathname.split('/')[2]!
    await wait(page, 6 * 60)
    await go(page, `/pour/${batchId}/layer/steppedLayer`)
    await expect(page.locator('[data-tool="putIn"]')).toContainText('gravel')
    await expect(page.locator('[data-tool="inks"]')).toBeVisible()
    await expect(page.locator('[data-tool="smallCups"]')).toContainText('Ebb')
    await layOut(page)
    await stir(page)
    const keys = await sittingToTheEnd(page)
    expect(keys.filter((key) => /^(tint|decant|own|bubbles)/.test(key))).toEqual([
      'tint',
      'decant',
      'bubbles',
      'own1.1',
      'own1.2',
      'own2.2',
    ])
    await go(page, `/log/${batchId}`)
    await expect(page.getByText(/Put in gravel, piece 2/i).first()).toBeVisible()
  },
)
