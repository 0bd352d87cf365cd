import { expect, type Page } from '@playwright/test'
import { EMPTY_PORT } from '../../playwright.config.ts'

export const EMPTY = `http://127.0.0.1:${EMPTY_PORT}`
/** A journey that goes where shorter ones have been: with LONG=1 only. */
export const LONG = { tag: '@long' }
export const BEGIN = new Date('2026-11-21T17:30:00+01:00')

/** Opens a studio at a known hour, at its bench or at another place; its clock can be moved. */
export async function openStudio(page: Page, at = '/'): Promise<void> {
  await page.clock.install({ time: BEGIN })
  await page.goto(at)
  await expect(page.locator('[data-place]')).toBeVisible({ timeout: 60_000 })
}

/** Turns to a place as a link to it does, within the page that is open; nothing is waited for. */
export async function turnTo(page: Page, place: string): Promise<void> {
  await page.evaluate((to) => {
    const { idx } = (history.state ?? {}) as { idx?: number }
    history.pushState({ usr: null, key: Math.random().toString(36).slice(2), idx: (idx ?? 0) + 1 }, '', to)
    dispatchEvent(new PopStateEvent('popstate', { state: history.state }))
  }, place)
}

/** Goes to a place within the page that is open. */
export async function go(page: Page, place: string): Promise<void> {
  await turnTo(page, place)
  await expect(page.locator(`[data-place="${place.split('?')[0]}"]`)).toBeVisible()
}

/** Lets so many minutes pass. */
export async function wait(page: Page, minutes: number): Promise<void> {
  await page.clock.fastForward(Math.round(minutes * 60_000))
}

/** Ticks everything at the prep gate and goes on to weighing. */
export async function layOut(page: Page): Promise<void> {
  await expect(page.getByRole('heading', { level: 1, name: 'Before the clock' })).toBeVisible()
  await expect(page.locator('[data-tool]').first()).toBeVisible()
  // What was ticked before a kill is ticked still.
  await page.getByRole('checkbox').evaluateAll(async (boxes) => {
    for (const box of boxes)
      if (box.getAttribute('aria-checked') !== 'true') {
        ;(box as HTMLElement).click()
        // Each tap is a task of its own, as a finger's is.
        await new Promise((next) => {
          const { port1, port2 } = new MessageChannel()
          port1.onmessage = next
          port2.postMessage(null)
        })
      }
  })
  await page.getByRole('button', { name: 'The bench is ready' }).click()
}

/** Weighs both parts by hand, and begins to stir. */
export async function weigh(page: Page): Promise<void> {
  for (const part of ['A', 'B'])
    await page.locator('button[data-fresh="false"]', { hasText: `${part} is in` }).click()
  await page.getByRole('button', { name: 'Start stirring' }).click()
}

/** Weighs, stirs for three minutes and stops: the clock of the pour runs. */
export async function stir(page: Page): Promise<void> {
  await weigh(page)
  await expect(page.getByRole('button', { name: /Stop stir/ })).toBeVisible()
  await wait(page, 3)
  await page.getByRole('button', { name: /Stop stir/ }).click()
  await expect(page.locator('[data-step]')).toBeVisible()
}

/** The pour's end, as its place says it. */
export const overOf = (page: Page) => page.getByRole('heading', { name: 'The pour is done' })

interface AtHand {
  readonly key: string
  readonly standing: string
}

/** The step at hand and how it stands, told in one look since the next may come between two; null once the pour is over. */
export async function atHand(page: Page): Promise<AtHand | null> {
  await expect(overOf(page).or(page.locator('[data-step]'))).toBeVisible()
  return page.evaluate(() => {
    const step = document.querySelector<HTMLElement>('[data-step]')
    return step && { key: step.dataset['step'] ?? '', standing: step.dataset['standing'] ?? '' }
  })
}

/** The key of the step at hand. */
export async function stepKey(page: Page): Promise<string> {
  return (await atHand(page))?.key ?? ''
}

/** Marks the step at hand as done, once it takes a tap. */
export async function mark(page: Page): Promise<void> {
  const step = page.locator(`[data-step="${await stepKey(page)}"]`)
  await step.locator('button[data-fresh="false"]').click()
  await expect(step).toHaveCount(0)
}

/** Goes through the whole pour, each step when it is due. */
export async function pourToTheEnd(page: Page): Promise<string[]> {
  const keys: string[] = []
  for (let step = await atHand(page); step && keys.length < 80; step = await atHand(page)) {
    if (step.standing === 'soon') {
      const said = await page.locator('[data-step]').getByRole('status').innerText()
      const [, minutes, seconds] = /(\d+):(\d\d)\s*$/.exec(said.trim()) ?? []
      await wait(page, Number(minutes ?? 0) + Number(seconds ?? 0) / 60 + 0.02)
    } else await wait(page, 0.3)
    keys.push(step.key)
    await mark(page)
  }
  return keys
}

/** A plan begun from a recipe that ships; its name fills the plan's. */
export async function beginFrom(page: Page, recipe: string, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Recipes' }).click()
  await page.getByText(/^\d+ recipes to begin from$/).click()
  await page
    .locator(`[data-recipe="shipped-${recipe}"]`)
    .getByRole('button', { name: 'Begin', exact: true })
    .click()
  await expect(page.getByLabel('Name of the batch')).toHaveValue(name)
}

/** The card of the batch with that name on the rack. */
export const onRack = (page: Page, batch: string) =>
  page.locator('[data-batch]').filter({ has: page.getByRole('heading', { name: batch }) })

/** What a finger finds dry is no job. */
const OF_A_JOB = { name: /^(?!Dry right through)/ }

/** Does what the rack asks of that batch, each job once it is possible, a layer through its own gate, up to that one; the keys of the jobs in their order. */
export async function throughTheRack(page: Page, batch: string, last?: string): Promise<string[]> {
  const keys: string[] = []
  for (let half = 0; half < 60; half++) {
    await go(page, '/rack')
    const card = onRack(page, batch)
    await expect(card.locator('[data-task]').first()).toBeVisible()
    const [key, told] = await card
      .locator('[data-task]')
      .filter({ has: page.getByRole('button', OF_A_JOB) })
      .evaluateAll(([first]) => [(first as HTMLElement | undefined)?.dataset['task'], first?.textContent])
    if (!key) return keys
    const task = card.locator(`[data-task="${key}"]`)
    const gate = task.getByRole('link', { name: 'To its gate' })
    if (/from (today|tomorrow|Mon|Tue|Wed|Thu|Fri|Sat|Sun|\d)/.test(told ?? '')) {
      await wait(page, 12 * 60)
      await page.reload()
      continue
    }
    keys.push(key)
    if ((await gate.count()) > 0) {
      await gate.click()
      await layLayer(page)
    } else await task.getByRole('button', OF_A_JOB).click()
    await go(page, '/rack')
    await expect(card.locator(`[data-task="${key}"]`).getByRole('button', OF_A_JOB)).toHaveCount(0)
    if (key === last) return keys
  }
  throw new Error(`the rack still asks something of ${batch}`)
}

/** The sitting of a later layer from its gate to the layer being laid. */
async function layLayer(page: Page): Promise<void> {
  await layOut(page)
  const weighs = page.getByRole('heading', { level: 1, name: 'Weigh, then stir' })
  await expect(weighs.or(page.locator('[data-step]'))).toBeVisible()
  if (await weighs.isVisible()) await stir(page)
  const laid = page.getByRole('link', { name: 'To the rack' })
  while (!(await laid.isVisible())) {
    await mark(page)
    await expect(laid.or(page.locator('[data-step]'))).toBeVisible()
  }
}
