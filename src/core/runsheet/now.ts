import type { RunStep } from './steps.ts'

/** How the step at hand stands against the clock. */
export type Standing =
  | { readonly kind: 'early'; readonly opensInMin: number }
  | { readonly kind: 'due'; readonly closesInMin: number | null }
  | { readonly kind: 'late'; readonly byMin: number }

/** The first step of the pour without a minute of its own; null when the pour is done. */
export function stepAtHand(
  steps: readonly RunStep[],
  done: Readonly<Record<string, number>>,
): RunStep | null {
  return steps.find((step) => step.place === 'pour' && done[step.key] === undefined) ?? null
}

/** Early, due or late, at that minute from stop-stir. */
export function standingAt({ fromMin, toMin }: Pick<RunStep, 'fromMin' | 'toMin'>, nowMin: number): Standing {
  if (nowMin < fromMin) return { kind: 'early', opensInMin: fromMin - nowMin }
  if (toMin !== null && nowMin > toMin) return { kind: 'late', byMin: nowMin - toMin }
  return { kind: 'due', closesInMin: toMin === null ? null : toMin - nowMin }
}
