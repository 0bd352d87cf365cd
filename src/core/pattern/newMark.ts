import { DRAG_FROM_RIM_MM, INK_FROM_WALL_MM, WHOLE, type Mark, type MarkKind } from './pattern.ts'

interface Room {
  /** Smallest width of the mold's box. */
  readonly acrossMm: number
  readonly marginMm: number
  readonly spacingMm: number
  readonly petals: number
}

const MIDDLE = { x: 0, y: 0 }
const RIM_BAND_MM = 8

/** A mark of that kind to begin with, sized to the mold. */
export function newMark(kind: MarkKind, { acrossMm, marginMm, spacingMm, petals }: Room): Mark {
  switch (kind) {
    case 'drops':
      return {
        kind,
        inkNo: null,
        layout: { kind: 'scatter', zone: WHOLE, fromWallMm: INK_FROM_WALL_MM, count: 12, seed: 7 },
      }
    case 'rings':
      return { kind, zone: WHOLE, marginMm, spacingMm, most: null }
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
