/** A part of the piece: so much of its area, and where that is. */
export interface Zone {
  readonly place: ZonePlace
  readonly frac: number
}

export type ZonePlace = 'side' | 'middle' | 'edge' | 'spots'

/** The share of a piece's area that it lies on. */
export function zoneFrac({ zone }: { readonly zone: Zone | null }): number {
  return zone?.frac ?? 1
}
