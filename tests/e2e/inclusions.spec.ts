import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { LONG, atHand, layOut, mark, openStudio, pourToTheEnd, stir, wait } from './bench.ts'

test(
  'flowers between two pours: planned, laid in while the base draws a string, poured over on the rack',
  LONG,
  async ({ page }) => {
    await openStudio(page)

    await test.step('plan: two mixes, no white and no inks', async () => {
      await page.getByRole('link', { name: 'Plan', exact: true }).click()
      await page.getByText('Inclusions', { exact: true }).click()
      await expect(page.getByRole('group', { name: 'Colours' })).toHaveCount(0)
      await expect(page.getByRole('link', { name: /^Pattern/ })).toHaveCount(0)
      await expect(page.getByText('Inclusions take the place of resin')).toBeVisible()
      await page.getByLabel('Name of the batch').fill('Meadow trays')
      const over = page.getByRole('heading', { name: 'Mix for the second pour, later' })
      const mass = over.locator('xpath=..').locator('dd').last()
      const whole = await mass.innerText()
      await page.getByLabel('In each piece it takes the place of').fill('10')
      await expect(page.getByText('Inclusions take the place of resin')).toHaveCount(0)
      await expect(mass).not.toHaveText(whole)
      await page.getByText('It stands proud of the surface').click()
      await expect(page.getByText('What stands proud needs a coat')).toBeVisible()
      await page.getByRole('button', { name: 'Plan a clear coat afterwards' }).click()
      await expect(page.getByText('What stands proud needs a coat')).toHaveCount(0)
      await expect(page.getByRole('heading', { name: 'Mix for the clear coat, later' })).toBeVisible()
      await expect(page.getByText('The second pour would run hot')).toBeVisible()
      await page.getByRole('button', { name: 'Pour the second pour in two goes' }).click()
      await expect(page.getByText('The second pour would run hot')).toHaveCount(0)
      for (const name of ['Base, inclusions', 'second pour, first half', 'second pour, second half'])
        await expect(page.locator('[data-cut-through]').getByText(name, { exact: true })).toBeVisible()
      await page.getByRole('button', { name: 'Lay the bench out' }).click()
    })

    await test.step('pour: the base, then each piece, then its edge', async () => {
      await expect(page.getByText(/Inclusions dry and sealed/)).toBeVisible()
      await layOut(page)
      await stir(page)
      const keys = await pourToTheEnd(page)
      expect(keys.slice(0, 6)).toEqual(['rest', 'decant', 'bubbles', 'place.1', 'place.2', 'cover'])
      expect([...keys.slice(6)].sort()).toEqual(['feather', 'lookEarly', 'lookLate'])
    })

    await test.step('rack: the second pour waits while the base still bonds', async () => {
      await page.getByRole('link', { name: 'To the rack' }).click()
      const task = page.locator('[data-task="secondPour"]')
      await expect(task).toBeVisible()
      await wait(page, 5.5 * 60)
      await page.reload()
      await expect(task).toContainText(/now, until/)
      await task.getByRole('button', { name: 'Poured' }).click()
      await expect(task.getByRole('button')).toHaveCount(0)
      await expect(page.locator('[data-task="secondPour2"]')).toBeVisible()
    })

    await test.step('shelf: each pour is in the books of the resin', async () => {
      await page.getByRole('link', { name: 'Shelf' }).click()
      await page.getByRole('tab', { name: /Supplies/ }).click()
      const partA = page.locator('[data-item="demo-heron-a"]')
      await partA.getByText(/\d+ entries/).click()
      await expect(partA.getByText(/poured for Meadow trays/)).toHaveCount(2)
    })
  },
)

test('a finished piece that floated says what the run shows of it', LONG, async ({ page }) => {
  await openStudio(page)
  await page.getByRole('link', { name: 'Plan', exact: true }).click()
  await page.getByText('Inclusions', { exact: true }).click()
  await page.getByLabel('Name of the batch').fill('Hasty petals')
  await page.getByRole('button', { name: 'Lay the bench out' }).click()
  await layOut(page)
  await stir(page)
  // Every step as soon as it takes a tap: far too early for the base.
  for (let taps = 0; taps < 12 && (await atHand(page)) !== null; taps++) {
    await wait(page, 1)
    await mark(page)
  }
  await page.getByRole('link', { name: 'To the rack' }).click()
  const card = page
    .locator('[data-batch]')
    .filter({ has: page.getByRole('heading', { name: 'Hasty petals' }) })
  await expect(card).toBeVisible()
  await wait(page, 40 * 60)
  await page.reload()
  await card.getByRole('button', { name: 'Demolded' }).click()
  await card.getByRole('link', { name: 'Look at the faces' }).click()
  const first = page.locator('[data-piece="1"]')
  await first.getByText('None seen. Look, and choose').click()
  await first.getByText('Floating inclusions').click()
  await expect(first.getByText(/Laid in too soon.*laid in at \d+ min; the base was ready from/)).toBeVisible()
  await first.getByText('3', { exact: true }).click()
  await first.getByRole('button', { name: 'Write it down' }).click()

  await page.getByRole('link', { name: 'Log' }).click()
  await page.getByLabel('Compare Hasty petals, 1').check()
  await page.getByLabel('Compare Lagoon coasters, 1').check()
  await page.getByRole('link', { name: 'Compare 2 pieces' }).click()
  await expect(page.locator('[data-row="technique"]')).toContainText('Inclusions')
  await expect(page.locator('[data-row="laid"]')).toContainText(/\d+ min/)
  await expect(page.locator('[data-row="laid"]')).toContainText('not known')
  await expect(page.locator('[data-row="dose"]')).toContainText('not known')
  const found = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze()
  expect(found.violations).toEqual([])
})
