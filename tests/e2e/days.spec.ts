import { expect, test, type Page } from '@playwright/test'
import {
  LONG,
  beginFrom,
  go,
  layOut,
  openStudio,
  pourToTheEnd,
  stepKey,
  stir,
  mark,
  wait,
  throughTheRack,
  onRack,
} from './bench.ts'

/** Pours the plan that is open; the id of its batch. */
async function pour(page: Page): Promise<{ readonly keys: readonly string[]; readonly id: string }> {
  await page.getByRole('button', { name: 'Lay the bench out' }).click()
  await layOut(page)
  await stir(page)
  const keys = await pourToTheEnd(page)
  return { keys, id: new URL(page.url()).pathname.split('/')[2]! }
}

test(
  'a dirty cup with its coats, from its recipe to the log: stacked, poured in a stroke, varnished, sealed, heat-coated',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    const name = 'Marbled from a dirty cup'
    await beginFrom(page, 'dirty-cup', name)
    await expect(page.locator('[data-cut-through]')).toContainText('Pockets')
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    while (!(await stepKey(page)).startsWith('stack')) {
      await wait(page, 0.5)
      await mark(page)
    }
    const takes = page.getByRole('list', { name: 'What it takes' })
    await expect(takes).toContainText(
      /[\d.]+ g Blush, then [\d.]+ g Mist, then [\d.]+ g Chalk, then [\d.]+ g Peat/,
    )
    await mark(page)
    await expect(takes).toContainText(/[\d.]+ g over \d+ cm², \d+ cm² stay clear/)
    // What lies on top comes out first and is pushed to both sides.
    await expect(
      page.getByRole('img', { name: 'What is laid where in Coaster, 10 cm' }).locator('[data-filled]'),
    ).toHaveCount(8)
    const keys = await pourToTheEnd(page)
    expect(keys.slice(0, 3)).toEqual(['stroke.1', 'stack.2', 'stroke.2'])
    const { pathname } = new URL(page.url())
    expect(await throughTheRack(page, name)).toEqual(['demold', 'varnish', 'clearCoat', 'heatCoat'])
    await go(page, `/log/${pathname.split('/')[2]}`)
    await expect(
      page.getByRole('cell', { name: /^Pour out of it in one stroke, or two, piece 4$/ }),
    ).toHaveCount(1)
    for (const coat of ['Pen or varnish the', 'Pour the seal', 'Pour the heat'])
      await expect(page.getByRole('cell', { name: new RegExp(`^${coat}`) })).toHaveCount(1)
  },
)

test(
  'a painting between four pours, from its recipe to the log: each is dry or hard before the next',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    const name = 'A painting between four pours'
    await beginFrom(page, 'painted-depths', name)
    const { id } = await pour(page)
    expect(await throughTheRack(page, name)).toEqual([
      'paint',
      'second',
      'paint2',
      'third',
      'paint3',
      'fourth',
      'demold',
    ])
    await go(page, `/log/${id}`)
    await expect(page.getByRole('cell', { name: /^Paint the / })).toHaveCount(3)
    await expect(page.getByRole('cell', { name: /^Pour the (second|third|last) film$/ })).toHaveCount(3)
  },
)

test(
  'flakes and a transfer, from its recipe to the log: on the demolded back, dry before resin goes over it',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    const name = 'Flakes and a transfer'
    await beginFrom(page, 'transfer', name)
    const { id } = await pour(page)
    expect(await throughTheRack(page, name, 'transfer')).toEqual(['demold', 'transfer'])

    await test.step('a finger finds it dry before its hours are over: the back can follow at once', async () => {
      const back = onRack(page, name).locator('[data-task="back"]')
      await expect(back).toContainText(/from /)
      await wait(page, 100)
      await page.reload()
      await onRack(page, name).getByRole('button', { name: 'Dry right through' }).click()
      await expect(back).toContainText('ready since')
      await expect(page.getByRole('button', { name: 'Dry right through' })).toHaveCount(0)
    })
    expect(await throughTheRack(page, name)).toEqual(['back'])
    await go(page, `/log/${id}`)
    await expect(page.getByRole('cell', { name: 'Lay the transfer' })).toHaveCount(1)
    await expect(page.getByRole('cell', { name: 'transfer: dry right through' })).toHaveCount(1)
    await expect(page.getByRole('cell', { name: 'Pour the back layer' })).toHaveCount(1)
  },
)

test(
  'petri in a raised edge, from its recipe to the log: poured at once it is warned of; centre, ink, centre; its lip is sanded',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    const name = 'Petri with a raised edge'
    await beginFrom(page, 'raised-edge', name)
    const findings = page.getByRole('region', { name: 'To know before pouring' })
    const together = async () =>
      Number(/Together\s*([\d.]+) g/.exec(await page.locator('[data-worksheet]').innerText())?.[1])

    await test.step('poured at once, its walls would stay clear: said, with the other way', async () => {
      await page.getByText('Petri', { exact: true }).click()
      await expect(findings).toContainText('Clear walls in Coaster with a raised edge')
      await findings.getByRole('button', { name: 'Lay them all as raised petri' }).click()
      await expect(findings.getByText(/Clear walls/)).toHaveCount(0)
      await expect(page.locator('[data-cut-through]')).toContainText('First pour')
      await expect(page.locator('[data-cut-through]')).toContainText('Last pour')
    })
    // Three prisms of 10 mm would be 236 ml; the middle that stands up in each takes 24 ml of it away: 163 ml, about 178 g.
    expect(await together()).toBeLessThan(220)
    expect(await together()).toBeGreaterThan(150)

    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    while ((await stepKey(page)) !== 'tint') {
      await wait(page, 0.5)
      await mark(page)
    }
    await expect(page.getByRole('list', { name: 'What it takes' })).toContainText(/[\d.]+ g for Small cup/)
    const keys = await pourToTheEnd(page)
    expect(keys.indexOf('decant')).toBeGreaterThan(keys.indexOf('tint'))
    expect(keys.indexOf('centre.1')).toBeGreaterThan(keys.findLastIndex((key) => key.startsWith('ink')))
    expect(keys.indexOf('cover')).toBeGreaterThan(keys.indexOf('centre.3'))
    const { pathname } = new URL(page.url())
    expect(await throughTheRack(page, name)).toEqual(['trimRim', 'demold', 'sandEdges', 'feet'])
    await go(page, `/log/${pathname.split('/')[2]}`)
    await expect(page.getByRole('cell', { name: /^Pour into the centre again, piece 3$/ })).toHaveCount(1)
    await expect(page.getByRole('cell', { name: /^Wet-sand/ })).toHaveCount(1)
  },
)
