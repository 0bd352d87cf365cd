import {
  differenceD,
  EndType,
  FillRule,
  inflatePathsD,
  intersectD,
  JoinType,
  simplifyPathsD,
} from 'clipper2-ts'
import { areaMm2, perimeterMm, type Point } from './outline.ts'

export interface RingSpacing {
  /** From the wall to the first bead. */
  readonly marginMm: number
  readonly spacingMm: number
}

const ARC_TOLERANCE_MM = 0.02
const SIMPLE_MM = 0.01
const MITER_LIMIT = 2
const DECIMAL_PLACES = 4
/** A ring shorter than two spacings is left out: the swirl needs the centre. */
const SHORTEST_RING = 2
const SPECK_MM2 = 4

type Lines = readonly (readonly Point[])[]

/**
 * The polygon moved inwards by that many mm, its islands grown by as much: none, one, or several lines where a narrow waist pinches
 * off. Lines round an island run clockwise.
 */
export function inset(polygon: readonly Point[], byMm: number, islands: Lines = []): Lines {
  const paths = [polygon, ...islands.map((island) => [...island].reverse())]
  return offset(paths, -byMm).filter((each) => Math.abs(areaMm2(each)) > SPECK_MM2)
}

function offset(paths: Lines, byMm: number): Lines {
  return inflatePathsD(
    paths.map((path) => path.map(({ x, y }) => ({ x, y }))),
    byMm,
    JoinType.Round,
    EndType.Polygon,
    MITER_LIMIT,
    DECIMAL_PLACES,
    ARC_TOLERANCE_MM,
  ).map((each) => each.map(({ x, y }) => ({ x, y })))
}

/** Where the mold is narrower than that many mm: what a disc of that width cannot reach (a morphological opening). */
export function narrowZones(polygon: readonly Point[], narrowMm: number, islands: Lines = []): Lines {
  const reached = offset(inset(polygon, narrowMm / 2, islands), narrowMm / 2)
  const whole = [polygon, ...islands.map((island) => [...island].reverse())]
  return differenceD(toPaths(whole), toPaths(reached), FillRule.NonZero, DECIMAL_PLACES)
    .map((each) => each.map(({ x, y }) => ({ x, y })))
    .filter((each) => Math.abs(areaMm2(each)) > NARROW_SPECK_MM2)
}

function toPaths(lines: Lines) {
  return lines.map((line) => line.map(({ x, y }) => ({ x, y })))
}

/** What both polygons cover: none, one, or several lines. */
export function within(one: readonly Point[], other: readonly Point[]): Lines {
  return intersectD(toPaths([one]), toPaths([other]), FillRule.NonZero, DECIMAL_PLACES)
    .map((each) => each.map(({ x, y }) => ({ x, y })))
    .filter((each) => Math.abs(areaMm2(each)) > SPECK_MM2)
}

/** A rounded corner is a little narrow everywhere; slivers below this are no zone. */
const NARROW_SPECK_MM2 = 12

/**
 * Rings that follow the outline: the first at the margin, then one every spacing until nothing is left, or as many levels as asked for.
 * Throws RangeError unless the spacing is above 0 and the margin 0 or more.
 */
export function ringsInside(
  polygon: readonly Point[],
  { marginMm, spacingMm }: RingSpacing,
  islands: Lines = [],
  most = Infinity,
): Lines {
  if (!(spacingMm > 0)) throw new RangeError(`ringsInside: spacingMm is ${spacingMm}, expected more than 0`)
  if (!(marginMm >= 0)) throw new RangeError(`ringsInside: marginMm is ${marginMm}, expected 0 or more`)
  const rings: (readonly Point[])[] = []
  let inside = inset(polygon, marginMm, islands)
  for (let no = 0; no < most; no++) {
    const level = inside.filter((ring) => perimeterMm(ring) >= SHORTEST_RING * spacingMm)
    if (level.length === 0) break
    rings.push(...level)
    inside = further(inside, spacingMm)
  }
  return rings
}

/** Lines that were moved inwards, moved inwards by that much more: as if by both at once, and far quicker where the outline is rough. */
export function further(inside: Lines, byMm: number): Lines {
  // Every round corner gains points with every step: they are taken out again, else they would double and double.
  return simplifyPathsD(toPaths(offset(inside, -byMm)), SIMPLE_MM, true)
    .map((each) => each.map(({ x, y }) => ({ x, y })))
    .filter((each) => Math.abs(areaMm2(each)) > SPECK_MM2)
}
