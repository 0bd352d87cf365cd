import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { LONG, go, openStudio } from './bench.ts'

test('an order says what is missing; planned for it, the pieces are under way and the day is worked backwards', async ({
  page,
}) => {
  await openStudio(page)
  await page.getByRole('link', { name: 'Sets and commissions' }).click()
  const fair = page.locator('[data-order="demo-fair"]')
  await expect(fair.locator('[data-line="demo-hexagon"]')).toContainText('0 good, 3 under way, 1 missing')
  await fair.getByRole('link', { name: 'Plan the 2 missing' }).click()
  await expect(page.getByLabel('Name of the batch')).toHaveValue('Winter fair table')
  await expect(page.getByRole('textbox', { name: 'Pieces of Hexagon coaster' })).toHaveValue('1')
  await expect(page.getByRole('textbox', { name: 'Pieces of Oval dish' })).toHaveValue('1')
  await expect(page.locator('[data-backwards]')).toContainText('Latest stop-stir for that')
  await page.getByRole('button', { name: 'Keep for later' }).click()
  await page.getByRole('link', { name: 'Sets and commissions' }).click()
  await expect(fair.locator('[data-line="demo-hexagon"]')).toContainText('none missing')
  await expect(fair.getByRole('link', { name: /Plan the/ })).toHaveCount(0)
})

test('a new order is written down, refuses nonsense, takes a batch and can be taken off and put back', async ({
  page,
}) => {
  await openStudio(page, '/orders')
  await page.getByRole('button', { name: 'A new one' }).click()
  const write = page.getByRole('button', { name: 'Write it down' })
  await expect(write).toBeDisabled()
  await page.getByLabel('What it is for').fill('Lagoon set')
  await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Round coaster' })
  await page.getByRole('textbox', { name: 'Pieces of Round coaster' }).fill('0')
  await expect(page.getByRole('status').filter({ hasText: 'number of pieces is 0' })).toBeVisible()
  await page.getByRole('textbox', { name: 'Pieces of Round coaster' }).fill('4')
  await page.getByLabel('Ready for use on').fill('2020-05-04')
  await expect(page.getByRole('status').filter({ hasText: 'due day is in the past' })).toBeVisible()
  await expect(write).toBeDisabled()
  await page.getByLabel('Ready for use on').fill('')
  await write.click()
  const set = page.locator('[data-order]').filter({ hasText: 'Lagoon set' })
  await expect(set).toContainText('4 missing')
  await set.getByLabel('A batch that is for Lagoon set').selectOption({ label: 'Lagoon coasters' })
  await expect(set).toContainText('4 good, 0 under way, none missing')
  const found = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze()
  expect(found.violations).toEqual([])
  await set.getByRole('button', { name: 'Take off Lagoon set' }).click()
  await expect(set).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(set).toContainText('none missing')
})

test('a fault is marked on the picture, moved by keys, and stands in the log', LONG, async ({ page }) => {
  await openStudio(page, '/finish/demo-3')
  const piece = page.locator('[data-piece="1"]')
  await expect(piece.locator('[data-tag="blobs"]')).toHaveCount(2)
  await piece.getByLabel('Mark on the pictures').selectOption({ label: 'Opaque blobs on the face' })
  await piece
    .getByRole('button', { name: /Mark Opaque blobs on the face on the face/ })
    .click({ position: { x: 20, y: 20 } })
  await expect(piece.locator('[data-tag="blobs"]')).toHaveCount(3)
  const third = piece.locator('[data-tag="blobs"]').nth(2)
  const before = (await third.boundingBox())!.x
  await third.focus()
  for (let k = 0; k < 5; k++) await page.keyboard.press('ArrowRight')
  expect((await third.boundingBox())!.x).toBeGreaterThan(before + 5)
  await piece.locator('[data-tag="blobs"]').first().focus()
  await page.keyboard.press('Delete')
  await piece.getByRole('button', { name: 'Write it down again' }).click()
  await expect(page.getByText('Piece 1 is in the log.').first()).toBeVisible()
  await go(page, '/log/demo-3')
  await expect(page.locator('[data-tag="blobs"]')).toHaveCount(2)
})

test(
  'finishing jobs are chosen after the look, with their cautions, and the rack finds their hours',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/finish/demo-6')
    await expect(page.locator('[data-look="tilted"]').first()).toContainText('At a window, turned slowly')
    await page.getByLabel('Wet-sand sharp edges').click()
    await expect(page.getByLabel('Wet-sand sharp edges')).toBeChecked()
    await page.getByLabel('Add a layer').selectOption('clearCoat')
    await page.getByRole('button', { name: 'Keep these layers' }).click()
    const finishing = page.locator('[data-finishing]')
    await expect(finishing).toContainText('Sand edges wet, with a dust mask')
    await expect(finishing).toContainText('Pour the clear coat')
    await page.getByRole('link', { name: 'When they fit' }).click()
    await expect(page.locator('[data-job="demo-6.sandEdges"]')).toBeVisible()
    await expect(page.locator('[data-job="demo-6.clearCoat"]')).toBeVisible()
  },
)
