import * as v from 'valibot'
import { techniqueOfPour, type BatchRequest } from '#core/batch/index.ts'
import type { Piece } from '#core/journal/index.ts'
import { readPour, type Pour, type PourEvent } from '#core/runsheet/index.ts'
import { moldPours } from '#core/shelf/index.ts'
import { layerOfMix, markedAt, type TechniqueId } from '#core/technique/index.ts'
import type { Batch } from '#schema/studio.ts'

/** A batch with its marks in order and its pieces. */
export interface Run {
  readonly batch: Batch
  readonly events: readonly PourEvent[]
  readonly pieces: readonly Piece[]
}

/**
 * A run in short, so that lists ask one small row of a run in place of its plan and all its marks. It is worked out from them and never stored without
 * them: whatever writes to a run leaves `StaleBrief` behind in the same transaction (`registerDoor.ts`), and `writeRegister` makes it anew.
 */
export interface Brief {
  /** That of the batch. */
  readonly id: string
  readonly createdAtMs: number
  readonly name: string
  readonly technique: TechniqueId
  readonly resinId: string
  readonly resinName: string
  readonly colours: readonly string[]
  readonly repeats: string | null
  /** The order it is made for; none where it is for none. */
  readonly orderId: string | undefined
  readonly trial: 0 | 1
  readonly stage: Pour['stage']
  /** Until then something of it waits: for its pour, on the rack, or to be looked at. */
  readonly openUntilMs: number
  readonly stirredAtMs: number | undefined
  /** Every resin whose thickness was read, of the pour's or of a later layer's mix: `readKey`. */
  readonly readOf: readonly string[]
  /** The technique, where a piece was judged too early, right or too late. */
  readonly judgedOf: TechniqueId | undefined
  /** How often each mold was poured into. */
  readonly pours: Readonly<Record<string, number>>
  readonly moldsPoured: readonly string[]
  readonly pieces: readonly Piece[]
}

interface StaleBrief {
  readonly id: string
  readonly stale: 1
}

export type BriefRow = Brief | StaleBrief

const aside = v.optional(v.string())
/** What a list asks of a brief: one that lacks it was damaged, and is made anew from its run. */
const briefSchema = v.object({
  id: v.string(),
  createdAtMs: v.number(),
  name: v.string(),
  technique: v.string(),
  resinId: v.string(),
  resinName: v.string(),
  colours: v.array(v.string()),
  repeats: v.nullable(v.string()),
  orderId: aside,
  trial: v.picklist([0, 1]),
  stage: v.picklist(['planned', 'ready', 'mixing', 'running', 'abandoned']),
  openUntilMs: v.number(),
  stirredAtMs: v.optional(v.number()),
  readOf: v.array(v.string()),
  judgedOf: aside,
  pours: v.record(v.string(), v.number()),
  moldsPoured: v.array(v.string()),
  pieces: v.array(
    v.object({
      id: v.string(),
      batchId: v.string(),
      no: v.number(),
      moldId: v.string(),
      moldName: v.string(),
      outcome: v.nullable(
        v.looseObject({ rating: v.number(), faults: v.array(v.string()), tags: v.array(v.looseObject({})) }),
      ),
    }),
  ),
})

/** Whether that row is a brief as it is written, neither stale nor damaged. */
export function isWhole(row: BriefRow): row is Brief {
  return !('stale' in row) && v.is(briefSchema, row)
}

/** Out of its mold and a month in use, nothing of a run waits any more. */
const PAST_MS = 30 * 86_400_000
const ALWAYS = 8.64e15

export function briefOf({ batch, events, pieces }: Run): Brief {
  const request = batch.request as BatchRequest
  const pour = readPour(events)
  const stirred = pour.stage === 'running'
  const pours = stirred ? moldPours(request) : {}
  const isJudged = stirred && pieces.some(({ outcome }) => (outcome?.timing ?? null) !== null)
  return {
    id: batch.id,
    createdAtMs: batch.createdAtMs,
    name: request.name,
    technique: request.technique,
    resinId: request.resin.id,
    resinName: request.resin.name,
    colours: request.colours.map(({ name }) => name),
    repeats: batch.repeats,
    orderId: batch.orderId ?? undefined,
    trial: batch.trial ? 1 : 0,
    stage: pour.stage,
    openUntilMs: openUntilMs(pour, request, pieces),
    stirredAtMs: stirred ? pour.stopStirAtMs : undefined,
    readOf: stirred ? resinsRead(pour, request).map((id) => readKey(id, pour.stopStirAtMs)) : [],
    judgedOf: isJudged ? request.technique : undefined,
    pours,
    moldsPoured: Object.keys(pours),
    pieces,
  }
}

/** By resin, and within it by the instant: so that the latest runs of a resin are found by index. */
function readKey(resinId: string, atMs: number): string {
  return `${resinId}|${String(atMs).padStart(INSTANT_DIGITS, '0')}`
}

/** The keys of that resin, whenever it was read. */
export function readKeysOf(resinId: string): readonly [from: string, to: string] {
  return [readKey(resinId, 0), `${resinId}|:`]
}

const INSTANT_DIGITS = 16

/** The resins of which something was read at its bench. */
function resinsRead(
  { readings, sittings }: Extract<Pour, { stage: 'running' }>,
  { resin, layers }: BatchRequest,
): readonly string[] {
  const ofLayers = Object.entries(sittings).flatMap(([mix, sitting]) =>
    sitting.stage === 'running' && sitting.readings.length > 0
      ? [(layers.find(({ id }) => id === layerOfMix(mix))?.resin ?? resin).id]
      : [],
  )
  return [...new Set([...(readings.length > 0 ? [resin.id] : []), ...ofLayers])]
}

function openUntilMs(pour: Pour, request: BatchRequest, pieces: readonly Piece[]): number {
  if (pour.stage === 'abandoned') return 0
  if (pour.stage !== 'running' || markedAt('frees', techniqueOfPour(request), pour.done) === null)
    return ALWAYS
  if (pieces.some(({ outcome }) => outcome === null)) return ALWAYS
  return pour.stopStirAtMs + PAST_MS
}
