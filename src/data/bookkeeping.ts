import type { BatchRequest } from '#core/batch/index.ts'
import { measuredRequest, readPour, weighedOf, type PourEvent } from '#core/runsheet/index.ts'
import {
  AT_POUR,
  needsOf,
  needsOfMoreWhite,
  takenFrom,
  type Movement,
  type Need,
  type Supply,
  type TakenAt,
  type Weighed,
} from '#core/shelf/index.ts'
import { layerOfMix } from '#core/technique/index.ts'
import { eventsOf } from './events.ts'
import type { StudioDatabase } from './database.ts'

/**
 * Keeps the supplies' books with a pour: a stop-stir takes what was mixed, a later layer that is marked without one its own, what is put in at the bench its drops; taking such a mark back takes its
 * entries back. An event kept twice changes nothing.
 */
export async function keepBooks(db: StudioDatabase, batchId: string, event: PourEvent): Promise<void> {
  if (event.kind === 'undone') {
    await db.movements.where('id').startsWith(entryPrefix(event.eventId)).delete()
    return
  }
  if (!takes(event)) return
  const supplies = await db.supplies.orderBy('id').toArray()
  const batch = supplies.length > 0 ? await db.batches.get(batchId) : undefined
  if (!batch) return
  const request = batch.request as BatchRequest
  const taken = await takenBy(db, { batchId, request, event })
  const entries = supplies.flatMap((supply, k): Movement[] => {
    const amount = taken(supply)
    const id = `${entryPrefix(event.id)}${k}`
    return amount > 0
      ? [{ id, supplyId: supply.id, atMs: event.atMs, note: '', kind: 'poured', amount, batchId }]
      : []
  })
  await db.movements.bulkPut(entries)
}

type TakingEvent = Extract<PourEvent, { kind: 'stopStir' | 'done' | 'whiteStirred' | 'written' | 'endedAs' }>

const TAKING: readonly PourEvent['kind'][] = ['stopStir', 'done', 'whiteStirred', 'written', 'endedAs']

function takes(event: PourEvent): event is TakingEvent {
  return TAKING.includes(event.kind)
}

interface Taking {
  readonly batchId: string
  readonly request: BatchRequest
  readonly event: TakingEvent
}

/** How much of a supply that mark takes. */
async function takenBy(
  db: StudioDatabase,
  { batchId, request, event }: Taking,
): Promise<(supply: Supply) => number> {
  if (event.kind === 'whiteStirred') {
    const needs = needsOfMoreWhite(request, event)
    // Bags and gloves were taken with the pour.
    return (supply) => (supply.of.kind === 'consumable' ? 0 : takenFrom(supply, needs, request, AT_POUR))
  }
  const events = await eventsOf(db, batchId)
  if (event.kind === 'written' || event.kind === 'endedAs') {
    // What the pour takes with it more than without; what it takes less was taken already.
    const at = (marks: readonly PourEvent[]) => {
      const asked = measuredRequest(request, marks)
      return { asked, needs: needsOf(asked) }
    }
    const [before, after] = [at(events.filter(({ id }) => id !== event.id)), at(events)]
    return (supply) => {
      if (supply.of.kind !== 'colour') return 0
      const taken = ({ asked, needs }: typeof before) => takenFrom(supply, needs, asked, AT_POUR)
      return Math.max(0, taken(after) - taken(before))
    }
  }
  const needs = needsOf(request, weighedIn(events))
  const ats = event.kind === 'stopStir' ? [event.layer ?? AT_POUR] : unstirred(needs, event.key, events)
  return (supply) => ats.reduce((sum, at) => sum + takenFrom(supply, needs, request, at), 0)
}

/** Makes up what a crash between a mark and its entries left out, for marks since then. A mark whose entries are there, or that is older than every book, is left alone. */
export async function makeUpBooks(db: StudioDatabase, sinceMs: number): Promise<void> {
  const recent = await db.events.where('event.atMs').above(sinceMs).toArray()
  const taken = new Set(recent.flatMap(({ event }) => (event.kind === 'undone' ? [event.eventId] : [])))
  const oldest = Math.min(Infinity, ...(await db.movements.toArray()).map(({ atMs }) => atMs))
  for (const { batchId, event } of recent) {
    if (event.atMs < oldest) continue
    const missing = !taken.has(event.id) && (await entriesOf(db, event.id)) === 0
    if (event.kind === 'undone' || missing) await keepBooks(db, batchId, event as PourEvent)
  }
}

function entriesOf(db: StudioDatabase, eventId: string): Promise<number> {
  return db.movements.where('id').startsWith(entryPrefix(eventId)).count()
}

function entryPrefix(eventId: string): string {
  return `${eventId}.took.`
}

/** What the scale said last of each mix, unless it was taken back. */
function weighedIn(events: readonly PourEvent[]): Weighed {
  const layers = new Set(events.map((event) => ('layer' in event ? event.layer : undefined)))
  return Object.fromEntries(
    [...layers].map((layer) => [layer ?? AT_POUR, weighedOf(events, layer) ?? undefined]),
  )
}

/** What a layer takes when it is marked: all its mixes where none was entered when its stirring ended; a cup left out then takes nothing. */
function unstirred(needs: readonly Need[], layer: string, events: readonly PourEvent[]): readonly TakenAt[] {
  const pour = readPour(events)
  if (pour.stage === 'running' && pour.sittings[layer]?.stage === 'running') return []
  const own = needs.filter(({ at }) => at !== AT_POUR && layerOfMix(at) === layer)
  return [...new Set(own.map(({ at }) => at))]
}
