import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { LONG, beginFrom, go, layOut, mark, openStudio, pourToTheEnd, stepKey, stir, wait } from './bench.ts'

test('a cloud from its recipe to the log: cups that never rest are said beforehand, small ones are pulled in their moment', async ({
  page,
}) => {
  await openStudio(page, '/plan')
  await beginFrom(page, 'clouds', 'Two-tone clouds with a gilded seam')
  await expect(page.locator('[data-cut-through]')).toContainText('Film')
  await expect(page.locator('[data-cut-through]')).toContainText('Colours')
  const findings = page.getByRole('region', { name: 'To know before pouring' })

  await test.step('in a warm room its cups never come to rest: said, with what would help', async () => {
    await page.getByLabel('Room temperature').fill('25')
    await expect(findings).toContainText('The cups never come to rest beside the film')
    await findings.getByRole('button', { name: /^Rest every colour in \d cups$/ }).click()
    await expect(findings.getByText('The cups never come to rest beside the film')).toHaveCount(0)
    await expect(page.locator('[data-cup]').nth(1).getByLabel('Cup', { exact: true })).toHaveValue('Blush 2')
    await page.getByLabel('Room temperature').fill('21')
  })

  await page.getByRole('button', { name: 'Lay the bench out' }).click()
  await layOut(page)
  await stir(page)

  await test.step('the pull says what goes out of which cup, and waits for its moment', async () => {
    while (!(await stepKey(page)).startsWith('pull')) {
      const step = page.locator('[data-step]')
      if ((await step.getAttribute('data-standing')) === 'soon') await wait(page, 1)
      else await mark(page)
    }
    await expect(page.getByRole('list', { name: 'What it takes' })).toContainText(
      /\d+(\.\d)? g out of Blush 1.*\d+(\.\d)? g out of Mist 1/s,
    )
    const found = await new AxeBuilder({ page })
      .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
      .analyze()
    expect(found.violations).toEqual([])
  })

  const keys = await pourToTheEnd(page)
  expect(keys.indexOf('gildSeam.1')).toBeGreaterThan(keys.indexOf('pull.1'))
  expect(keys.indexOf('cover')).toBeGreaterThan(keys.indexOf('gildSeam.1'))
  await go(page, `/log/${new URL(page.url()).pathname.split('/')[2]}`)
  const rowOf = (title: RegExp) =>
    page.getByRole('row').filter({ has: page.getByRole('cell', { name: title }) })
  const minuteOf = async (title: RegExp) =>
    Number(/(\d+) min/.exec(await rowOf(title).getByRole('cell').nth(1).innerText())?.[1])
  const [filmed, pulled] = [await minuteOf(/^Pour the clear film$/), await minuteOf(/^Pull the colours over/)]
  expect(pulled - filmed).toBeGreaterThan(20)
})

test(
  'nested lines from their recipe to the log: each cup its grams, width and length, drawn as it is laid',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await beginFrom(page, 'nested', 'Nested lines with stones in the centre')
    // Five cups and the clear centre they leave.
    await expect(
      page.getByRole('img', { name: /^Hexagon, 9 cm from above/ }).locator('[data-filled]'),
    ).toHaveCount(6)

    await test.step('another way of holding back keeps the cups', async () => {
      await page.getByText('Cloud', { exact: true }).click()
      await expect(page.locator('[data-cut-through]')).toContainText('Colours')
      await page.getByText('Nested lines', { exact: true }).click()
      await expect(page.locator('[data-cup]')).toHaveCount(5)
    })

    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    while (!(await stepKey(page)).startsWith('lines')) {
      await wait(page, 0.5)
      await mark(page)
    }
    const takes = page.getByRole('list', { name: 'What it takes' })
    await expect(takes).toContainText(/\d+\.\d g out of Loch: \d+\.\d mm wide, \d+.* round/)
    await expect(takes).toContainText(/\d+\.\d g out of the clear cup: the centre/)
    await expect(
      page.getByRole('img', { name: 'What is laid where in Hexagon, 9 cm' }).locator('[data-filled]'),
    ).toHaveCount(6)
    const keys = await pourToTheEnd(page)
    expect(keys.filter((key) => key.startsWith('lines'))).toEqual(['lines.1', 'lines.2'])
    expect(keys.indexOf('setStones.1')).toBeGreaterThan(keys.indexOf('lines.2'))
    await go(page, `/log/${new URL(page.url()).pathname.split('/')[2]}`)
    await expect(
      page.getByRole('cell', { name: /^Pour the cups as lines, one inside the other, piece 2$/ }),
    ).toHaveCount(1)
  },
)

