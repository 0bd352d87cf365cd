import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import AxeBuilder from '@axe-core/playwright'
import { LONG, go, openStudio } from './bench.ts'

const figure = (page: Page, what: string) =>
  page
    .locator('dl > div', { has: page.getByText(what, { exact: true }) })
    .locator('dd')
    .first()
const laid = (page: Page, what: string) => page.locator(`svg [data-laid="${what}"]`)

async function openPattern(page: Page): Promise<void> {
  await openStudio(page, '/plan')
  await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Round coaster' })
  await page.getByRole('link', { name: 'Pattern of Round coaster' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Pattern: Round coaster' })).toBeVisible()
}

test('a pattern is built from marks, says what it takes, and the plan weighs by it', async ({ page }) => {
  await openPattern(page)
  await expect(figure(page, 'White on a piece')).toHaveText('5.5 g')
  await expect(laid(page, 'bead')).toHaveCount(4)
  await expect(laid(page, 'drop')).toHaveCount(28)
  await expect(page.locator('[data-portion="enough"]')).toContainText('The usual 30.0 g of white are enough')

  await page.getByRole('button', { name: /^White rings/, expanded: false }).click()
  await page.getByLabel('Apart').fill('5')
  await expect(figure(page, 'White on a piece')).not.toHaveText('5.5 g')
  await expect(laid(page, 'bead')).toHaveCount(9)
  await page.getByLabel('Apart').fill('1')
  await expect(page.getByText('spacing is 1, expected at least 3 and at most 200 mm').first()).toBeVisible()
  await expect(page.getByText('A figure is wrong; the drawing waits.')).toBeVisible()
  await page.getByLabel('Apart').fill('20')
  await expect(laid(page, 'bead')).toHaveCount(2)

  await page.getByRole('button', { name: '+ Glitter or mica' }).click()
  await expect(figure(page, 'Strewn')).toHaveText('23 cm²')
  await page.getByRole('button', { name: '+ Ink drops' }).click()
  await page.getByLabel('Laid', { exact: true }).selectOption('single')
  await expect(laid(page, 'drop')).toHaveCount(29)
  const handle = page.getByRole('button', { name: /^Ink drops, 0.0 mm right/ })
  await handle.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('ArrowUp')
  await expect(page.getByRole('textbox', { name: 'Right of the middle' })).toHaveValue('10')
  await expect(page.getByRole('textbox', { name: 'Above the middle' })).toHaveValue('1')
  await page.getByRole('textbox', { name: 'Right of the middle' }).fill('90')
  await expect(page.locator('[data-nowhere]')).toContainText('nothing of it falls into this mold')
  await page.getByRole('button', { name: 'Take back' }).click()

  const white = await figure(page, 'White on a piece').innerText()
  await page.getByRole('link', { name: 'Back to the plan' }).click()
  await expect(page.getByText(/2 beads, \d+ cm in all/)).toBeVisible()
  await page.reload()
  await page.getByRole('link', { name: 'Pattern of Round coaster' }).click()
  await expect(figure(page, 'White on a piece')).toHaveText(white)
})

test('a handle is dragged, also in the mirror, and a mark left out comes back', LONG, async ({ page }) => {
  await openPattern(page)
  const handle = page.locator('[data-handle]')
  const drawing = page.getByRole('group', { name: /^Pattern in Round coaster/ })
  const drag = async (right: number) => {
    await handle.scrollIntoViewIfNeeded()
    const box = (await drawing.boundingBox())!
    const from = (await handle.boundingBox())!
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x + box.width / 2 + right, box.y + box.height / 2, { steps: 4 })
    await page.mouse.up()
  }
  await page.getByRole('button', { name: 'Swirl: leave out' }).click()
  await expect(handle).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(handle).toHaveCount(1)
  await page.getByRole('button', { name: /^Swirl swirl/ }).click()
  await drag(100)
  const x = Number(await page.getByRole('textbox', { name: 'Right of the middle' }).inputValue())
  expect(x).toBeGreaterThan(10)
  await page.getByRole('button', { name: 'Mirrored, as the face' }).click()
  await drag(100)
  await expect(page.getByRole('textbox', { name: 'Right of the middle' })).toHaveValue(String(-x))
  await page.getByRole('button', { name: 'Swirl: leave out' }).click()
  await expect(handle).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(handle).toHaveCount(1)
  await expect(
    page.getByRole('button', { name: new RegExp(`^Swirl, ${(-x).toFixed(1)} mm right`) }),
  ).toBeVisible()
})

test(
  'three flowers are laid in six inputs: copied, moved, turned as one; what is strewn stands at the gate',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Flower tray' })
    await page.getByRole('link', { name: 'Pattern of Flower tray' }).click()
    for (const name of ['Ink drops', 'White rings', 'Petal drags', 'Swirl'])
      await page.getByRole('button', { name: `${name}: leave out` }).click()
    await expect(laid(page, 'bead')).toHaveCount(0)

    const drawing = page.getByRole('group', { name: /^Pattern in Flower tray/ })
    const drag = async (right: number, down: number) => {
      await drawing.scrollIntoViewIfNeeded()
      const box = (await drawing.boundingBox())!
      const handle = page.locator('[data-handle] circle[fill="var(--needle)"]').last()
      const from = (await handle.boundingBox())!
      await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
      await page.mouse.down()
      await page.mouse.move(box.x + box.width / 2 + right, box.y + box.height / 2 + down, { steps: 4 })
      await page.mouse.up()
    }
    await page.getByRole('button', { name: '+ A whole flower' }).click()
    await expect(laid(page, 'stroke')).toHaveCount(17)
    await drag(-80, 45)
    await page.getByRole('button', { name: 'Flower 1: copy' }).click()
    await drag(80, 45)
    await page.getByRole('button', { name: 'Flower 2: copy' }).click()
    await drag(0, -90)
    await expect(page.locator('[data-group]')).toHaveCount(3)
    await expect(laid(page, 'stroke')).toHaveCount(3 * 17)

    // What one hand did is one step back.
    const places = () => page.locator('[data-handle]').evaluateAll((all) => all.map((each) => each.ariaLabel))
    const laidOut = await places()
    expect(new Set(laidOut.map((label) => label!.replace(/^[^,]*, /, ''))).size).toBe(3)
    await page.locator('[data-handle]').last().focus()
    await page.keyboard.press('ArrowRight')
    await page.keyboard.press('ArrowRight')
    expect(await places()).not.toEqual(laidOut)
    await page.getByRole('button', { name: 'Take back' }).click()
    expect(await places()).toEqual(laidOut)

    await page.getByRole('button', { name: 'Flower 3: turn left by 15°' }).click()
    await page
      .getByRole('button', { name: /^Petal drags/, expanded: false })
      .last()
      .click()
    await expect(page.getByLabel('Turned by, °')).toHaveValue('15')
    await page
      .getByRole('button', { name: /^White rings/, expanded: false })
      .last()
      .click()
    await expect(page.getByLabel('Begun at, °')).toHaveValue('15')
    await page.getByLabel('Goes with').selectOption({ label: 'nothing else' })
    await expect(page.locator('[data-group="g3"] [data-chosen]')).toHaveCount(0)
    await page.getByLabel('Goes with').selectOption({ label: 'Flower 3' })
    await expect(page.locator('[data-group="g3"] [data-chosen]')).toHaveCount(1)

    await page.getByRole('button', { name: '+ Glitter or mica' }).click()
    await page.getByRole('link', { name: 'Back to the plan' }).click()
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await expect(page.locator('[data-tool="strewn"]')).toContainText(/: glitter.*for: drop the inks/)
  },
)

