import { expect, test } from '@playwright/test'
import { openStudio } from './bench.ts'

test('a white of two colours and a portion: said in the plan, told at the gate and at its step', async ({
  page,
}) => {
  await openStudio(page, '/plan')
  await expect(page.locator('[data-worksheet]')).toBeVisible()
  const cup = page.locator('[data-whitens]')
  await cup.getByText('What goes into its cup').click()
  await cup.getByLabel('Add a colour to the white').selectOption({ label: 'Milk drop' })
  await cup.getByLabel('Add a colour to the white').selectOption({ label: 'Pewter mica' })
  await cup.getByLabel('Weigh off at least').fill('60')
  // A powder is weighed or scooped, never dripped.
  const counted = cup.getByLabel('counted in').nth(1)
  await expect(counted.getByRole('option')).toHaveText(['%', 'g', 'scoops'])
  const needed = page.locator('[data-needed]')
  await expect(needed).toContainText('Small cup for the white, and what tints it: Milk drop, Pewter mica')
  await page.getByRole('button', { name: 'Lay the bench out' }).click()
  await expect(page.locator('[data-tool="whiteCup"]')).toContainText('Milk drop, Pewter mica')
  await page.getByRole('button', { name: 'All amounts' }).click()
  await expect(page.getByRole('dialog')).toContainText(/6\d\.\d g for the white/)
  await expect(page.getByRole('dialog')).toContainText('of it more than the beads take')
})
