import { expect, test, type Page } from '@playwright/test'
import AxeBuilder from '@axe-core/playwright'
import { go, layOut, mark, openStudio, pourToTheEnd, stepKey, stir, wait } from './bench.ts'

const row = (page: Page, step: string) => page.locator(`[data-score-step="${step}"]`)
const steps = (page: Page) =>
  page
    .locator('[data-score-step]')
    .evaluateAll((rows) => rows.map((each) => each.getAttribute('data-score-step')))

test('the order of the hands is written on in the plan, gone through at the bench, added to there, told in the log and planned again', async ({
  page,
}) => {
  await openStudio(page, '/plan/demo-8')
  await page.getByRole('button', { name: 'Change the order' }).click()
  const sheet = page.getByRole('dialog', { name: 'The order of the hands' })
  // Two more drops on one piece, before the inks come to rest.
  await row(page, 'settle').getByRole('button', { name: /^More/ }).click()
  await sheet.getByLabel('On', { exact: true }).selectOption('2')
  await sheet.getByRole('button', { name: 'Put it in' }).click()
  await expect(row(page, 'own1')).toBeVisible()
  // The plan with it is there: its minute is told, and no row moves any more.
  await expect(row(page, 'own1')).not.toContainText('…')
  // Dragged by its picture to where another stands, and taken back.
  const asItWas = await steps(page)
  // In the middle of the sheet: near its edge, holding a row scrolls it.
  await row(page, 'ink').evaluate((place) => place.scrollIntoView({ block: 'center' }))
  await page.locator('[data-grip="own1"]').dragTo(page.locator('[data-grip="ink"]'), { steps: 8 })
  await expect(sheet.getByLabel('What you wrote')).toContainText(/before “Drop the inks”/)
  expect((await steps(page)).indexOf('own1')).toBe((await steps(page)).indexOf('ink') - 1)
  await sheet.getByRole('button', { name: 'Take it back' }).last().click()
  expect(await steps(page)).toEqual(asItWas)
  // All the white, and only then the drags.
  await row(page, 'white').getByRole('button', { name: /^More/ }).click()
  await sheet.getByRole('button', { name: 'On all pieces before the next step' }).click()
  // By keyboard alone: a look that is left out is called by its name.
  await row(page, 'lookLate').getByRole('button', { name: /^More/ }).focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Tab')
  await page.keyboard.press('Enter')
  await expect(sheet.getByLabel('What you wrote')).toContainText('Left out: Look 60 minutes after')
  await expect(row(page, 'lookLate')).toHaveCount(0)
  const found = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze()
  expect(found.violations).toEqual([])
  // What cannot be so is said, and changes nothing.
  const before = await steps(page)
  await row(page, 'ink')
    .getByRole('button', { name: /^Earlier/ })
    .click()
  await row(page, 'ink')
    .getByRole('button', { name: /^Earlier/ })
    .click()
  await expect(sheet.getByRole('alert')).toContainText('there is nothing in the molds yet')
  await sheet.getByRole('button', { name: 'Take it back' }).last().click()
  expect(await steps(page)).toEqual(before)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'The order, with 3 of your own' })).toBeVisible()
  await page
    .getByRole('link', { name: 'Lay the bench out' })
    .or(page.getByRole('button', { name: 'Lay the bench out' }))
    .click()

  await layOut(page)
  await stir(page)
  while ((await stepKey(page)) !== 'own1.2') {
    await wait(page, 0.5)
    await mark(page)
  }
  await expect(page.locator('[data-step]')).toContainText(/2 drops of/)
  await mark(page)
  // Something more at the bench itself.
  await page.getByRole('button', { name: 'Another way' }).click()
  await page.getByText('Something in between').click()
  await page.getByLabel('What', { exact: true }).selectOption('own')
  await page.getByLabel('Its name').fill('Breathe out')
  await page.getByRole('button', { name: 'Put it in' }).click()
  await expect(page.locator('[data-step]')).toContainText('Breathe out')
  const keys = await pourToTheEnd(page)
  const order = keys.filter((key) => /^(white|shape)/.test(key)).map((key) => key.split('.')[0])
  expect(order.join(' ')).toMatch(/^(white )+(shape ?)+$/)

  await go(page, '/log/demo-8')
  await page.getByText(/^\d+ marks$/).click()
  await expect(page.getByText(/^On the order: Breathe out/)).toBeVisible()
  await expect(page.getByText(/2 drops of .*, piece 2/).first()).toBeVisible()
  await go(page, '/plan?repeat=demo-8')
  await page.getByRole('button', { name: /^The order, with \d of your own/ }).click()
  await expect(page.getByLabel('What you wrote')).toContainText('2 drops of')
})
