/** The layers of the pour itself: the bed, on it the white, or what was held back and raises it to the lip. */
export const BED = 'bed'
export const WHITE = 'white'
export const HELD = 'held'

/** One layer of a piece in its mold. */
export interface Layer {
  /** The bed, the white, or a later layer's own. */
  readonly id: string
  /** Null for those of the pour, which are worded by the technique. */
  readonly name: string | null
  /** Whether it is poured: the white only lies on what is. */
  readonly poured: boolean
  /** Where it lies. */
  readonly depthMm: number
  /** By how much what is laid next lies higher: less than its depth where it lies on a part only. */
  readonly raisesMm: number
  /** The share of the piece's area that it lies on. */
  readonly areaFrac: number
  /** It shares its height with the layer before it. */
  readonly beside: boolean
  readonly volumeMl: number
}

/** Whether it is what was held back and raises the bed. */
export function isHeld({ id }: Pick<Layer, 'id'>): boolean {
  return id === HELD
}

/** The bed of a filled mold. */
export function bedOf({ layers }: { readonly layers: readonly Layer[] }): Layer {
  return layers.find(({ id }) => id === BED)!
}
