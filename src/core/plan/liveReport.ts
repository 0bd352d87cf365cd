import type { BatchRequest } from '../batch/index.ts'
import { standingAt, stepAtHand, STIRRED, type RunStep } from '../runsheet/index.ts'
import type { Bands, Reading } from '../timing/index.ts'
import { planLive } from './plan.ts'

/** Something that happened at a pour, minutes from stop-stir. */
export type LiveEvent =
  | { readonly atMin: number; readonly kind: 'done'; readonly turn: string }
  | { readonly atMin: number; readonly kind: 'read'; readonly reading: Reading }

export interface LiveInput {
  readonly plan: BatchRequest
  readonly nowMin: number
  readonly events: readonly LiveEvent[]
}

/** How a turn stands: still to come, due, past its window, past what the resin still allows, or marked. */
export type Verdict = 'notYet' | 'now' | 'late' | 'over' | 'done'

export interface TurnReport {
  readonly turn: string
  readonly verdict: Verdict
  /** Null where the moment does not come in this resin and room. */
  readonly openMin: number | null
  /** The minute it is recommended at. */
  readonly bestMin: number | null
  /** Null where it stays open, or never opens. */
  readonly closeMin: number | null
}

export interface LiveReport {
  /** Of the mixing cup while it stands full: nulls once it was emptied, or where it does not gel within three days. */
  readonly cup: { readonly stopMin: number | null; readonly gelMin: number | null }
  /** What the hands are at; null once the pour is over. */
  readonly next: TurnReport | null
  readonly turns: readonly TurnReport[]
  /** Readings that the others speak against, by the number of their event, from 0. */
  readonly contradictions: readonly { readonly event: number; readonly atMin: number }[]
  readonly bands: Pick<Bands, 'steps' | 'set' | 'believed'>
}

/** The turns a pour of that request has, by key, in order. */
export function turnKeys(request: BatchRequest): readonly string[] {
  return planLive(request).plan.steps.map(({ key }) => key)
}

/** What a live pour shows in that minute, after what happened by then. Throws RangeError for a turn the plan does not have. */
export function reportLive({ plan: request, nowMin, events }: LiveInput): LiveReport {
  const done: Record<string, number> = { ...STIRRED }
  for (const event of events) if (event.kind === 'done') done[event.turn] = event.atMin
  const readings = events.flatMap((event) => (event.kind === 'read' ? [event.reading] : []))
  const { plan, bands } = planLive(request, { done, readings, stillFullMin: Math.max(0, nowMin) })
  const unknown = Object.keys(done).find((key) => plan.steps.every((turn) => turn.key !== key))
  if (unknown !== undefined) throw new RangeError(`reportLive: the plan has no turn "${unknown}"`)
  const emptied = plan.steps.some(({ step: { does }, key }) => does === 'empties' && done[key] !== undefined)
  const gelMin = plan.life.find(({ viscosityPaS, min }) => viscosityPaS === null && min > 0)?.min ?? null
  const reportOf = (turn: RunStep) => turnReport(turn, { done, nowMin, gelMin })
  const next = stepAtHand(plan, done, nowMin)
  const limits = emptied ? null : plan.cupLimits
  return {
    cup: { stopMin: limits?.stopMin ?? null, gelMin: limits?.gelMin ?? null },
    next: next && reportOf(next),
    turns: plan.steps.map(reportOf),
    contradictions: events.flatMap((event, k) =>
      event.kind === 'read' && bands.contradictions.includes(event.reading)
        ? [{ event: k, atMin: event.atMin }]
        : [],
    ),
    bands: { steps: bands.steps, set: bands.set, believed: bands.believed },
  }
}

interface Now {
  readonly done: Readonly<Record<string, number>>
  readonly nowMin: number
  /** When what is worked with has gelled; null where that is not followed so far. */
  readonly gelMin: number | null
}

function turnReport(turn: RunStep, now: Now): TurnReport {
  const { key, fromMin, beginMin, toMin, never } = turn
  return {
    turn: key,
    verdict: verdictOf(turn, now),
    openMin: never ? null : fromMin,
    bestMin: never ? null : beginMin,
    closeMin: never ? null : toMin,
  }
}

function verdictOf(turn: RunStep, { done, nowMin, gelMin }: Now): Verdict {
  if (done[turn.key] !== undefined) return 'done'
  const { kind } = standingAt(turn, nowMin)
  // What never comes is not open either, and no minute will make it so.
  if (kind === 'never') return 'over'
  if (kind === 'soon') return 'notYet'
  if (kind !== 'past') return 'now'
  return gelMin !== null && nowMin >= gelMin ? 'over' : 'late'
}
