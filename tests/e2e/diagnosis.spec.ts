import { expect, test } from '@playwright/test'
import { go, openStudio } from './bench.ts'

test('a fault is explained from its own run, and the batch repeated with the one change', async ({
  page,
}) => {
  await openStudio(page, '/log/demo-1')
  const late = page.locator('[data-fault="lines"]').first()
  await expect(late.locator('[data-cause]').first()).toContainText(
    /White too late \(\d+ %\): white at \d+ min; the window was \d+ min – \d+ min, best at \d+ min; the cup had reached \d+ °C/,
  )
  await go(page, '/log/demo-3')
  const blobs = page.locator('[data-fault="blobs"]').first()
  // Its bottle ran slow: by the clock the white went in before its window, and it was strong besides.
  await expect(blobs.locator('[data-cause]').first()).toContainText(
    /White too early \(\d+ %\): white at 40 min; the window was 4\d min – \d+ min/,
  )
  const milky = blobs.locator('[data-cause]').filter({ hasText: 'the white was milky, not see-through' })
  await milky.getByRole('link', { name: 'Repeat with this change' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Repeat a batch' })).toBeVisible()
  await expect(page.getByText('With one change: thinner: see-through on a wiped stick')).toBeVisible()
  await expect(page.getByLabel('White', { exact: true })).toHaveValue('translucent')
})

test('where the run cannot tell, one question is asked and its answer counts', async ({ page }) => {
  await openStudio(page, '/finish/demo-2')
  const piece = page.locator('[data-piece="1"]')
  await piece.getByText('None seen. Look, and choose').click()
  await piece.getByText('Petals pushed out of shape').click()
  const fault = piece.locator('[data-fault="distorted"]')
  const ask = fault.locator('[data-ask="boardWasLevel"]')
  await expect(ask).toContainText('was the board off level?')
  await ask.getByRole('button', { name: 'Yes' }).click()
  await expect(ask).toHaveCount(0)
  await expect(fault.locator('[data-cause]').first()).toContainText('Not level')
  await expect(fault).toContainText('Nothing rescues this one.')
})
