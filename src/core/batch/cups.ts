import type { LaterMixId } from './layers.ts'

/** Something that goes into a cup besides resin. */
export interface Addition {
  readonly what: string
  readonly drops: number
}

export interface Cup {
  readonly id: 'mix' | 'otherMix' | 'white' | LaterMixId
  readonly massG: number
  readonly volumeMl: number
  /** To the brim; null when no single cup is big enough. */
  readonly brimMl: number | null
  readonly additions: readonly Addition[]
}

/** Sizes a craft table has, to the brim (common practice). */
export const CUP_SIZES_ML = [30, 60, 100, 150, 250, 350, 500, 750, 1000, 1500] as const

/** Stirring without slopping leaves a fifth of the cup free. */
const STIRRING_ROOM = 0.8

/** The smallest cup that leaves room to stir; null when there is none. */
export function cupFor(volumeMl: number): number | null {
  return CUP_SIZES_ML.find((brimMl) => brimMl * STIRRING_ROOM >= volumeMl) ?? null
}
