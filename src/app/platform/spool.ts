import * as v from 'valibot'
import { recordEvent, type BatchProblem } from '#data/batchCommands.ts'
import { Refused } from '#data/door.ts'
import { eventsOf } from '#data/events.ts'
import { FULL, StorageError } from '#data/storageError.ts'
import { mayFollow, type PourEvent } from '#core/runsheet/index.ts'
import type { Result } from '#core/units/index.ts'
import type { StudioDatabase } from '#data/database.ts'
import { idSchema } from '#schema/amount.ts'
import { issueLines } from '#schema/issues.ts'
import { pourEventSchema } from '#schema/studio.ts'

/**
 * Marks of a live pour go through a spool: written to local storage in the same tick as the tap, then to the database,
 * then off the spool. A crash in between, or a full disk, leaves the mark in the spool, and the next mark or the next opening stores
 * it. What waits there counts: a later mark is judged by the database and the spool together.
 */
const SPOOL_PREFIX = 'nublo-mark-'

const spooledSchema = v.object({
  batchId: idSchema,
  event: pourEventSchema,
  /** Its place in the spool; marks of an earlier version have none and go by their instant. */
  no: v.optional(v.number(), 0),
})

/** Stores a mark by way of the spool, after those that wait there. Throws Refused for what no mark may be, StorageError where neither place has room. */
export async function spoolMark(
  db: StudioDatabase,
  batchId: string,
  event: PourEvent,
): Promise<Result<PourEvent, BatchProblem>> {
  const read = v.safeParse(pourEventSchema, event)
  if (!read.success) throw new Refused(issueLines(read.issues))
  const waiting = spooledMarks()
  const key = SPOOL_PREFIX + event.id
  const spooled = toSpool(key, { batchId, event, no: (waiting.at(-1)?.mark.no ?? 0) + 1 })
  for (const each of waiting) {
    const earlier = await fromSpool(db, each)
    if (earlier.kind === 'full') return held(db, { key, batchId, event, spooled })
  }
  const own = await fromSpool(db, { key, mark: { batchId, event } })
  if (own.kind === 'stored') return { ok: true, value: event }
  if (own.kind === 'refused') return { ok: false, problem: own.problem }
  return held(db, { key, batchId, event, spooled, cause: own.cause })
}

interface Waiting {
  readonly key: string
  readonly mark: { readonly batchId: string; readonly event: PourEvent }
}

type Left =
  | { readonly kind: 'stored' }
  | { readonly kind: 'refused'; readonly problem: BatchProblem }
  | { readonly kind: 'full'; readonly cause: unknown }

/** Moves one mark from the spool to the database; it stays on the spool only where the database would not take it. */
async function fromSpool(db: StudioDatabase, { key, mark }: Waiting): Promise<Left> {
  try {
    const result = await recordEvent(db, mark.batchId, mark.event)
    const there = result.ok || (await isStored(db, mark.batchId, mark.event.id))
    localStorage.removeItem(key)
    return there ? { kind: 'stored' } : { kind: 'refused', problem: result.problem }
  } catch (cause) {
    return { kind: 'full', cause }
  }
}

async function isStored(db: StudioDatabase, batchId: string, eventId: string): Promise<boolean> {
  return (await eventsOf(db, batchId)).some((event) => event.id === eventId)
}

/** A mark the database has no room for: judged with all that waits, and kept on the spool where it may follow. */
async function held(
  db: StudioDatabase,
  {
    key,
    batchId,
    event,
    spooled,
    cause,
  }: Waiting['mark'] & { readonly key: string; readonly spooled: boolean; readonly cause?: unknown },
): Promise<Result<PourEvent, BatchProblem>> {
  if (!spooled) throw cause ?? new StorageError(FULL, { full: true, cause })
  const before = await eventsOf(db, batchId).catch(() => null)
  const waiting = spooledMarks().filter((each) => each.mark.batchId === batchId && each.key !== key)
  const all = withHeld(
    before ?? [],
    waiting.map(({ mark }) => mark.event as PourEvent),
  )
  // Where the database cannot even be read, the mark is kept and judged at the next opening.
  if (!before || mayFollow(all, event)) return { ok: true, value: event }
  localStorage.removeItem(key)
  return { ok: false, problem: { kind: 'notNow' } }
}

/** What is stored followed by what is held aside, as far as it may follow. */
export function withHeld(
  inDatabase: readonly PourEvent[],
  aside: readonly PourEvent[],
): readonly PourEvent[] {
  return aside.reduce((all, event) => (mayFollow(all, event) ? [...all, event] : all), inDatabase)
}

function toSpool(key: string, mark: Waiting['mark'] & { readonly no: number }): boolean {
  try {
    localStorage.setItem(key, JSON.stringify(mark))
    return true
  } catch {
    return false
  }
}

/** Marks on the spool, in the order they were made. */
export function spooledMarks() {
  return spoolKeys()
    .flatMap((key) => readSpooled(key))
    .sort((one, other) => one.mark.no - other.mark.no || one.mark.event.atMs - other.mark.event.atMs)
}

function spoolKeys(): readonly string[] {
  try {
    return Object.keys(localStorage).filter((key) => key.startsWith(SPOOL_PREFIX))
  } catch {
    // Local storage is blocked: nothing was ever put there.
    return []
  }
}

/** Stores what an earlier session left on the spool; the answer is how many. What is in already is dropped, what finds no room stays. */
export async function emptySpool(db: StudioDatabase): Promise<number> {
  let storedCount = 0
  for (const each of spooledMarks()) {
    const wasThere = await isStored(db, each.mark.batchId, each.mark.event.id)
    const left = await fromSpool(db, each as Waiting)
    if (left.kind === 'full') return storedCount
    if (left.kind === 'stored' && !wasThere) storedCount++
  }
  return storedCount
}

function readSpooled(key: string) {
  try {
    const read = v.safeParse(spooledSchema, JSON.parse(localStorage.getItem(key) ?? ''))
    if (read.success) return [{ key, mark: read.output }]
  } catch {
    // Not ours, or cut off while being written: there is no mark in it to lose.
  }
  localStorage.removeItem(key)
  return []
}
