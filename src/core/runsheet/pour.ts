import type { Reading } from '../timing/index.ts'

/** What happened at a bench, as it happened. Nothing is ever rewritten: an undo is an event too. */
export type PourEvent = { readonly id: string; readonly atMs: number } & (
  | { readonly kind: 'gatePassed'; readonly overruled: readonly Overruled[] }
  | { readonly kind: 'stirBegan' }
  | { readonly kind: 'stopStir' }
  | { readonly kind: 'done'; readonly key: string }
  | { readonly kind: 'note'; readonly text: string }
  | { readonly kind: 'reading'; readonly reading: Taken }
  | { readonly kind: 'abandoned'; readonly reason: string }
  | { readonly kind: 'undone'; readonly eventId: string }
)

/** A reading without its minute: the event's instant says when. */
export type Taken = Reading extends infer Each ? (Each extends Reading ? Omit<Each, 'atMin'> : never) : never

/** A prep item that was not ticked, and why that was all right. */
export interface Overruled {
  readonly tool: string
  readonly note: string
}

export interface PourNote {
  readonly atMs: number
  readonly text: string
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
      readonly notes: readonly PourNote[]
      readonly readings: readonly Reading[]
    }
  | { readonly stage: 'abandoned'; readonly reason: string; readonly atMs: number }

/** Events that still count: those no later event took back. */
export function standing(events: readonly PourEvent[]): readonly PourEvent[] {
  const taken = new Set(events.flatMap((event) => (event.kind === 'undone' ? [event.eventId] : [])))
  return events.filter((event) => event.kind !== 'undone' && !taken.has(event.id))
}

/** The pour those events amount to, in the order they were stored. */
export function readPour(events: readonly PourEvent[]): Pour {
  return standing(events).reduce(step, { stage: 'planned' } as Pour)
}

function step(pour: Pour, event: PourEvent): Pour {
  switch (event.kind) {
    case 'gatePassed':
      return { stage: 'ready', overruled: event.overruled }
    case 'stirBegan':
      return { stage: 'mixing', stirBeganAtMs: event.atMs }
    case 'stopStir':
      return { stage: 'running', stopStirAtMs: event.atMs, done: { stir: 0 }, notes: [], readings: [] }
    case 'done':
      if (pour.stage !== 'running') return pour
      return { ...pour, done: { ...pour.done, [event.key]: (event.atMs - pour.stopStirAtMs) / 60_000 } }
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

/** The event that Undo takes back: the latest one standing that is not a note; null when there is none. */
export function undoable(events: readonly PourEvent[]): PourEvent | null {
  return standing(events).findLast((event) => event.kind !== 'note') ?? null
}

/** What may be stored next; anything else is a double tap or another tab's old view. */
export function mayFollow(events: readonly PourEvent[], event: PourEvent): boolean {
  const pour = readPour(events)
  if (events.some((earlier) => earlier.id === event.id)) return false
  switch (event.kind) {
    case 'gatePassed':
      return pour.stage === 'planned'
    case 'stirBegan':
      return pour.stage === 'ready'
    case 'stopStir':
      return pour.stage === 'mixing'
    case 'done':
      return pour.stage === 'running' && pour.done[event.key] === undefined
    case 'note':
    case 'reading':
      return pour.stage === 'running'
    case 'abandoned':
      return pour.stage !== 'abandoned'
    case 'undone':
      return standing(events).some((earlier) => earlier.id === event.eventId)
    default:
      return event satisfies never
  }
}
