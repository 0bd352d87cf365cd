import { expect, test, type Page } from '@playwright/test'
import { openStudio } from './bench.ts'

const slab = (page: Page, id: string) => page.locator(`[data-slab="${id}"] rect`).last()
const boxOf = async (page: Page, id: string) => (await slab(page, id).boundingBox())!
const opens = (page: Page) =>
  page
    .locator('[data-cut-through] [data-opens]')
    .evaluateAll((all) => all.map((each) => each.getAttribute('data-opens')))

test('a plan is steered by the piece cut through: on, under, beside, copied, moved, left out, by keys', async ({
  page,
}) => {
  await openStudio(page, '/plan')
  await expect(page.locator('[data-layer="pour"]')).toBeVisible()

  await test.step('a layer on it is open at once, with what it takes and when', async () => {
    await page.getByLabel('Add a layer', { exact: true }).selectOption('back')
    const back = page.locator('[data-layer="back"]')
    await expect(back.locator('[data-laid-at]')).toContainText('Pour the back layer')
    await expect(back.locator('dl')).toContainText('g')
    await expect(page.locator('[data-days]')).toContainText(/back layer.*after 4 h/)
    await expect.poll(() => opens(page)).toEqual(['back', 'pour'])
  })

  await test.step('its depth is drawn to scale', async () => {
    const two = (await boxOf(page, 'back')).height
    await page.locator('[data-layer="back"]').getByLabel('Depth').fill('4')
    await expect.poll(async () => (await boxOf(page, 'back')).height / two).toBeCloseTo(2, 1)
  })

  await test.step('one beside it shares its height and takes half of the piece', async () => {
    await page.getByRole('button', { name: 'One beside it' }).click()
    await expect(page.locator('[data-layer="back2"]').getByLabel('% of the piece')).toHaveValue('50')
    await expect.poll(() => opens(page)).toEqual(['back2', 'back', 'pour'])
    const [left, right] = [await boxOf(page, 'back'), await boxOf(page, 'back2')]
    // Within a line's width.
    expect(Math.abs(right.y - left.y)).toBeLessThanOrEqual(1)
    expect(Math.abs(right.x - left.x - left.width)).toBeLessThanOrEqual(2)
    await expect(page.getByRole('button', { name: 'One beside it' })).toBeDisabled()
  })

  await test.step('one goes under another, is moved up, copied and left out, without a mouse', async () => {
    await page.getByLabel('Add a layer', { exact: true }).selectOption('secondPour')
    await page.getByLabel('One more under it').selectOption('paint')
    await expect.poll(() => opens(page)).toEqual(['secondPour', 'paint', 'back2', 'back', 'pour'])
    await page.getByRole('button', { name: 'Higher' }).press('Enter')
    await expect.poll(() => opens(page)).toEqual(['paint', 'secondPour', 'back2', 'back', 'pour'])
    await page.getByRole('button', { name: 'Copy' }).press('Enter')
    await expect.poll(() => opens(page)).toEqual(['paint2', 'paint', 'secondPour', 'back2', 'back', 'pour'])
    for (let each = 0; each < 2; each++) {
      // What was left out may be drawn a moment longer; it cannot be opened.
      await page.locator('[data-opens^="paint"]:enabled').first().press('Enter')
      await page.getByRole('button', { name: /^Leave out painted layer/ }).press('Enter')
    }
    await expect(page.locator('[data-layer="pour"]')).toBeVisible()
    await expect.poll(() => opens(page)).toEqual(['secondPour', 'back2', 'back', 'pour'])
  })

  await test.step('the days open what is due', async () => {
    await page
      .locator('[data-days]')
      .getByRole('button', { name: /second pour/ })
      .click()
    await expect(page.locator('[data-layer="secondPour"]')).toBeVisible()
  })
})

test('a drawing and its days stand on one screen; on a phone layers are a list that opens', async ({
  page,
}) => {
  await openStudio(page, '/plan')
  for (const part of ['[data-cut-through] svg', '[data-layer="pour"] dl', '[data-days]']) {
    const box = (await page.locator(part).first().boundingBox())!
    expect(box.y + box.height).toBeLessThanOrEqual(800)
  }
  // While something is wrong no figure of before stands there, nor goes on paper; the drawing stays.
  await page.getByLabel('Room temperature').fill('900')
  await expect(page.getByText('Nothing is worked out until this is right')).toBeVisible()
  await expect(page.locator('[data-layer="pour"] dl')).toHaveCount(0)
  await expect(page.locator('[data-days]')).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Print the sheet' })).toBeDisabled()
  await expect(page.locator('[data-cut-through]')).toBeVisible()
  await page.getByLabel('Room temperature').fill('21')
  await expect(page.locator('[data-layer="pour"] dl')).toBeVisible()
  await page.setViewportSize({ width: 390, height: 844 })
  await expect(page.locator('[data-cut-through]')).toHaveCount(0)
  await page.getByLabel('Add a layer').selectOption('back')
  await page.locator('[data-layer="back"] summary').click()
  await expect(page.locator('[data-layer="back"]').getByLabel('Depth')).toHaveValue('2')
})
