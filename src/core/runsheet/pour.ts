import {
  layerOfMix,
  STIR,
  stepOfKey,
  stepsNamed,
  type EndingId,
  type ScoreEdit,
  type Technique,
} from '../technique/index.ts'
import { AS_PLANNED, type Otherwise, type Reading } from '../timing/index.ts'

/** What happened at a bench, as it happened. Nothing is ever rewritten: an undo is an event too. */
export type PourEvent = { readonly id: string; readonly atMs: number } & (
  | ({ readonly kind: 'gatePassed'; readonly overruled: readonly Overruled[] } & OfLayer)
  /** What the scale said is in the cup. */
  | ({ readonly kind: 'weighed'; readonly aG: number; readonly bG: number } & OfLayer)
  | ({ readonly kind: 'stirBegan' } & OfLayer)
  | ({ readonly kind: 'stopStir' } & OfLayer)
  | { readonly kind: 'done'; readonly key: string }
  /** What the scale said went into the mold of that piece. */
  | ({ readonly kind: 'filled'; readonly pieceNo: number; readonly g: number } & OfLayer)
  /** So much of the pour's own mix went beside. */
  | { readonly kind: 'spilt'; readonly g: number }
  /** Turns that are not done at all, by key. */
  | { readonly kind: 'leftOut'; readonly keys: readonly string[] }
  /** What is still to be laid on the pieces is not; they are brought to that end instead. */
  | { readonly kind: 'endedAs'; readonly ending: EndingId }
  /** Something written on the order of the hands while it was gone through. */
  | { readonly kind: 'written'; readonly edit: ScoreEdit }
  /** The pieces are gone over once more than was planned. */
  | { readonly kind: 'roundAdded' }
  /** The bag's hole is so wide from now on. */
  | { readonly kind: 'holeCut'; readonly mm: number }
  /** The pieces are taken in this order from now on, by number. */
  | { readonly kind: 'pieceOrder'; readonly order: readonly number[] }
  /** One more small mix of white is stirred, tinted and in the bag. */
  | { readonly kind: 'whiteStirred'; readonly aG: number; readonly bG: number }
  /** Something done beside the steps. */
  | { readonly kind: 'beside'; readonly deed: BesideDeed }
  | { readonly kind: 'note'; readonly text: string }
  | ({ readonly kind: 'reading'; readonly reading: Taken } & OfLayer)
  /** The device's clock was moved by so much just before this: what was marked earlier was marked by the clock of before. */
  | { readonly kind: 'clockMoved'; readonly byMs: number }
  | { readonly kind: 'abandoned'; readonly reason: string }
  | { readonly kind: 'undone'; readonly eventId: string }
)

/** Which mix of which later layer's sitting it belongs to, by the mix's id; the pour's own where it says none. */
interface OfLayer {
  readonly layer?: string | undefined
}

/** What hands do beside the steps of a pour. */
export type BesideDeed = 'rimWiped' | 'warmAir'

/** A reading without its minute: the event's instant says when. */
export type Taken = Reading extends infer Each ? (Each extends Reading ? Omit<Each, 'atMin'> : never) : never

/** A prep item that was not ticked, and why that was all right. */
export interface Overruled {
  readonly tool: string
  readonly note: string
}

/** What went into the mold of one piece, g. */
export interface Filled {
  /** Null for the pour itself. */
  readonly layer: string | null
  readonly pieceNo: number
  readonly g: number
}

export interface PourNote {
  readonly atMs: number
  readonly text: string
}

/** The sitting of a later layer as its events tell it, until the layer is marked as laid. */
export type Sitting =
  | { readonly stage: 'ready'; readonly overruled: readonly Overruled[] }
  | { readonly stage: 'mixing'; readonly stirBeganAtMs: number }
  | {
      readonly stage: 'running'
      readonly stopStirAtMs: number
      /** Minutes from its own stop-stir. */
      readonly readings: readonly Reading[]
    }

