import { expect, test, type Locator, type Page } from '@playwright/test'
import { atHand, openStudio, stepKey, wait } from './bench.ts'

/** Goes by the tab key to what is sought, as far as a page can be long. */
async function tabTo(page: Page, sought: Locator): Promise<void> {
  await expect(sought).toBeVisible()
  for (let k = 0; k < 250; k++) {
    if (await sought.evaluate((element) => element === document.activeElement)) return
    await page.keyboard.press('Tab')
  }
  await expect(sought).toBeFocused()
}

async function press(page: Page, sought: Locator, key = 'Enter'): Promise<void> {
  await tabTo(page, sought)
  await page.keyboard.press(key)
}

test('from a plan to the log by the keyboard alone', async ({ page }) => {
  await openStudio(page, '/plan')
  await press(page, page.getByRole('button', { name: 'Lay the bench out' }))

  await test.step('gate', async () => {
    await expect(page.getByRole('heading', { level: 1, name: 'Before the clock' })).toBeVisible()
    const boxes = page.getByRole('checkbox')
    await expect(boxes.first()).toBeVisible()
    for (let k = 0; k < (await boxes.count()); k++) await press(page, boxes.nth(k), 'Space')
    await press(page, page.getByRole('button', { name: 'The bench is ready' }))
  })

  await test.step('weigh, stir, and every step of the pour: what is at hand has the focus', async () => {
    for (const part of ['A', 'B']) {
      const isIn = page.locator('button[data-fresh="false"]', { hasText: `${part} is in` })
      await expect(isIn).toBeFocused()
      await page.keyboard.press('Enter')
    }
    await expect(page.getByRole('button', { name: 'Start stirring' })).toBeFocused()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: /Stop stir/ })).toBeVisible()
    await wait(page, 3)
    await press(page, page.getByRole('button', { name: /Stop stir/ }))
    for (let step = await atHand(page), k = 0; step && k < 80; step = await atHand(page), k++) {
      if (step.standing === 'soon') {
        const said = await page.locator('[data-step]').getByRole('status').innerText()
        const [, minutes, seconds] = /(\d+):(\d\d)\s*$/.exec(said.trim()) ?? []
        await wait(page, Number(minutes ?? 0) + Number(seconds ?? 0) / 60 + 0.02)
      } else await wait(page, 0.3)
      const here = page.locator(`[data-step="${await stepKey(page)}"]`)
      await expect(here.locator('button[data-fresh="false"]')).toBeFocused()
      await page.keyboard.press('Enter')
      await expect(here).toHaveCount(0)
    }
  })

  await test.step('rack', async () => {
    await press(page, page.getByRole('link', { name: 'To the rack' }))
    await expect(page.getByRole('heading', { level: 1, name: 'Rack' })).toBeVisible()
    await wait(page, 40 * 60)
    await page.reload()
    await expect(page.locator('[data-task]').first()).toBeVisible()
    await press(page, page.getByRole('button', { name: 'Demolded' }).first())
    await press(page, page.getByRole('link', { name: 'Look at the faces' }).first())
  })

  await test.step('finish, and in the log', async () => {
    await expect(page.getByRole('heading', { level: 1, name: /^Finish/ })).toBeVisible()
    const first = page.locator('[data-piece="1"]')
    const rating = first.getByRole('radio').first()
    await tabTo(page, rating)
    await page.keyboard.press('ArrowRight')
    await page.keyboard.press('ArrowRight')
    // One stop for a group of choices; the arrows go through it.
    await page.keyboard.press('Tab')
    const right = first.getByRole('radio', { name: 'right', exact: true })
    for (let k = 0; k < 4 && !(await right.isChecked()); k++) await page.keyboard.press('ArrowRight')
    await expect(right).toBeChecked()
    await tabTo(page, first.getByLabel('Note'))
    await page.keyboard.type('By the keys')
    await press(page, first.getByRole('button', { name: 'Write it down' }))
    await page.keyboard.press('Escape')
    await press(page, page.getByRole('navigation').getByRole('link', { name: 'Log' }))
    await expect(page.getByText('27 of 27 pieces')).toBeVisible()
  })
})