test('a mark names the bag it is piped from: its cup, its grams at the step, its colour in the drawing', async ({
  page,
}) => {
  await openStudio(page, '/plan')
  await page.getByLabel('Mold 1').selectOption('Round coaster')
  await page.getByRole('button', { name: 'A bag beside the white' }).click()
  await expect(page.locator('[data-bags]').getByLabel('Bag', { exact: true })).toHaveValue('Pewter mica')
  await page.getByRole('link', { name: 'Pattern of Round coaster' }).click()
  await page.getByRole('button', { name: '+ White rings' }).click()
  await page.getByLabel('Out of').selectOption({ label: 'Pewter mica' })
  await expect(
    page.getByRole('button', { name: /^White rings rings every 10 mm, out of Pewter mica/ }),
  ).toBeVisible()
  await expect(page.locator('[data-laid="bead"] [stroke="#9aa0a6"]').first()).toBeVisible()
  await page.getByRole('link', { name: 'Back to the plan' }).click()
  const bag = page.getByText('Pewter mica', { exact: true })
  await expect(bag.first()).toBeVisible()
  await page.getByRole('button', { name: 'Lay the bench out' }).click()
  await page.getByRole('button', { name: 'All amounts' }).click()
  await expect(page.getByRole('dialog')).toContainText(
    /Pewter mica, from the bag 5\.5 g, hole 3\.0 mm ?4 beads/,
  )
  await expect(page.getByRole('dialog')).toContainText(/white, from the bag 5\.5 g, hole 3\.0 mm ?4 beads/)
})