/** A pour as its events tell it. Each stage carries exactly what is known by then. */
export type Pour =
  | { readonly stage: 'planned' }
  | { readonly stage: 'ready'; readonly overruled: readonly Overruled[] }
  | { readonly stage: 'mixing'; readonly stirBeganAtMs: number }
  | {
      readonly stage: 'running'
      readonly stopStirAtMs: number
      /** Minutes from stop-stir, by turn key. */
      readonly done: Readonly<Record<string, number>>
      /** What is done otherwise than it was planned. */
      readonly otherwise: Otherwise
      /** What was weighed into molds, of the pour's own bed or of a later layer. */
      readonly filled: readonly Filled[]
      readonly notes: readonly PourNote[]
      readonly readings: readonly Reading[]
      /** The sittings of later layers that were begun, by layer; a cup that is stirred by itself under its own mix. */
      readonly sittings: Readonly<Record<string, Sitting>>
    }
  | { readonly stage: 'abandoned'; readonly reason: string; readonly atMs: number }

/** Events that still count: those no later event took back. */
export function standing(events: readonly PourEvent[]): readonly PourEvent[] {
  const taken = new Set(events.flatMap((event) => (event.kind === 'undone' ? [event.eventId] : [])))
  return events.filter((event) => event.kind !== 'undone' && !taken.has(event.id))
}

/** What is marked by a stop-stir: its stirring. */
export const STIRRED: Readonly<Record<string, number>> = { [STIR.id]: 0 }

/** The pour those events amount to, in the order they were stored. */
export function readPour(events: readonly PourEvent[]): Pour {
  return standing(events).reduce(step, { stage: 'planned' } as Pour)
}

function step(pour: Pour, event: PourEvent): Pour {
  if (event.kind === 'filled') return withFilled(pour, event)
  if ('layer' in event && event.layer !== undefined) return inSitting(pour, event.layer, event)
  switch (event.kind) {
    case 'gatePassed':
      return { stage: 'ready', overruled: event.overruled }
    case 'weighed':
    case 'spilt':
      return pour
    case 'clockMoved':
      return moved(pour, event.byMs)
    case 'stirBegan':
      return { stage: 'mixing', stirBeganAtMs: event.atMs }
    case 'stopStir':
      return {
        stage: 'running',
        stopStirAtMs: event.atMs,
        done: STIRRED,
        otherwise: AS_PLANNED,
        filled: [],
        notes: [],
        readings: [],
        sittings: {},
      }
    case 'done':
      if (pour.stage !== 'running') return pour
      return { ...pour, done: { ...pour.done, [event.key]: (event.atMs - pour.stopStirAtMs) / 60_000 } }
    case 'leftOut':
      if (pour.stage !== 'running') return pour
      return {
        ...pour,
        otherwise: { ...pour.otherwise, leftOut: [...pour.otherwise.leftOut, ...event.keys] },
      }
    case 'roundAdded':
      if (pour.stage !== 'running') return pour
      return { ...pour, otherwise: { ...pour.otherwise, moreRounds: pour.otherwise.moreRounds + 1 } }
    case 'holeCut': {
      if (pour.stage !== 'running') return pour
      const cut = { atMin: (event.atMs - pour.stopStirAtMs) / 60_000, mm: event.mm }
      return { ...pour, otherwise: { ...pour.otherwise, holes: [...pour.otherwise.holes, cut] } }
    }
    case 'pieceOrder':
      if (pour.stage !== 'running') return pour
      return { ...pour, otherwise: { ...pour.otherwise, pieceOrder: event.order } }
    case 'whiteStirred': {
      if (pour.stage !== 'running') return pour
      const moreWhiteG = pour.otherwise.moreWhiteG + event.aG + event.bG
      return { ...pour, otherwise: { ...pour.otherwise, moreWhiteG } }
    }
    case 'beside':
    case 'endedAs':
    case 'written':
      return pour
    case 'note':
      if (pour.stage !== 'running') return pour
      return { ...pour, notes: [...pour.notes, { atMs: event.atMs, text: event.text }] }
    case 'reading': {
      if (pour.stage !== 'running') return pour
      const reading = { ...event.reading, atMin: (event.atMs - pour.stopStirAtMs) / 60_000 } as Reading
      return { ...pour, readings: [...pour.readings, reading] }
    }
    case 'abandoned':
      return { stage: 'abandoned', reason: event.reason, atMs: event.atMs }
    case 'undone':
      return pour
    default:
      return event satisfies never
  }
}

