import { diagnose } from './diagnose.ts'
import type { CauseId } from './causes.ts'
import type { FaultId } from './faults.ts'
import type { RunFacts } from './facts.ts'
import { shareOf, type Yield } from './yields.ts'

/** A piece that was looked at, and what its run shows. */
export interface ShownOutcome {
  readonly rating: number
  readonly faults: readonly FaultId[]
  readonly facts: RunFacts
}

/** When what decides a piece went in, and how it came out. */
export interface TimedOutcome {
  readonly rating: number
  /** From the best moment of its own run, minutes; below 0 sooner. */
  readonly fromBestMin: number
  readonly side: 'before' | 'inWindow' | 'after'
}

/** Pieces whose white was marked, each beside the window of its own run. */
export function timedOutcomes(pieces: readonly ShownOutcome[]): readonly TimedOutcome[] {
  return pieces.flatMap(({ rating, facts: { white } }) => {
    if (!white) return []
    const side = white.atMin < white.openMin ? 'before' : white.atMin > white.closeMin ? 'after' : 'inWindow'
    return [{ rating, fromBestMin: white.atMin - white.bestMin, side }]
  })
}

/** Mean rating of the pieces before, in and after their window; sides nobody poured on are left out. */
export function ratingsBySide(
  timed: readonly TimedOutcome[],
): readonly { readonly side: TimedOutcome['side']; readonly pieces: number; readonly rating: number }[] {
  return (['before', 'inWindow', 'after'] as const).flatMap((side) => {
    const own = timed.filter((each) => each.side === side)
    if (own.length === 0) return []
    return [
      { side, pieces: own.length, rating: own.reduce((sum, { rating }) => sum + rating, 0) / own.length },
    ]
  })
}

/** How many of all pieces each cause spoilt: of every fault its likeliest cause as the run has it, once a piece, the commonest first. */
export function sharesOfCauses(
  pieces: readonly ShownOutcome[],
): readonly (Yield & { readonly cause: CauseId; readonly shown: number })[] {
  const counts = new Map<CauseId, { pieces: number; shown: number }>()
  for (const { faults, facts } of pieces) {
    const likeliest = faults.map((fault) => diagnose(fault, facts).causes[0]!)
    for (const cause of new Set(likeliest.map((each) => each.cause))) {
      const own = counts.get(cause) ?? { pieces: 0, shown: 0 }
      own.pieces++
      if (likeliest.some((each) => each.cause === cause && each.shown)) own.shown++
      counts.set(cause, own)
    }
  }
  return [...counts]
    .map(([cause, { pieces: count, shown }]) => ({ ...shareOf(cause, count, pieces.length), cause, shown }))
    .sort((one, other) => other.good - one.good || one.group.localeCompare(other.group))
}
