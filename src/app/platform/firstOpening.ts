import { FIRST_OPENING_PATH, type FirstOpening } from '../../contract/firstOpening.ts'
import type { StudioDatabase } from '#data/database.ts'
import { saveSettings } from '#data/shelfCommands.ts'
import { USUAL_SETTINGS } from './settings.ts'

const LOCK = 'nublo-first-opening'

/**
 * A browser without a studio gets the one the server names: the demo studio, or an empty one. Settings are written last,
 * so that an opening cut short is begun again; two tabs that open at once wait for each other.
 */
export async function openStudio(db: StudioDatabase, nowMs: number): Promise<void> {
  if (await db.settings.get('studio')) return
  await navigator.locks.request(LOCK, async () => {
    if (await db.settings.get('studio')) return
    if ((await firstStudio()) === 'empty') return saveSettings(db, USUAL_SETTINGS)
    await furnishDemoStudio(db, nowMs)
  })
}

/** The demo studio in place of what is there; its makings are loaded only then. */
export async function furnishDemoStudio(db: StudioDatabase, nowMs: number): Promise<void> {
  const { furnishDemo } = await import('./demoStudio.ts')
  await furnishDemo(db, nowMs)
}

async function firstStudio(): Promise<FirstOpening['studio']> {
  const answer = await fetch(FIRST_OPENING_PATH).catch(() => null)
  if (!answer?.ok) return 'empty'
  return ((await answer.json()) as FirstOpening).studio === 'demo' ? 'demo' : 'empty'
}