/** What may be written of a step that is begun: it says how the rest of it goes. */
const CHANGES_THE_REST: readonly ScoreEdit['kind'][] = ['added', 'pass']

/** Whether anything of the steps it speaks of is marked: what was done stays where it was done. */
function isBegun({ done }: Extract<Pour, { stage: 'running' }>, edit: ScoreEdit): boolean {
  const begun = new Set(Object.keys(done).map(stepOfKey))
  return stepsNamed(edit).some((step) => begun.has(step))
}

function withFilled(pour: Pour, { layer, pieceNo, g }: Extract<PourEvent, { kind: 'filled' }>): Pour {
  if (pour.stage !== 'running') return pour
  return { ...pour, filled: [...pour.filled, { layer: layer ?? null, pieceNo, g }] }
}

/** What is in the molds already of the pour's own bed, or of that layer, by piece. */
export function filledOf(filled: readonly Filled[], layer: string | null): ReadonlyMap<number, number> {
  return new Map(filled.filter((each) => each.layer === layer).map(({ pieceNo, g }) => [pieceNo, g]))
}

function inSitting(pour: Pour, layer: string, event: PourEvent): Pour {
  if (pour.stage !== 'running') return pour
  const sitting = sittingAfter(pour.sittings[layer], event)
  return sitting ? { ...pour, sittings: { ...pour.sittings, [layer]: sitting } } : pour
}

/** The sitting after that event; null where it says nothing of one. */
function sittingAfter(sitting: Sitting | undefined, event: PourEvent): Sitting | null {
  switch (event.kind) {
    case 'gatePassed':
      return { stage: 'ready', overruled: event.overruled }
    case 'stirBegan':
      return { stage: 'mixing', stirBeganAtMs: event.atMs }
    case 'stopStir':
      return { stage: 'running', stopStirAtMs: event.atMs, readings: [] }
    case 'reading': {
      if (sitting?.stage !== 'running') return null
      const reading = { ...event.reading, atMin: (event.atMs - sitting.stopStirAtMs) / 60_000 } as Reading
      return { ...sitting, readings: [...sitting.readings, reading] }
    }
    default:
      return null
  }
}

/** The layers that are laid already, or whose mix is stirred: nothing of them can be changed any more. */
export function begunLayers(pour: Pour): readonly string[] {
  if (pour.stage !== 'running') return []
  const stirred = Object.entries(pour.sittings).filter(([, { stage }]) => stage !== 'ready')
  return [...Object.keys(pour.done), ...stirred.map(([mix]) => layerOfMix(mix))]
}

/** A pour that was stirred longer ago waits on the rack: nothing of it goes by the minute any more. */
const LIVE_MS = 4 * 3_600_000

/** Whether that pour is stirred, or was so shortly before that instant that it is still worked by the minute. */
export function isLive(pour: Pour, atMs: number): boolean {
  if (pour.stage === 'mixing') return true
  return (
    pour.stage === 'running' && (pour.stopStirAtMs > atMs - LIVE_MS || sittingAtHand(pour, atMs) !== null)
  )
}

/**
 * Whether the hands are still at that pour, or at a layer of it, at that instant: a step of all its pieces that does more than look or wipe is not
 * marked yet. One whose last such step is marked is over, however short ago.
 */
export function isWorked(pour: Pour, { steps }: Pick<Technique, 'steps'>, atMs: number): boolean {
  if (pour.stage !== 'running' || sittingAtHand(pour, atMs) !== null) return isLive(pour, atMs)
  const { done, otherwise } = pour
  const last = steps.filter(({ place, per, floats }) => place === 'pour' && per === 'batch' && !floats)
  const isOpen = last.some(({ id }) => done[id] === undefined && !otherwise.leftOut.includes(id))
  return isLive(pour, atMs) && isOpen
}

