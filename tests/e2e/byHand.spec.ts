import { expect, test } from '@playwright/test'
import { atHand, go, layOut, mark, openStudio, wait } from './bench.ts'

test('too much A by hand: B follows, the ratio is told; a mold that got more and what was spilt change what is still to come', async ({
  page,
}) => {
  await openStudio(page, '/pour/demo-8')
  await layOut(page)
  const weighing = page.getByRole('region', { name: 'By hand' })
  await expect(weighing).toContainText(/Add [\d.]+ g of A/)
  await weighing.getByRole('button', { name: 'Another amount of A is in' }).click()
  await weighing.getByLabel('So much more of A is in').fill('292.4')
  await weighing.getByRole('button', { name: 'Take it so' }).click()
  await expect(weighing).toContainText(/A went [\d.]+ g over\. Never spoon it out/)
  const [, needed] = /Add ([\d.]+) g of B/.exec(await weighing.innerText())!
  // Half of that B is in: as it is it will not cure.
  await weighing.getByRole('button', { name: 'Another amount of B is in' }).click()
  await weighing.getByLabel('So much more of B is in').fill(String(Number(needed) / 2))
  await weighing.getByRole('button', { name: 'Take it so' }).click()
  await expect(page.getByRole('alert')).toContainText(
    /% too much A for what is in of B\. Stirred as it is, it will not cure hard\./,
  )
  await weighing.locator('button[data-fresh="false"]', { hasText: 'B is in' }).click()
  await expect(page.getByRole('alert')).toHaveCount(0)
  await expect(weighing).toContainText(/Both are in: 292\.4 g of A and/)
  await page.getByRole('button', { name: 'Start stirring' }).click()
  await wait(page, 3)
  await page.getByRole('button', { name: /Stop stir/ }).click()
  await expect(page.locator('[data-step]')).toBeVisible()
  const byHand = page.locator('[data-by-hand]')
  for (let k = 0; k < 8 && !(await byHand.isVisible()); k++) {
    await atHand(page)
    await mark(page)
  }
  const measure = page.getByText(/^Without a scale: /)
  const before = await measure.innerText()
  await byHand.locator('summary').click()
  await byHand.getByLabel('So much').fill('500')
  await byHand.getByLabel('Where it went').selectOption({ label: 'beside: it was spilt' })
  await byHand.getByRole('button', { name: 'Note it' }).click()
  await expect(measure).not.toHaveText(before)
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(measure).toHaveText(before)
  const batch = new URL(page.url()).pathname.split('/')[2]!
  await go(page, `/log/${batch}`)
  await expect(page.getByText(/Weighed: 292\.4 g of A and/)).toBeVisible()
})