test(
  'nested lines, swirled: the face is followed before pouring, and the white goes on after the lines',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await beginFrom(page, 'nestedSwirl', 'Nested lines, swirled with white')
    await expect(page.locator('[data-cut-through]')).toContainText(/Colours\s*\d+\.\d mm, white 0\.\d mm/)
    const fromAbove = page.getByRole('img', { name: /^Hexagon, 9 cm from above/ })
    await expect(fromAbove.locator('[data-filled]')).toHaveCount(4)

    await test.step('the face says what the white became, and judges no closing petals', async () => {
      await page.getByRole('link', { name: 'Pattern and face' }).click()
      await page.getByRole('button', { name: 'Show the face' }).click()
      const right = page.locator('[data-moment="right"]')
      await expect(right).toHaveAttribute('data-verdict', 'line', { timeout: 60_000 })
      await expect(right).toContainText(/\d+ % of the white went down and opened, over \d+ % of the face/)
      const late = page.locator('[data-moment="late"]')
      await expect(late).toHaveAttribute('data-verdict', 'line', { timeout: 60_000 })
      const down = async (moment: typeof right) =>
        Number(/(\d+) % of the white/.exec(await moment.innerText())![1])
      expect(await down(right)).toBeGreaterThan(await down(late))
      await page.goBack()
    })

    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    const keys = await pourToTheEnd(page)
    const order = ['portion', 'lines.1', 'lines.2', 'white.1', 'shape.1', 'white.2', 'shape.2', 'setStones.1']
    expect(keys.filter((key) => order.includes(key))).toEqual(order)
    await go(page, `/log/${new URL(page.url()).pathname.split('/')[2]}`)
    await expect(page.getByRole('cell', { name: /^Pipe the white line, piece 2$/ })).toHaveCount(1)
  },
)

test(
  'crystals between a tinted film and the rest of its mix, from plan to log, in one sitting',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await beginFrom(page, 'covered', 'Crystals under a misty film, covered at once')
    const cup = page.locator('[data-cup]')
    await cup.getByLabel('Portion').selectOption('rest')
    await expect(page.getByText('Pour the clear film').first()).toBeVisible()
    await cup.getByLabel('Portion').selectOption('firstPour')
    await page
      .getByRole('button', { name: /: one more$/ })
      .first()
      .click()
    await expect(page.locator('[data-cut-through]')).toContainText(/Film/)
    await expect(page.locator('[data-cut-through]')).toContainText(/Cover/)
    const named = await cup.getByLabel('Cup', { exact: true }).inputValue()
    await expect(page.getByText(`Pour the film, ${named}`).first()).toBeVisible()
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)
    while (!(await stepKey(page)).startsWith('coverOver')) {
      await wait(page, 0.5)
      await mark(page)
    }
    await expect(page.getByRole('list', { name: 'What it takes' })).toContainText(
      /g out of Cup for the cover/,
    )
    const keys = await pourToTheEnd(page)
    expect(keys.slice(0, 3)).toEqual(['coverOver.1', 'place.2', 'coverOver.2'])
    await go(page, `/log/${new URL(page.url()).pathname.split('/')[2]}`)
    await expect(page.getByRole('cell', { name: /^Pour the rest over them, piece 2$/ })).toHaveCount(1)
  },
)