/** The layer whose mix is stirred, or was so shortly before and is not laid yet; null where none is. */
export function sittingAtHand(pour: Extract<Pour, { stage: 'running' }>, atMs: number): string | null {
  const live = Object.entries(pour.sittings).find(
    ([mix, sitting]) =>
      pour.done[layerOfMix(mix)] === undefined &&
      (sitting.stage === 'mixing' || (sitting.stage === 'running' && sitting.stopStirAtMs > atMs - LIVE_MS)),
  )
  return live ? layerOfMix(live[0]) : null
}

/** Instants of the earlier clock told by the later one, so that what lies between stays what it was. */
function moved(pour: Pour, byMs: number): Pour {
  if (pour.stage === 'mixing') return { ...pour, stirBeganAtMs: pour.stirBeganAtMs + byMs }
  if (pour.stage !== 'running') return pour
  return {
    ...pour,
    stopStirAtMs: pour.stopStirAtMs + byMs,
    sittings: Object.fromEntries(
      Object.entries(pour.sittings).map(([layer, sitting]) => [layer, movedSitting(sitting, byMs)]),
    ),
    notes: pour.notes.map((note) => ({ ...note, atMs: note.atMs + byMs })),
  }
}

function movedSitting(sitting: Sitting, byMs: number): Sitting {
  switch (sitting.stage) {
    case 'ready':
      return sitting
    case 'mixing':
      return { ...sitting, stirBeganAtMs: sitting.stirBeganAtMs + byMs }
    case 'running':
      return { ...sitting, stopStirAtMs: sitting.stopStirAtMs + byMs }
    default:
      return sitting satisfies never
  }
}

/** Two tabs see the same jump within moments of each other. */
const SAME_JUMP_MS = 90_000

function toldBefore(events: readonly PourEvent[], jump: Extract<PourEvent, { kind: 'clockMoved' }>): boolean {
  return events.some(
    (event) =>
      event.kind === 'clockMoved' &&
      Math.abs(event.atMs - jump.atMs) < SAME_JUMP_MS &&
      Math.abs(event.byMs - jump.byMs) < SAME_JUMP_MS,
  )
}

/** What stands, with its minute from stop-stir by whatever clock it was marked. */
export interface TimedEvent {
  readonly event: PourEvent
  readonly min: number
}

/** The events that still count since the gate, each with its minute; negative before stop-stir, empty without one. */
export function timedEvents(events: readonly PourEvent[]): readonly TimedEvent[] {
  const counted = standing(events)
  const stop = counted.findLastIndex((event) => event.kind === 'stopStir' && event.layer === undefined)
  if (stop < 0) return []
  const jumpsBefore = (k: number) =>
    counted.slice(0, k + 1).reduce((sum, event) => sum + (event.kind === 'clockMoved' ? event.byMs : 0), 0)
  const stopAtMs = counted[stop]!.atMs - jumpsBefore(stop)
  return counted.map((event, k) => ({ event, min: (event.atMs - jumpsBefore(k) - stopAtMs) / 60_000 }))
}

/** What was weighed into the cup of the pour, or of that layer, since its gate was passed; null where neither a scale nor a person said so. */
export function weighedOf(
  events: readonly PourEvent[],
  layer?: string,
): { readonly aG: number; readonly bG: number } | null {
  const counted = standing(events)
  const gate = counted.findLastIndex((event) => event.kind === 'gatePassed' && event.layer === layer)
  const last = counted.slice(gate + 1).findLast((event) => event.kind === 'weighed' && event.layer === layer)
  return last?.kind === 'weighed' ? { aG: last.aG, bG: last.bG } : null
}

/** What Undo passes over: it takes back steps, readings and shifts of the clock. */
const NOT_UNDONE: readonly PourEvent['kind'][] = ['note', 'weighed']

/**
 * The event that Undo takes back at that instant: the latest step, reading or shift of the clock that stands; null when there is none. A shift
 * without which the pour would stand before its own marks is passed over.
 */
export function undoable(events: readonly PourEvent[], atMs = Infinity): PourEvent | null {
  return (
    standing(events).findLast(
      (event) => !NOT_UNDONE.includes(event.kind) && mayBeUndone(events, event, atMs),
    ) ?? null
  )
}

function mayBeUndone(events: readonly PourEvent[], event: PourEvent, atMs: number): boolean {
  return (
    event.kind !== 'clockMoved' ||
    isNotBeforeItsMarks(readPour(events.filter((each) => each !== event)), atMs)
  )
}

