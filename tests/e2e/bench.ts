import { expect, type Page } from '@playwright/test'
import { EMPTY_PORT } from '../../playwright.config.ts'

export const EMPTY = `http://127.0.0.1:${EMPTY_PORT}`
export const BEGIN = new Date('2026-11-21T17:30:00+01:00')

/** Opens a studio at a known hour; its clock can be moved. */
export async function openStudio(page: Page, base = ''): Promise<void> {
  await page.clock.install({ time: BEGIN })
  await page.goto(`${base}/`)
  await expect(page.getByRole('heading', { level: 1, name: 'Bench' })).toBeVisible({ timeout: 60_000 })
}

/** Lets so many minutes pass. */
export async function wait(page: Page, minutes: number): Promise<void> {
  await page.clock.fastForward(Math.round(minutes * 60_000))
}

/** Ticks everything at the prep gate and goes on to weighing. */
export async function layOut(page: Page): Promise<void> {
  await expect(page.getByRole('heading', { level: 1, name: 'Before the clock' })).toBeVisible()
  await expect(page.locator('[data-tool]').first()).toBeVisible()
  for (const box of await page.getByRole('checkbox').all()) await box.click()
  await page.getByRole('button', { name: 'The bench is ready' }).click()
}

/** Stirs for three minutes and stops: the clock of the pour runs. */
export async function stir(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Start stirring' }).click()
  await expect(page.getByRole('button', { name: /Stop stir/ })).toBeVisible()
  await wait(page, 3)
  await page.getByRole('button', { name: /Stop stir/ }).click()
  await expect(page.locator('[data-step]')).toBeVisible()
}

/** The key of the step at hand. */
export async function stepKey(page: Page): Promise<string> {
  return (await page.locator('[data-step]').getAttribute('data-step')) ?? ''
}

/** Marks the step at hand as done, once it takes a tap. */
export async function mark(page: Page): Promise<void> {
  const key = await stepKey(page)
  await page.locator('[data-step] button[data-fresh="false"]').click()
  await expect(page.locator(`[data-step="${key}"]`)).toHaveCount(0)
}

/** Goes through the whole pour, each step when it is due. */
export async function pourToTheEnd(page: Page): Promise<string[]> {
  const keys: string[] = []
  const over = page.getByRole('heading', { name: 'The pour is done' })
  for (let k = 0; k < 80 && !(await over.isVisible()); k++) {
    const step = page.locator('[data-step]')
    if ((await step.getAttribute('data-standing')) === 'early') {
      const [, minutes, seconds] =
        /(\d+):(\d\d)\s*$/.exec((await step.getByRole('status').innerText()).trim()) ?? []
      await wait(page, Number(minutes ?? 0) + Number(seconds ?? 0) / 60 + 0.02)
    } else await wait(page, 0.3)
    keys.push(await stepKey(page))
    await mark(page)
    await expect(over.or(step)).toBeVisible()
  }
  return keys
}
