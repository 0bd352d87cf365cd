import type { BloomScene } from '#core/bloom/index.ts'
import type { LaidPattern } from '#core/pattern/index.ts'

interface Hand {
  readonly laid: LaidPattern
  readonly inkAtMin: number
  readonly whiteAtMin: number
  readonly holeMm?: number
}

/** Inks, then beads of white, then the tool a minute later. */
export function pipedMoves({ laid, inkAtMin, whiteAtMin, holeMm = 3 }: Hand): BloomScene['moves'] {
  const holds = { white: true, tint: null, mica: false }
  return [
    { atMin: inkAtMin, move: { kind: 'inks', round: 0 } },
    { atMin: whiteAtMin, move: { kind: 'beads', beads: laid.beads, holeMm, holds } },
    { atMin: whiteAtMin + 1, move: { kind: 'strokes' } },
  ]
}

interface Rounds {
  readonly fromMin: number
  readonly rounds: number
  readonly roundMin: number
  readonly dropMl: number
}

/** Rounds of ink drops with a white drop on each. */
export function needleMoves({ fromMin, rounds, roundMin, dropMl }: Rounds): BloomScene['moves'] {
  return Array.from({ length: rounds }, (_, round) => ({
    atMin: fromMin + round * roundMin,
    move: { kind: 'inksAndWhite', round, dropMl },
  }))
}
