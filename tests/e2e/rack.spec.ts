import { readFile } from 'node:fs/promises'
import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { LONG, go, openStudio, wait } from './bench.ts'

const board = (page: Page) => page.getByRole('list', { name: 'Coming days', exact: true })
const job = (page: Page, id: string) => page.locator(`[data-job="${id}"]`)

async function openRack(page: Page): Promise<void> {
  await openStudio(page, '/rack')
  await expect(board(page)).toBeVisible()
}

test('a job is moved by keys: what that does is told at once, kept, taken back, and kept through a reload', async ({
  page,
}) => {
  await openRack(page)
  await expect(job(page, 'demo-8.pour')).toContainText('14:30')
  await job(page, 'demo-8.pour').focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await expect(job(page, 'demo-8.pour')).toContainText('13:30')
  await expect(page.locator('[data-changes]')).toContainText('Pour the back layer, Saffron soft squares')
  await page.getByRole('button', { name: 'Leave it as it was' }).click()
  await expect(job(page, 'demo-8.pour')).toContainText('14:30')
  await job(page, 'demo-8.pour').focus()
  await page.keyboard.press('ArrowRight')
  await page.getByRole('button', { name: 'Keep this hour' }).click()
  // It is kept once that is said.
  await expect(page.getByText('Pour: hour kept.', { exact: true })).toBeVisible()
  await page.reload()
  await expect(job(page, 'demo-8.pour')).toContainText('14:45')
  await job(page, 'demo-8.pour').click()
  await page.getByRole('button', { name: 'Let Nublo choose' }).click()
  await expect(page.getByText('Pour: Nublo chooses the hour.', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(job(page, 'demo-8.pour')).toContainText('14:45')
  const found = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze()
  expect(found.violations).toEqual([])
})

test('a job is dragged to another day, and to an hour that is not free: why it cannot be there is said', async ({
  page,
}) => {
  await openRack(page)
  const demold = job(page, 'demo-9.demold')
  const [hour, minute] = /(\d\d):(\d\d)/
    .exec(await demold.innerText())!
    .slice(1)
    .map(Number)
  // In the middle of the screen: near its edge a drag scrolls the page, and the rows are elsewhere then.
  await demold.evaluate((each) => each.scrollIntoView({ block: 'center' }))
  const from = (await demold.boundingBox())!
  const days = page.locator('[data-day]')
  const own = await days.filter({ has: demold }).getAttribute('data-day')
  const on = (await days.evaluateAll((all) => all.map((day) => day.getAttribute('data-day')))).sort()
  const next = page.locator(`[data-day="${on[on.indexOf(own) + 1]}"]`)
  const row = (await next.boundingBox())!
  const moveTo = (x: number) => page.mouse.move(x, row.y + row.height / 2, { steps: 4 })
  await page.mouse.move(from.x + 4, from.y + 8)
  await page.mouse.down()
  await page.mouse.move(from.x + 4, from.y + 40, { steps: 4 })
  await moveTo(from.x + 4)
  await expect(next.filter({ has: demold })).toHaveCount(1)
  await expect(page.locator('[data-changes]')).toContainText('Demold, Petrel hexagons for the fair')
  // Some fifty pixels an hour, to a quarter to six in the morning.
  await moveTo(from.x - (hour! + minute! / 60 - 5.75) * 50.2)
  await expect(page.locator('[data-trouble="demo-9"]')).toContainText(
    'At the hour chosen for demolding you are not free.',
  )
  // As far as the hand went, however the flag was laid on its way.
  await expect(page.getByLabel('Begins at')).toHaveValue(/^2026-11-25T0[56]:/)
  // Whatever lies in them by now, the days stay where they were under the hand.
  expect(await next.boundingBox()).toEqual(row)
  await page.mouse.up()
  // For the blink after a drop the board takes a click for its end, quicker than any hand.
  await wait(page, 0.01)
  await page.getByRole('button', { name: 'Leave it as it was' }).click()
  await expect(page.locator('[data-trouble="demo-9"]')).toHaveCount(0)
})

test('an hour that was chosen badly can be let go from where its trouble is told', LONG, async ({ page }) => {
  await openRack(page)
  await job(page, 'demo-9.pour').focus()
  await page.keyboard.press('ArrowDown')
  // From a quarter past six in the evening to a quarter past five in the morning.
  for (let k = 0; k < 13; k++) await page.keyboard.press('Shift+ArrowLeft')
  await expect(page.getByLabel('Begins at')).toHaveValue(/T05:15$/)
  await page.getByRole('button', { name: 'Keep this hour all the same' }).click()
  const trouble = page.locator('[data-trouble="demo-9"]')
  await expect(trouble).toContainText('At the hour chosen for the pour you are not free.')
  await expect(job(page, 'demo-9.pour')).toHaveCount(0)
  await trouble.getByRole('button', { name: 'Let the hour chosen for the pour go' }).click()
  await expect(job(page, 'demo-9.pour')).toBeVisible()
})

test(
  'a promise is worked backwards to the latest pour; one that cannot be kept says what would help',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    const promise = page.getByLabel('Promised ready for use on')
    await promise.fill('2026-12-20')
    const backwards = page.locator('[data-backwards]')
    await expect(backwards).toContainText(/Latest stop-stir for that: \w+ \d+ (Nov|Dec), \d\d:\d\d\./)
    await promise.fill('2026-11-24')
    await expect(backwards).toContainText(
      'It misses the promise. Even begun at once, its layers would not be cured by then.',
    )
    await expect(backwards).toContainText(/Promise a later day: .*ready \w+ \d+/)
  },
)

test('free hours decide: without any, nothing fits; with them back, it does', LONG, async ({ page }) => {
  await openStudio(page, '/studio')
  const hours = page.getByRole('region', { name: 'Free hours and places' })
  for (const day of ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']) {
    await hours.getByRole('button', { name: `${day}: not free from` }).click()
    await expect(hours.locator(`[data-day="${day}"]`)).toContainText('not free')
  }
  await go(page, '/rack')
  await expect(page.locator('[data-trouble="demo-8"]')).toContainText('you are not free')
  await expect(page.locator('[data-trouble="demo-9"]')).toContainText('Your free hours do not hold it.')
  await go(page, '/studio')
  for (const day of ['Monday', 'Tuesday', 'Thursday', 'Sunday']) {
    await hours.getByRole('button', { name: `${day}: another free stretch` }).click()
    await hours.getByLabel(`${day}, free from`).fill('17:00')
    await hours.getByLabel(`${day}, free until`).fill('22:45')
    await expect(hours.getByLabel(`${day}, free until`)).toHaveValue('22:45')
  }
  await go(page, '/rack')
  await expect(job(page, 'demo-9.pour')).toBeVisible()
})

test('the rack reminds while the app is open, and can be put off', async ({ page }) => {
  await openStudio(page)
  const reminder = page.locator('[data-reminder="demo-7 back due"]')
  await expect(reminder).toHaveCount(0)
  await wait(page, 45)
  await expect(reminder).toContainText(
    /Pour the back layer: Dusk octagon and coasters\. It can wait another /,
  )
  await page.getByRole('button', { name: /In half an hour: Pour the back layer/ }).click()
  await expect(reminder).toHaveCount(0)
  await wait(page, 31)
  await expect(reminder).toBeVisible()
})

test('the days are saved as a calendar with alarms and as a table', async ({ page }) => {
  await openRack(page)
  const saved = async (button: string) => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: button }).click(),
    ])
    return readFile(await file.path(), 'utf8')
  }
  const calendar = await saved('Save as calendar file')
  expect(calendar).toContain('UID:demo-8-pour@nublo')
  expect(calendar.match(/BEGIN:VALARM/g)!.length).toBe(calendar.match(/BEGIN:VEVENT/g)!.length)
  expect(await saved('Save as CSV')).toMatch(/Saffron soft squares,Pour,2026-11-22T13:30:00.000Z/)
})

test(
  'a mark lets nothing leave from under the finger while the days are worked out anew',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/rack')
    const back = page.locator('[data-batch="demo-7"] [data-task="back"]')
    await expect(page.getByRole('region', { name: 'Coming days' })).toBeVisible()
    await page.evaluate(() => {
      const left: string[] = []
      Object.assign(window, { left })
      new MutationObserver((records) => {
        for (const gone of records.flatMap(({ removedNodes }) => [...removedNodes]))
          if (gone instanceof Element && gone.querySelector('#coming, [data-task]')) left.push(gone.tagName)
      }).observe(document.body, { childList: true, subtree: true })
    })
    await back.getByRole('button', { name: 'Poured' }).click()
    await expect(back).toContainText('done')
    await expect(back.getByRole('button')).toHaveCount(0)
    await expect(
      page.getByRole('region', { name: 'Coming days' }).getByText('Pour the back layer late'),
    ).toHaveCount(0)
    expect(await page.evaluate(() => (window as unknown as { left: string[] }).left)).toEqual([])
  },
)
