import {
  DRAG_FROM_RIM_MM,
  FROM_THE_RIGHT,
  INK_FROM_WALL_MM,
  WHOLE,
  type Mark,
  type MarkKind,
} from './pattern.ts'

export interface Room {
  /** Smallest width of the mold's box. */
  readonly acrossMm: number
  readonly marginMm: number
  readonly spacingMm: number
  readonly petals: number
}

const SEEDS_APART = 13
const MIDDLE = { x: 0, y: 0 }
const RIM_BAND_MM = 8

/** A mark of that kind to begin with, sized to the mold; behind so many of its kind, so that drops lie on places of their own. */
export function newMark(kind: MarkKind, { acrossMm, marginMm, spacingMm, petals }: Room, behind = 0): Mark {
  switch (kind) {
    case 'drops':
      return {
        kind,
        inkNo: null,
        layout: {
          kind: 'scatter',
          zone: WHOLE,
          fromWallMm: INK_FROM_WALL_MM,
          count: 12,
          seed: 7 + SEEDS_APART * behind,
        },
      }
    case 'rings':
      return { kind, zone: WHOLE, marginMm, spacingMm, most: null, ...FROM_THE_RIGHT }
    case 'spiral':
      return { kind, zone: WHOLE, marginMm, spacingMm }
    case 'lines':
      return { kind, zone: WHOLE, marginMm, spacingMm, angleDeg: 0 }
    case 'petals':
      return { kind, zone: WHOLE, count: petals, drag: 'both', turnDeg: 0, fromRimMm: DRAG_FROM_RIM_MM }
    case 'across':
      return { kind, zone: WHOLE, spacingMm: 2 * spacingMm, angleDeg: 90, fromRimMm: DRAG_FROM_RIM_MM }
    case 'swirl':
      return { kind, at: MIDDLE, reachMm: Math.round(acrossMm / 10) }
    case 'sprinkle':
      return { kind, what: 'glitter', area: { kind: 'rim', widthMm: Math.min(RIM_BAND_MM, acrossMm / 6) } }
    default:
      return kind satisfies never
  }
}

/** A flower takes this share of a mold's smallest width, so that several find room (by eye). */
const FLOWER_SHARE = 0.45
/** The least white between a flower's own edge and its outermost ring, mm (by eye). */
const FLOWER_MARGIN_MM = 1
/** Drops a petal; common practice. */
const DROPS_A_PETAL = 3
/** A new flower has no more petals; in a disc that small a hand drags no more (by eye). */
const MOST_FLOWER_PETALS = 8

/** A whole flower in a disc in the middle: inks, rings begun apart, petals dragged both ways, a swirl. */
export function newFlower({ acrossMm, spacingMm, petals }: Room): readonly Mark[] {
  const zone = { kind: 'disc', at: MIDDLE, acrossMm: Math.round(FLOWER_SHARE * acrossMm) } as const
  const count = Math.min(MOST_FLOWER_PETALS, petals)
  return [
    {
      kind: 'drops',
      inkNo: null,
      layout: { kind: 'scatter', zone, fromWallMm: INK_FROM_WALL_MM, count: DROPS_A_PETAL * count, seed: 7 },
    },
    {
      kind: 'rings',
      zone,
      marginMm: FLOWER_MARGIN_MM,
      spacingMm,
      most: null,
      startDeg: 0,
      nextByDeg: STARTS_APART_DEG,
    },
    { kind: 'petals', zone, count, drag: 'both', turnDeg: 0, fromRimMm: 0 },
    { kind: 'swirl', at: MIDDLE, reachMm: Math.round(zone.acrossMm / 10) },
  ]
}

/** No start lies beside another's (by eye). */
const STARTS_APART_DEG = 75