test('what a needle does not make rests in the pattern for the bag', LONG, async ({ page }) => {
  await openPattern(page)
  await page.getByRole('button', { name: '+ White spiral' }).click()
  await page.getByRole('link', { name: 'Back to the plan' }).click()
  await page.getByText('Petri', { exact: true }).click()
  await page.getByRole('link', { name: 'Pattern of Round coaster' }).click()
  await expect(laid(page, 'bead')).toHaveCount(0)
  await page.getByRole('button', { name: '+ Glitter or mica' }).click()
  await page.getByRole('link', { name: 'Back to the plan' }).click()
  await page.getByText('Bloom', { exact: true }).click()
  await page.getByRole('link', { name: 'Pattern of Round coaster' }).click()
  await expect(laid(page, 'bead')).toHaveCount(5)
  await expect(laid(page, 'sprinkle')).toHaveCount(1)
})

test(
  'a pattern is kept, laid in a larger mold scaled by area, and goes through a file',
  LONG,
  async ({ page }) => {
    await openPattern(page)
    await page.getByRole('button', { name: /^Petal drags \d/ }).click()
    await page.getByRole('button', { name: 'Petals: one more' }).click()
    await page.getByLabel('Name to keep it by').fill('Nine petals')
    await page.getByRole('button', { name: 'Keep', exact: true }).click()
    await expect(page.getByRole('button', { name: 'Lay Nine petals here' })).toBeVisible()
    const saving = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Pattern sheet, true size (SVG)' }).click()
    const file = await (await saving).path()
    expect(await readFile(file, 'utf8')).toContain('class="outline"')

    await page.getByRole('link', { name: 'Back to the plan' }).click()
    await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Flower tray' })
    await expect(page.getByRole('region', { name: /^Notifications/ })).toContainText(
      /In Flower tray, by its area: .*Petal drags: 9 → \d+ petals/,
    )
    await page.getByRole('link', { name: 'Pattern of Flower tray' }).click()
    await page.getByRole('button', { name: 'Lay Nine petals here' }).click()
    const told = page.locator('ul[role=status] li').filter({ hasText: /Petal drags: 9 → \d+ petals/ })
    await expect(told).toBeVisible()
    await expect(
      page.locator('ul[role=status] li').filter({ hasText: /Ink drops: 28 → \d+ drops/ }),
    ).toBeVisible()
    await page.getByRole('button', { name: 'As usual again' }).click()
    await page.getByLabel('Open a pattern sheet').setInputFiles(file)
    await expect(told).toBeVisible()
    await page.getByLabel('Open a pattern sheet').setInputFiles({
      name: 'x.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from('<svg><script/></svg>'),
    })
    await expect(page.getByText('This drawing holds no pattern.')).toBeVisible()

    await go(page, '/shelf')
    await page.getByRole('tab', { name: /Patterns/ }).click()
    await page.getByRole('button', { name: 'Change Nine petals' }).click()
    await page.getByRole('textbox', { name: 'Name' }).fill('Ten petals')
    await page.getByRole('button', { name: 'Put on the shelf' }).click()
    await page.getByRole('button', { name: 'Remove Ten petals' }).click()
    await expect(page.getByRole('button', { name: 'Remove Ten petals' })).toHaveCount(0)
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByRole('button', { name: 'Remove Ten petals' })).toBeVisible()
  },
)

test('a mold of several cavities casts as many pieces', LONG, async ({ page }) => {
  await openStudio(page, '/plan')
  await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Charm disc' })
  await page.getByLabel('Pieces of Charm disc', { exact: true }).fill('9')
  await expect(page.getByText('Not enough of Charm disc')).toBeVisible()
  await page.getByLabel('Pieces of Charm disc', { exact: true }).fill('8')
  await page.getByRole('link', { name: 'Pattern of Charm disc' }).click()
  await expect(page.getByText('In each of the 8 pieces (8 cavities a mold)')).toBeVisible()
})

test('the pattern place is sound for screen readers, and nothing overflows on a phone', async ({ page }) => {
  await openPattern(page)
  const found = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze()
  expect(found.violations).toEqual([])
  await page.setViewportSize({ width: 390, height: 844 })
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
})
