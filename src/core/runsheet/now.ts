import type { RunStep } from './steps.ts'

/** How the step at hand stands against the clock: the one verdict that every line of a screen tells. */
export type Standing =
  | { readonly kind: 'soon'; readonly opensInMin: number }
  | { readonly kind: 'now'; readonly closesInMin: number | null }
  /** There is hardly more time left than the hands need, or little of the window. */
  | { readonly kind: 'hurry'; readonly closesInMin: number }
  | { readonly kind: 'past'; readonly byMin: number }

/** The first step of the pour without a minute of its own; null when the pour is done. */
export function stepAtHand(
  steps: readonly RunStep[],
  done: Readonly<Record<string, number>>,
): RunStep | null {
  return steps.find((step) => step.place === 'pour' && done[step.key] === undefined) ?? null
}

type Timed = Pick<RunStep, 'fromMin' | 'toMin' | 'handsOnMin'>

/** Little is left of a window in its last fifth (by eye). */
const LAST_SHARE = 0.2

/** How a step stands at that minute from stop-stir. */
export function standingAt({ fromMin, toMin, handsOnMin }: Timed, nowMin: number): Standing {
  if (nowMin < fromMin) return { kind: 'soon', opensInMin: fromMin - nowMin }
  if (toMin === null) return { kind: 'now', closesInMin: null }
  if (nowMin > toMin) return { kind: 'past', byMin: nowMin - toMin }
  const closesInMin = toMin - nowMin
  const isLast = closesInMin < Math.max(handsOnMin, LAST_SHARE * (toMin - fromMin))
  return { kind: isLast ? 'hurry' : 'now', closesInMin }
}
