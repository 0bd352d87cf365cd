/** What hands do otherwise than it was planned. */
export interface Otherwise {
  /** Turns that are left out, by key. */
  readonly leftOut: readonly string[]
  /** So many rounds more, of steps that pieces are gone over with in rounds. */
  readonly moreRounds: number
  /** Holes that the bag's was cut to, in order. */
  readonly holes: readonly HoleCut[]
  /** The pieces in the order they are taken from now on, by number; as they stand where empty. */
  readonly pieceOrder: readonly number[]
  /** Small mixes of white that were stirred since, g together. */
  readonly moreWhiteG: number
}

/** The bag's hole from that minute on. */
export interface HoleCut {
  readonly atMin: number
  readonly mm: number
}

export const AS_PLANNED: Otherwise = {
  leftOut: [],
  moreRounds: 0,
  holes: [],
  pieceOrder: [],
  moreWhiteG: 0,
}

/** The bag's hole at that minute; by now where none is said. */
export function holeAt({ holes }: Otherwise, plannedMm: number, atMin = Infinity): number {
  return holes.findLast((cut) => cut.atMin <= atMin)?.mm ?? plannedMm
}