/** Whether the minute of that pour lies at or behind its stop-stir, and behind everything that was marked of it. */
function isNotBeforeItsMarks(pour: Pour, atMs: number): boolean {
  if (pour.stage === 'mixing') return atMs >= pour.stirBeganAtMs
  if (pour.stage !== 'running') return true
  const lastMin = Math.max(0, ...Object.values(pour.done), ...pour.readings.map(({ atMin }) => atMin))
  return (atMs - pour.stopStirAtMs) / 60_000 >= lastMin - ROUNDING_MIN
}

const ROUNDING_MIN = 1e-6

/** The step that was marked last and stands; null when there is none. Readings come by themselves and are none. */
export function lastMark(events: readonly PourEvent[]): PourEvent | null {
  return standing(events).findLast(({ kind }) => kind === 'done') ?? null
}

/** Resin that is gone over more often than that is no resin any more. */
const MOST_MORE_ROUNDS = 6

/** What may be stored next; anything else is a double tap or another tab's old view. */
export function mayFollow(events: readonly PourEvent[], event: PourEvent): boolean {
  const pour = readPour(events)
  if (events.some((earlier) => earlier.id === event.id)) return false
  if (event.kind === 'filled')
    return pour.stage === 'running' && !filledOf(pour.filled, event.layer ?? null).has(event.pieceNo)
  if ('layer' in event && event.layer !== undefined) return mayFollowInSitting(pour, event.layer, event)
  switch (event.kind) {
    case 'gatePassed':
      return pour.stage === 'planned'
    case 'weighed':
      return pour.stage === 'ready'
    case 'clockMoved':
      return (
        (pour.stage === 'running' || pour.stage === 'mixing') &&
        !toldBefore(standing(events), event) &&
        isNotBeforeItsMarks(moved(pour, event.byMs), event.atMs)
      )
    case 'stirBegan':
      return pour.stage === 'ready'
    case 'stopStir':
      return pour.stage === 'mixing'
    case 'done':
      return pour.stage === 'running' && pour.done[event.key] === undefined
    case 'leftOut':
      return (
        pour.stage === 'running' &&
        event.keys.every((key) => pour.done[key] === undefined && !pour.otherwise.leftOut.includes(key))
      )
    case 'roundAdded':
      return pour.stage === 'running' && pour.otherwise.moreRounds < MOST_MORE_ROUNDS
    case 'written':
      return (
        pour.stage === 'running' && (CHANGES_THE_REST.includes(event.edit.kind) || !isBegun(pour, event.edit))
      )
    case 'holeCut':
    case 'pieceOrder':
    case 'whiteStirred':
    case 'beside':
    case 'spilt':
    case 'note':
    case 'reading':
      return pour.stage === 'running'
    case 'endedAs':
      return pour.stage === 'running' && !standing(events).some(({ kind }) => kind === 'endedAs')
    case 'abandoned':
      return pour.stage !== 'abandoned'
    case 'undone':
      return standing(events).some(
        (earlier) => earlier.id === event.eventId && mayBeUndone(events, earlier, event.atMs),
      )
    default:
      return event satisfies never
  }
}

function mayFollowInSitting(pour: Pour, mix: string, event: PourEvent): boolean {
  if (pour.stage !== 'running') return false
  const layer = layerOfMix(mix)
  // What is laid is stirred no more; a finger still tries it.
  if (pour.done[layer] !== undefined && event.kind !== 'reading') return false
  const stage = pour.sittings[mix]?.stage
  // A cup that is stirred by itself has no gate of its own: its sitting is under way.
  const isReady = mix === layer ? stage === 'ready' : stage === undefined && isStirred(pour.sittings[layer])
  switch (event.kind) {
    case 'gatePassed':
      return mix === layer && stage === undefined
    case 'weighed':
    case 'stirBegan':
      return isReady
    case 'stopStir':
      return stage === 'mixing'
    case 'reading':
      return stage === 'running'
    default:
      return false
  }
}

function isStirred(sitting: Sitting | undefined): boolean {
  return sitting?.stage === 'running'
}
