/** What a colour is made of, as far as the bench needs to know. */
export type ColourKind = 'alcoholInk' | 'whiteInk' | 'whitePaste' | 'paste' | 'mica' | 'glitter'

export interface Colour {
  readonly id: string
  readonly name: string
  readonly kind: ColourKind
  /** sRGB of a cured swatch, "#rrggbb". */
  readonly hex: string
  /** Of the same colour wet, in the mold; absent until it was matched. */
  readonly wetHex?: string | undefined
}

/** True where the bottle gives off alcohol vapour. */
export function holdsAlcohol(colour: Colour): boolean {
  return colour.kind === 'alcoholInk' || colour.kind === 'whiteInk'
}

/** True for the pigments that make bloom and petri work. */
export function isWhite(colour: Colour): boolean {
  return colour.kind === 'whiteInk' || colour.kind === 'whitePaste'
}
