import { FIRST_OPENING_PATH, type FirstOpening } from '../../contract/firstOpening.ts'
import { DATABASE, type StudioDatabase } from '#data/database.ts'
import { databaseNames, openNoted, renewJournal } from '#data/journal.ts'
import { isBare, type LargeStep } from '#data/keptStudios.ts'
import { saveSettings } from '#data/shelfCommands.ts'
import type { Studio } from '#schema/studio.ts'
import { USUAL_SETTINGS } from '#schema/usualSettings.ts'

const LOCK = 'nublo-first-opening'

/** What the server names for a browser without a studio: the demo studio, being read, or null, an empty one. */
type FirstStudio = { readonly demo: Promise<Studio> } | null

/** Asks for a first studio while the database is still being opened, so that neither waits for the other; undefined where that was not asked. */
export async function askForFirstStudio(nowMs: number): Promise<FirstStudio | undefined> {
  return (await isFirstTime()) ? firstStudio(nowMs) : undefined
}

/** A browser that does not tell which databases it keeps is asked later. */
async function isFirstTime(): Promise<boolean> {
  const names = await databaseNames()
  return names !== null && !names.includes(DATABASE)
}

/**
 * A browser without a studio gets the one the server names: the demo studio, or an empty one. A studio that lost its settings keeps all else and
 * gets the usual ones. Two tabs that open at once wait for each other. The answer is what is to be said of it, if anything: a demo that cannot be had
 * keeps nobody out.
 */
export async function openStudio(
  db: StudioDatabase,
  nowMs: number,
  asked: Promise<FirstStudio | undefined>,
): Promise<string | null> {
  await renewJournal(db.name)
  await openNoted(db)
  if (await db.settings.get('studio')) return null
  return navigator.locks.request(LOCK, async () => {
    if (await db.settings.get('studio')) return null
    const first = (await isBare(db)) ? await named(asked, nowMs) : null
    if (first) {
      const step = { id: 'opening', why: 'furnished', nowMs }
      const trouble = await furnishDemoStudio(db, step, first.demo).then(
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

async function named(asked: Promise<FirstStudio | undefined>, nowMs: number): Promise<FirstStudio> {
  const first = await asked
  return first === undefined ? firstStudio(nowMs) : first
}

/** The demo studio in place of what is there; its makings are loaded only then. */
export async function furnishDemoStudio(
  db: StudioDatabase,
  step: LargeStep,
  demo: Promise<Studio> = readDemo(step.nowMs),
): Promise<string | null> {
  const { furnishDemo } = await import('./demoStudio.ts')
  return furnishDemo(db, await demo, step)
}

async function readDemo(nowMs: number): Promise<Studio> {
  const makings = await import('./demoStudio.ts')
  return makings.readDemo(nowMs)
}

async function firstStudio(nowMs: number): Promise<FirstStudio> {
  const answer = await fetch(FIRST_OPENING_PATH).catch(() => null)
  if (!answer?.ok || ((await answer.json()) as FirstOpening).studio !== 'demo') return null
  const demo = readDemo(nowMs)
  // Whoever takes it over tells what went wrong.
  demo.catch(() => undefined)
  return { demo }
}
