/** Drops of something. */
export interface Drops {
  readonly what: string
  readonly drops: number
}

/** Something that goes into a cup besides resin: drops, a weight, or scoops with what they are taken to weigh. */
export type Addition =
  | Drops
  | { readonly what: string; readonly massG: number }
  | { readonly what: string; readonly scoops: number; readonly massG: number }

/** What a cup is for: it holds all of a mix or half of it, what is poured first in a colour of its own, the white, what another bag takes, a part that is tinted, or what stays clear. */
export type CupFor = 'mix' | 'half' | 'bed' | 'white' | 'bag' | 'part' | 'clear'

export interface Cup {
  readonly id: string
  readonly holds: CupFor
  /** Given by the person; null where what it holds says enough. */
  readonly name: string | null
  readonly massG: number
  readonly volumeMl: number
  /** To the brim; null when no single cup is big enough. */
  readonly brimMl: number | null
  readonly additions: readonly Addition[]
  /** What of it was asked for beyond what is needed; nothing where none was. */
  readonly overG?: number
  /** What of it comes from other cups, in the order it is poured; nothing where it is filled from its mix. */
  readonly from: readonly { readonly name: string; readonly massG: number }[]
}

/** Sizes a craft table has, to the brim (common practice). */
export const CUP_SIZES_ML = [30, 60, 100, 150, 250, 350, 500, 750, 1000, 1500] as const

/** Stirring without slopping leaves a fifth of the cup free. */
const STIRRING_ROOM = 0.8

/** The smallest cup that leaves room to stir; null when there is none. */
export function cupFor(volumeMl: number): number | null {
  return CUP_SIZES_ML.find((brimMl) => brimMl * STIRRING_ROOM >= volumeMl) ?? null
}
