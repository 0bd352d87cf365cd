import { EndType, inflatePathsD, JoinType } from 'clipper2-ts'
import { areaMm2, perimeterMm, type Point } from './outline.ts'

export interface RingSpacing {
  /** From the wall to the first bead. */
  readonly marginMm: number
  readonly spacingMm: number
}

const ARC_TOLERANCE_MM = 0.02
const MITER_LIMIT = 2
const DECIMAL_PLACES = 4
/** A ring shorter than two spacings is left out: the swirl needs the centre. */
const SHORTEST_RING = 2
const SPECK_MM2 = 4

/** The polygon moved inwards by that many mm: none, one, or several pieces where a narrow waist pinches off. */
export function inset(polygon: readonly Point[], byMm: number): readonly (readonly Point[])[] {
  const path = polygon.map(({ x, y }) => ({ x, y }))
  const moved = inflatePathsD(
    [path],
    -byMm,
    JoinType.Round,
    EndType.Polygon,
    MITER_LIMIT,
    DECIMAL_PLACES,
    ARC_TOLERANCE_MM,
  )
  return moved
    .map((each) => each.map(({ x, y }) => ({ x, y })))
    .filter((each) => Math.abs(areaMm2(each)) > SPECK_MM2)
}

/**
 * Rings that follow the outline: the first at the margin, then one every spacing until nothing is left.
 * Throws RangeError unless the spacing is above 0 and the margin 0 or more.
 */
export function ringsInside(
  polygon: readonly Point[],
  { marginMm, spacingMm }: RingSpacing,
): readonly (readonly Point[])[] {
  if (!(spacingMm > 0)) throw new RangeError(`ringsInside: spacingMm is ${spacingMm}, expected more than 0`)
  if (!(marginMm >= 0)) throw new RangeError(`ringsInside: marginMm is ${marginMm}, expected 0 or more`)
  const rings: (readonly Point[])[] = []
  for (let fromWallMm = marginMm; ; fromWallMm += spacingMm) {
    const level = inset(polygon, fromWallMm).filter((ring) => perimeterMm(ring) >= SHORTEST_RING * spacingMm)
    if (level.length === 0) return rings
    rings.push(...level)
  }
}
