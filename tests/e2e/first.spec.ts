import { expect, test, type Locator, type Page } from '@playwright/test'
import { LONG, EMPTY, go, layOut, openStudio, pourToTheEnd, stir } from './bench.ts'

test.describe('from a label to a plan, on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } })

  test('an empty studio asks what is on the table and plans it in nine taps', async ({ page }) => {
    await openStudio(page, EMPTY)
    const table = page.locator('[data-first-table]')
    await expect(table).toBeVisible()
    await expect(page.locator('[aria-invalid="true"]')).toHaveCount(0)
    // The sheet speaks the units that are chosen on it, before anything is stored.
    await table.getByLabel('Units').selectOption('us')
    await expect(table.getByLabel('Across')).toHaveValue('3.94')
    await table.getByLabel('Units').selectOption('metric')
    await expect(table.getByLabel('Across')).toHaveValue('100')
    let taps = 0
    const tap = async (what: Locator) => {
      taps++
      await what.click()
    }
    const type = async (label: string, text: string) => {
      taps++
      await table.getByLabel(label).fill(text)
    }
    await type('Room you pour in', '21')
    await type('Working time', '40')
    await type('Demold after', '24')
    await type('Full cure', '10')
    for (let more = 0; more < 3; more++)
      await tap(table.getByRole('button', { name: 'How many of it: one more' }))
    await tap(table.getByRole('button', { name: 'Teal ink' }))
    await tap(table.getByRole('button', { name: 'Violet ink' }))
    await tap(table.getByRole('button', { name: 'Work out a plan' }))
    const sheet = page.locator('[data-worksheet]')
    await expect(sheet).toBeVisible()
    expect(taps).toBeLessThanOrEqual(13)

    // A set of four is a set of four, of one white and two inks, without a stop.
    await expect(page.getByRole('textbox', { name: 'Pieces of Round' })).toHaveValue('4')
    await expect(sheet).toContainText('14 Teal ink, 14 Violet ink')
    await expect(page.locator('[data-gravity="stop"]')).toHaveCount(0)
    // The label's times and what they mean, its densities told as assumed.
    await expect(page.locator('[data-past-working-time]')).toContainText(
      'The label’s 40 min are those of 100 g',
    )
    await expect(sheet).toContainText('densities are assumed')
    await expect(sheet).not.toContainText('Weighing is exact')
    await expect(page.locator('[data-needed]')).toContainText('Piping bag')
    await expect(page.getByRole('row', { name: /Ready for use/ })).toContainText('10 days')

    // All of it lies on the shelf, as it was typed.
    await go(page, '/shelf')
    await page.getByRole('button', { name: 'Change My resin' }).click()
    await expect(page.getByRole('textbox', { name: 'Working time', exact: true })).toHaveValue('40 min')
    await expect(page.getByLabel('Full cure')).toHaveValue('10')
    await page.getByText('What labels leave out').click()
    await expect(page.getByLabel('Density of A, times water (assumed)')).toBeVisible()
    await page.getByLabel('Density of A, times water (assumed)').fill('1.1')
    await expect(page.getByLabel('Density of A, times water', { exact: true })).toBeVisible()
    await page.getByRole('button', { name: 'Put on the shelf' }).click()
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await go(page, '/plan')
    await page.getByRole('button', { name: 'Start over' }).click()
    await expect(page.locator('[data-worksheet]')).toContainText('Weighing is exact')
  })

  test('the timetable is whole, what is said covers no button, every sheet can be left', async ({ page }) => {
    await openStudio(page, '/plan')
    const table = page.getByRole('region', { name: 'When' })
    await expect(table).toBeVisible()
    expect(await table.evaluate((each) => each.scrollWidth - each.clientWidth)).toBeLessThanOrEqual(0)
    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await layOut(page)
    await stir(page)

    for (const sheet of ['Reading', 'Note', 'All amounts']) {
      await page.getByRole('button', { name: sheet, exact: true }).click()
      await page.getByRole('button', { name: /^Leave: / }).click()
      await expect(page.getByRole('dialog')).toHaveCount(0)
    }
    await page.getByRole('button', { name: 'Note', exact: true }).click()
    await page.getByRole('button', { name: 'Looks right' }).click()
    const said = page.getByRole('region', { name: /Notifications/ }).getByText('Noted: Looks right')
    await expect(said).toBeVisible()
    await expect.poll(async () => overlap(page)).toBe(false)
  })
})

/** Whether what is said lies over the button of the step at hand. */
function overlap(page: Page): Promise<boolean> {
  return page.evaluate(() => {
    const said = document.querySelector('.toasts li')!.getBoundingClientRect()
    const button = document.querySelector('[data-fresh]')!.getBoundingClientRect()
    return said.top < button.bottom && said.bottom > button.top
  })
}

test('the end of a pour says when to demold', LONG, async ({ page }) => {
  await openStudio(page, '/plan')
  await page.getByRole('button', { name: 'Lay the bench out' }).click()
  await layOut(page)
  await stir(page)
  await pourToTheEnd(page)
  const days = page.locator('[data-next-days]')
  await expect(days).toContainText(/Demold.*possible from/s)
  await expect(days).toContainText('Ready for use')
})

test(
  'faults are chosen by a drawing and a contrast, and stand with their remedy in the repeat',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/finish/demo-6')
    const piece = page.locator('[data-piece="1"]')
    await piece.locator('summary', { hasText: /None seen|chosen/ }).click()
    expect(await piece.locator('[data-fault-drawing]').count()).toBeGreaterThan(25)
    const blobs = piece.getByRole('checkbox', { name: 'Opaque blobs on the face' })
    await expect(blobs).toHaveAccessibleDescription(/Finer than a grain of salt: specks/)
    if (!(await blobs.isChecked())) await piece.getByText('Opaque blobs on the face').click()
    await piece.getByText('too late', { exact: true }).click()
    await piece.getByLabel('Note').fill('Stagger the ring starts')
    await piece.getByRole('button', { name: /Write it down/ }).click()
    await expect(page.getByText('Piece 1 is in the log.').first()).toBeVisible()

    await go(page, '/plan?repeat=demo-6')
    const last = page.locator('[data-last-time]')
    await expect(last).toContainText('Stagger the ring starts')
    await expect(last).toContainText('Opaque blobs on the face')
    // Whatever readings taught since: no later than what was too late.
    await expect(page.locator('[data-held]')).toContainText(
      /At [\d:]+ .*it was too late, so it is planned sooner\./,
    )
    await last.getByRole('link', { name: 'Repeat with this change' }).first().click()
    await expect(page.getByText(/With one change:/)).toBeVisible()
    await expect(page.getByLabel('White', { exact: true })).toHaveValue('translucent')
  },
)
