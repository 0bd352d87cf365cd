import { expect, test } from '@playwright/test'
import AxeBuilder from '@axe-core/playwright'
import { LONG, go, openStudio } from './bench.ts'

test('pieces are compared side by side: faces, runs on one scale, and in what they differ', async ({
  page,
}) => {
  await openStudio(page, '/log')
  await page.getByLabel('Compare Lagoon coasters, 1').check()
  await expect(page.getByText('tick another one to compare')).toBeVisible()
  await page.getByLabel('Compare Rosehip hexagons, 1').check()
  await page.getByRole('link', { name: 'Compare 2 pieces' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Compare' })).toBeVisible()
  await expect(page.getByText(/^\d+ of \d+ things differ\.$/)).toBeVisible()
  await expect(page.locator('[data-row="dose"]')).toHaveAttribute('data-differs', 'true')
  await expect(page.locator('[data-row="dose"]')).toContainText(/milky/i)
  await expect(page.locator('[data-row="resin"]')).toHaveAttribute('data-differs', 'false')
  await expect(page.locator('[data-row="white"]')).toContainText(/\d+ min/)
  await expect(page.locator('[data-strip]')).toHaveCount(2)
  const found = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze()
  expect(found.violations).toEqual([])
  await go(page, '/log/compare?pieces=none')
  await expect(page.getByText('Choose two to four pieces')).toBeVisible()
})

test(
  'the log says how many pieces come out good, by technique and by resin, and what goes wrong most',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/log')
    const says = page.locator('[data-says]')
    await says.getByText('What the log says').click()
    await expect(says.locator('[data-sentence]')).toContainText(
      /\d+ of \d+ pieces are good .* somewhere between \d+ and \d+ %\. What went wrong most: /,
    )
    await expect(says.getByRole('img', { name: 'Share of good pieces by technique' })).toBeVisible()
    await says.getByLabel('By', { exact: true }).selectOption('resin')
    await expect(says.getByRole('img', { name: 'Share of good pieces by resin' })).toBeVisible()
    await expect(says.getByText(/^Heron Quick: \d+ of \d+ pieces are good/)).toBeVisible()
    await expect(says.locator('[data-timing]')).toContainText(
      /Of 5 stars in the mean, .*the \d+ pieces in their window have \d\.\d, .* Keeping to the window was worth/,
    )
    await expect(says.getByRole('img', { name: 'Rating of each piece against when its white' })).toBeVisible()
    await expect(says.locator('[data-causes]')).toContainText(
      /White too late: 2 of 26 pieces, each time the run shows it\. Next time: /,
    )
    await expect(says.getByRole('img', { name: 'Share of pieces by what spoilt them' })).toBeVisible()
    const found = await new AxeBuilder({ page })
      .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
      .analyze()
    expect(found.violations).toEqual([])
  },
)

test(
  'an experiment says what it varies and keeps, and its result once both sides were looked at',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/log/trials')
    await expect(page.getByText('Nothing is being tried')).toHaveCount(0)
    const told = page.locator('[data-trial="demo-2"]')
    await expect(told.locator('[data-varied]')).toContainText(
      /Layers over it: none becomes back layer: Slate paste/,
    )
    await expect(told.locator('[data-result]')).toContainText(
      /4\.5 of 5 over 4 pieces against 2\.0 over 2 pieces: better; in \d+ of 100 cases chance alone would do as much/,
    )
    await go(page, '/plan?repeat=demo-6')
    await page.getByLabel('An experiment against Ember heart dishes').check()
    const declared = page.locator('[data-trial]')
    await expect(declared).toContainText('Nothing is varied yet.')
    await page.getByLabel('White', { exact: true }).selectOption({ label: 'Milky on a wiped stick' })
    await expect(declared).toContainText('White: See-through on a wiped stick becomes Milky on a wiped stick')
    await expect(declared).toContainText('Kept: technique, mold, resin, room, inks')
    await page.getByRole('button', { name: 'Keep for later' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'Bench' })).toBeVisible()
    await go(page, '/log/trials')
    await expect(page.locator('[data-trial]').filter({ hasText: 'Ember heart dishes again' })).toContainText(
      'No result yet',
    )
  },
)
