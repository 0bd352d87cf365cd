import { FIRST_OPENING_PATH, type FirstOpening } from '../../contract/firstOpening.ts'
import type { StudioDatabase } from '#data/database.ts'
import { isBare, type LargeStep } from '#data/keptStudios.ts'
import { saveSettings } from '#data/shelfCommands.ts'
import { USUAL_SETTINGS } from '#schema/usualSettings.ts'

const LOCK = 'nublo-first-opening'

/**
 * A browser without a studio gets the one the server names: the demo studio, or an empty one. A studio that lost its settings keeps all else and
 * gets the usual ones. Two tabs that open at once wait for each other. The answer is what is to be said of it, if anything: a demo that cannot be had
 * keeps nobody out.
 */
export async function openStudio(db: StudioDatabase, nowMs: number): Promise<string | null> {
  if (await db.settings.get('studio')) return null
  return navigator.locks.request(LOCK, async () => {
    if (await db.settings.get('studio')) return null
    if ((await isBare(db)) && (await firstStudio()) === 'demo') {
      const trouble = await furnishDemoStudio(db, { id: 'opening', why: 'furnished', nowMs }).then(
        () => null,
        (problem: Error) => problem.message,
      )
      if (!trouble) return null
      await saveSettings(db, USUAL_SETTINGS)
      return `${trouble} This studio begins empty; the Studio sets up the demo when it is there.`
    }
    await saveSettings(db, USUAL_SETTINGS)
    return null
  })
}

/** The demo studio in place of what is there; its makings are loaded only then. */
export async function furnishDemoStudio(db: StudioDatabase, step: LargeStep): Promise<string | null> {
  const { furnishDemo } = await import('./demoStudio.ts')
  return furnishDemo(db, step)
}

async function firstStudio(): Promise<FirstOpening['studio']> {
  const answer = await fetch(FIRST_OPENING_PATH).catch(() => null)
  if (!answer?.ok) return 'empty'
  return ((await answer.json()) as FirstOpening).studio === 'demo' ? 'demo' : 'empty'
}
