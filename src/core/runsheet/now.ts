import type { CupLimits } from '../timing/index.ts'
import type { RunStep } from './steps.ts'

/** How the step at hand stands against the clock: the one verdict that every line of a screen tells. */
export type Standing =
  | { readonly kind: 'soon'; readonly opensInMin: number }
  | { readonly kind: 'now'; readonly closesInMin: number | null }
  /** There is hardly more time left than the hands need, or little of the window. */
  | { readonly kind: 'hurry'; readonly closesInMin: number }
  | { readonly kind: 'past'; readonly byMin: number }
  /** Its moment does not come in this resin and room. */
  | { readonly kind: 'never' }

/** What a pour is told by: its steps in order, and when its cup must be empty. */
export interface AtHand {
  readonly steps: readonly RunStep[]
  readonly cupLimits: Pick<CupLimits, 'stopMin'> | null
}

/**
 * The step the hands are at in that minute; null when the pour is done. A full cup that must be empty leaves one step, to empty it. What only
 * looks or wipes is at hand when it is due, and gives way as soon as another step has begun or its own time is over.
 */
export function stepAtHand(
  { steps, cupLimits }: AtHand,
  done: Readonly<Record<string, number>>,
  nowMin: number,
): RunStep | null {
  const open = steps.filter((turn) => turn.step.place === 'pour' && done[turn.key] === undefined)
  const emptying = overdueCup({ steps, cupLimits }, done, nowMin)
  if (emptying) return emptying
  const [first] = open
  const next = open.find(({ step: { floats } }) => !floats)
  if (!first || !next || !first.step.floats) return first ?? null
  return next.beginMin <= nowMin || nowMin > (first.toMin ?? Infinity) ? next : first
}

/** The step that empties the cup, where the cup stands full past its limit; else null. */
export function overdueCup(
  { steps, cupLimits }: AtHand,
  done: Readonly<Record<string, number>>,
  nowMin: number,
): RunStep | null {
  if (cupLimits === null || nowMin < cupLimits.stopMin) return null
  return steps.find(({ step: { does }, key }) => does === 'empties' && done[key] === undefined) ?? null
}

type Timed = Pick<RunStep, 'fromMin' | 'toMin' | 'handsOnMin' | 'never'>

/** Little is left of a window in its last fifth (by eye). */
const LAST_SHARE = 0.2

/** How a step stands at that minute from stop-stir. */
export function standingAt({ fromMin, toMin, handsOnMin, never }: Timed, nowMin: number): Standing {
  if (never) return { kind: 'never' }
  if (toMin !== null && nowMin > toMin) return { kind: 'past', byMin: nowMin - toMin }
  if (nowMin < fromMin) return { kind: 'soon', opensInMin: fromMin - nowMin }
  if (toMin === null) return { kind: 'now', closesInMin: null }
  const closesInMin = toMin - nowMin
  const isLast = closesInMin < Math.max(handsOnMin, LAST_SHARE * (toMin - fromMin))
  return { kind: isLast ? 'hurry' : 'now', closesInMin }
}
