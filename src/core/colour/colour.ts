import { COLOUR_KINDS, type ColourKind } from './kinds.ts'

export interface PairSwatch {
  readonly withId: string
  readonly hex: string
}

export interface Colour {
  readonly id: string
  readonly name: string
  readonly kind: ColourKind
  /** sRGB of a cured swatch by daylight, "#rrggbb". */
  readonly hex: string
  /** The same swatch by a warm lamp; absent until it was matched. */
  readonly lampHex?: string | undefined
  /** Cured under a see-through white, over the same card. */
  readonly underWhiteHex?: string | undefined
  /** Cured where it ran into another colour of the shelf, over the same card. */
  readonly pairs?: readonly PairSwatch[] | undefined
  /** Of the same colour wet, in the mold; absent until it was matched. */
  readonly wetHex?: string | undefined
  /** A stick, scoop or pinch of it, weighed once; absent until it was. */
  readonly scoopG?: number | undefined
}

/** True where the bottle gives off alcohol vapour. */
export function holdsAlcohol({ kind }: Pick<Colour, 'kind'>): boolean {
  return COLOUR_KINDS[kind].vapour === 'alcohol'
}

/** Whether it can be mixed into resin at all; paints, pens and varnishes lie on what is hard. */
export function isMixedIn({ kind }: Pick<Colour, 'kind'>): boolean {
  return COLOUR_KINDS[kind].mostShare > 0
}

/** True for the pigments that make bloom and petri work. */
export function isWhite({ kind }: Pick<Colour, 'kind'>): boolean {
  return kind === 'whiteInk' || kind === 'whitePaste'
}
