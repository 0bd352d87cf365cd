import { outcomeOf, type BloomOutcome } from './outcome.ts'
import type { Bloom } from './simulation.ts'

/** What became of a white line that was swirled; it is not meant to close, so nothing is said of when it was right. */
export interface LineOutcome extends Pick<BloomOutcome, 'coverage' | 'blob' | 'onFace' | 'stuck'> {
  readonly of: 'line'
}

/** The figures of such a piece as it lies now; the thresholds are those of a bloom. */
export function lineOutcomeOf(bloom: Bloom): LineOutcome {
  const { coverage, blob, onFace, stuck } = outcomeOf(bloom)
  return { of: 'line', coverage, blob, onFace, stuck }
}
