import { expect, test } from '@playwright/test'
import { go, layOut, openStudio, pourToTheEnd, stir, wait } from './bench.ts'

test('a cup that stands past its stop leaves one step, here and on every place: to empty it', async ({
  page,
}) => {
  await openStudio(page, '/pour/demo-8')
  await layOut(page)
  await stir(page)
  await wait(page, 29)
  const step = page.locator('[data-step="decant"]')
  await expect(step).toHaveAttribute('data-standing', 'past')
  await expect(step.getByRole('heading', { name: 'Empty the cup now' })).toBeVisible()
  await expect(step.getByText('onto a tray outdoors, spread thin').first()).toBeVisible()
  await expect(step.getByRole('status')).toContainText(/Late, by \d+:\d\d/)
  await go(page, '/log')
  await expect(page.getByRole('complementary', { name: 'Live pours' })).toContainText('Empty the cup now')
  await go(page, '/')
  await expect(page.getByRole('link', { name: /Empty the cup now/ }).first()).toBeVisible()

  // Emptied long after the window of the white: that is told as late, and never as open.
  await go(page, '/pour/demo-8')
  await step.locator('button[data-fresh="false"]').click()
  await expect(step).toHaveCount(0)
  await page.getByRole('button', { name: 'All amounts' }).click()
  await page.getByRole('dialog').getByText('whole list').first().waitFor({ state: 'attached' })
  const white = page
    .getByRole('dialog')
    .getByRole('paragraph')
    .filter({ hasText: /^Pipe the white/ })
    .first()
  await expect(white).toBeAttached()
  await expect(white).not.toContainText('open')
})

test('a pour that ended asks nothing of the next one, a day later; its batch has a page until it is out', async ({
  page,
}) => {
  await openStudio(page, '/pour/demo-8')
  await layOut(page)
  await stir(page)
  await pourToTheEnd(page)
  await expect(page.getByRole('heading', { name: 'The pour is done' })).toBeVisible()
  await expect(page.locator('[data-next-days]')).toContainText('Demold')
  await page.clock.runFor(2500)
  const now = await page.evaluate(() => Date.now())
  await page.goto('about:blank')
  await page.clock.setSystemTime(now + 22 * 3_600_000)
  await page.goto('/')
  const due = page.getByRole('region', { name: 'On the rack' })
  await expect(due).toBeVisible()
  await page.clock.runFor(2500)
  await expect(page.locator('[data-clock]')).toHaveCount(0)

  // The page of the batch: what a finger finds moves its days.
  await due.getByRole('link', { name: 'Saffron soft squares' }).first().click()
  await expect(page.getByRole('heading', { name: 'The pour is done' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Add a layer or a job' })).toBeVisible()

  await go(page, '/pour/demo-9')
  await layOut(page)
  await stir(page)
  await page.clock.runFor(2500)
  await expect(page.locator('[data-clock]')).toHaveCount(0)
  await expect(page.getByRole('timer', { name: 'Since stop-stir' })).toContainText(/00:0\d/)
})
