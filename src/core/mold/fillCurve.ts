import {
  HAND_SMOOTH,
  boxOf,
  isInside,
  islandsOf,
  openAreaMm2,
  polygonOf,
  type Outline,
  type Point,
} from './outline.ts'

/** A height above the floor, and what the cavity holds up to there. */
export interface FillMark {
  readonly depthMm: number
  readonly ml: number
}

/** The part of a mold that says how much it holds. */
interface Filled {
  readonly outline: Outline
  readonly depthMm: number
  readonly waterFillMl: number | null
  readonly edge?: { readonly heightMm: number; readonly widthMm: number } | null | undefined
  readonly partFills: readonly FillMark[]
}

/** Cells along the longer side of a mold: fine enough for a channel within two percent. */
const CELLS = 120
/** Outlines with an edge that were measured; a plan asks for the same ones again and again. */
const MEASURED = new Map<string, number>()
const MOST_MEASURED = 50

/**
 * The area farther from every wall than that, mm2: cells of a grid, those that the line passes by the share of them inside. The library that moves outlines
 * would be too heavy for the first page.
 */
function middleAreaMm2(outline: Outline, widthMm: number): number {
  const key = JSON.stringify([outline, widthMm])
  const known = MEASURED.get(key)
  if (known !== undefined) return known
  const lines = [polygonOf(outline, HAND_SMOOTH), ...islandsOf(outline)]
  const { left, right, bottom, top } = boxOf(lines[0]!)
  const cellMm = Math.max(right - left, top - bottom) / CELLS
  const columns = Math.ceil((right - left) / cellMm)
  const rows = Math.ceil((top - bottom) / cellMm)
  const centre = (column: number, row: number) => ({
    x: left + (column + 0.5) * cellMm,
    y: bottom + (row + 0.5) * cellMm,
  })
  const fromWallMm = new Float64Array(columns * rows).fill(Infinity)
  const reachMm = widthMm + cellMm
  for (const line of lines)
    for (let k = 0; k < line.length; k++) {
      const [one, other] = [line[k]!, line[(k + 1) % line.length]!]
      // Only cells that near can lie in the channel.
      const from = (low: number, start: number) => Math.max(0, Math.floor((low - reachMm - start) / cellMm))
      const to = (high: number, start: number, most: number) =>
        Math.min(most - 1, Math.ceil((high + reachMm - start) / cellMm))
      const lastRow = to(Math.max(one.y, other.y), bottom, rows)
      const lastColumn = to(Math.max(one.x, other.x), left, columns)
      for (let row = from(Math.min(one.y, other.y), bottom); row <= lastRow; row++)
        for (let column = from(Math.min(one.x, other.x), left); column <= lastColumn; column++) {
          const at = row * columns + column
          fromWallMm[at] = Math.min(fromWallMm[at]!, awayMm(centre(column, row), one, other))
        }
    }
  let mm2 = 0
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      if (isInside(lines, centre(column, row))) {
        const inMm = fromWallMm[row * columns + column]! - widthMm
        mm2 += cellMm ** 2 * Math.min(1, Math.max(0, inMm / cellMm + 0.5))
      }
  if (MEASURED.size >= MOST_MEASURED) MEASURED.clear()
  MEASURED.set(key, mm2)
  return mm2
}

/** From a stretch of wall. */
function awayMm({ x, y }: Point, one: Point, other: Point): number {
  const [dx, dy] = [other.x - one.x, other.y - one.y]
  const square = dx * dx + dy * dy
  const along = square === 0 ? 0 : Math.min(1, Math.max(0, ((x - one.x) * dx + (y - one.y) * dy) / square))
  return Math.hypot(x - one.x - along * dx, y - one.y - along * dy)
}

/** What the channel of a raised edge holds, and the middle that it leaves; nothing to leave without one. */
function channelOf({ outline, edge }: Filled): { readonly ml: number; readonly middleMm2: number } {
  if (!edge) return { ml: 0, middleMm2: 0 }
  const middleMm2 = middleAreaMm2(outline, edge.widthMm)
  return { ml: ((openAreaMm2(outline) - middleMm2) * edge.heightMm) / 1000, middleMm2 }
}

/** To the brim by its measures alone: outline x depth, less the middle that stands up in it. */
export function drawnVolumeMl(mold: Filled): number {
  const { outline, depthMm, edge } = mold
  return (openAreaMm2(outline) * depthMm - channelOf(mold).middleMm2 * (edge?.heightMm ?? 0)) / 1000
}

/**
 * The heights at which it is known what a cavity holds. Without part fills it is a prism, or one on the channel of its raised edge.
 */
function marksOf(mold: Filled): readonly FillMark[] {
  const { depthMm, waterFillMl, edge, partFills } = mold
  const drawnMl = drawnVolumeMl(mold)
  const brim = { depthMm, ml: waterFillMl ?? drawnMl }
  const measured = partFills.filter((each) => each.depthMm < depthMm)
  const channel = edge ? [{ depthMm: edge.heightMm, ml: (channelOf(mold).ml * brim.ml) / drawnMl }] : []
  const parts = measured.length > 0 ? measured : channel
  return [{ depthMm: 0, ml: 0 }, ...[...parts].sort((one, other) => one.depthMm - other.depthMm), brim]
}

/** A stretch of wall from one fill to the next: half of its width, as the root of its area, runs straight between its ends, as a cone's does. */
interface Stretch {
  readonly from: FillMark
  readonly to: FillMark
  readonly lowMm: number
  readonly highMm: number
}

// A plan asks for one mold again and again.
const STRETCHES = new WeakMap<Filled, readonly Stretch[]>()

function stretchesOf(mold: Filled): readonly Stretch[] {
  const known = STRETCHES.get(mold) ?? measuredStretches(mold)
  STRETCHES.set(mold, known)
  return known
}

/**
 * The walls between the fills. Volumes alone leave one figure open, how wide the floor is: it is the one with which the slope of the wall changes
 * least from stretch to stretch, so that the fills of a cone give that cone. A raised edge, or one fill, says nothing of a slope: upright walls.
 */
function measuredStretches(mold: Filled): readonly Stretch[] {
  const marks = marksOf(mold)
  const upright = marks.slice(1).map((to, k): Stretch => {
    const from = marks[k]!
    const rootMm = Math.sqrt((1000 * (to.ml - from.ml)) / (to.depthMm - from.depthMm))
    return { from, to, lowMm: rootMm, highMm: rootMm }
  })
  if (marks.length < 3 || (mold.edge && mold.partFills.length === 0)) return upright
  return slopedFrom(marks, bestFloorMm(marks)) ?? upright
}

/** The stretches above a floor of that root of area; null where they would have to turn inside out. */
function slopedFrom(marks: readonly FillMark[], floorMm: number): readonly Stretch[] | null {
  let lowMm = floorMm
  const stretches: Stretch[] = []
  for (const [k, to] of marks.slice(1).entries()) {
    const from = marks[k]!
    // h/3 (s0^2 + s0 s1 + s1^2) = V, a frustum.
    const perMm = (1000 * (to.ml - from.ml)) / (to.depthMm - from.depthMm)
    const square = 12 * perMm - 3 * lowMm ** 2
    const highMm = (Math.sqrt(Math.max(0, square)) - lowMm) / 2
    if (square < 0 || highMm < 0) return null
    stretches.push({ from, to, lowMm, highMm })
    lowMm = highMm
  }
  return stretches
}

const FLOORS_TRIED = 200
const FLOOR_ROUNDS = 6

/** The floor with which the slopes of the stretches differ least, by ever finer looks. */
function bestFloorMm(marks: readonly FillMark[]): number {
  const bentBy = (floorMm: number) => {
    const stretches = slopedFrom(marks, floorMm)
    if (!stretches) return Infinity
    const slopes = stretches.map(
      ({ from, to, lowMm, highMm }) => (highMm - lowMm) / (to.depthMm - from.depthMm),
    )
    return slopes.slice(1).reduce((sum, slope, k) => sum + (slope - slopes[k]!) ** 2, 0)
  }
  let low = 0
  let high = Math.sqrt((3000 * marks[1]!.ml) / marks[1]!.depthMm)
  for (let round = 0; round < FLOOR_ROUNDS; round++) {
    const step = (high - low) / FLOORS_TRIED
    const tried = Array.from({ length: FLOORS_TRIED + 1 }, (_, k) => low + k * step)
    const best = tried.reduce((one, other) => (bentBy(other) < bentBy(one) ? other : one))
    ;[low, high] = [Math.max(0, best - step), best + step]
  }
  return (low + high) / 2
}

/** ml up to that height above the floor; a height below 0 holds nothing, and beyond the brim the wall is upright. */
export function volumeUpToMl(mold: Filled, heightMm: number): number {
  if (heightMm <= 0) return 0
  const stretch = stretchAt(stretchesOf(mold), ({ to }) => to.depthMm >= heightMm)
  const { from, to, lowMm, highMm } = stretch
  if (heightMm > to.depthMm) return to.ml + (highMm ** 2 * (heightMm - to.depthMm)) / 1000
  const slope = (highMm - lowMm) / (to.depthMm - from.depthMm)
  const z = heightMm - from.depthMm
  return from.ml + (lowMm ** 2 * z + lowMm * slope * z ** 2 + (slope ** 2 * z ** 3) / 3) / 1000
}

/** The height above the floor up to which that much fills it. */
export function heightOfMm(mold: Filled, volumeMl: number): number {
  if (volumeMl <= 0) return 0
  const { from, to, lowMm, highMm } = stretchAt(stretchesOf(mold), (each) => each.to.ml >= volumeMl)
  if (volumeMl > to.ml) return to.depthMm + (1000 * (volumeMl - to.ml)) / highMm ** 2
  const slope = (highMm - lowMm) / (to.depthMm - from.depthMm)
  const mm3 = 1000 * (volumeMl - from.ml)
  // (s0 + k z)^3 = s0^3 + 3 k V; all but upright walls take the plain quotient, whose error is smaller than that of the root.
  if (Math.abs(slope) < 1e-7 * highMm) return from.depthMm + mm3 / lowMm ** 2
  return from.depthMm + (Math.cbrt(lowMm ** 3 + 3 * slope * mm3) - lowMm) / slope
}

/** Half of how wide a cavity is at each of its fills, as a share of the widest: the wall runs straight between them in a drawing. */
export function profileOf(
  mold: Filled,
): readonly { readonly heightMm: number; readonly widthFrac: number }[] {
  const stretches = stretchesOf(mold)
  const isChannel = stretches.some(({ highMm }, k) => stretches[k + 1] && stretches[k + 1]!.lowMm !== highMm)
  const ends = [
    { heightMm: 0, rootMm: stretches[0]!.lowMm },
    ...stretches.map(({ to, highMm }, k) => {
      const nextMm = stretches[k + 1]?.lowMm ?? highMm
      return { heightMm: to.depthMm, rootMm: isChannel ? Math.sqrt((highMm ** 2 + nextMm ** 2) / 2) : highMm }
    }),
  ]
  const widest = Math.max(...ends.map(({ rootMm }) => rootMm))
  return ends.map(({ heightMm, rootMm }) => ({ heightMm, widthFrac: rootMm / widest }))
}

/** The stretch that reaches so far, or the last. */
function stretchAt(stretches: readonly Stretch[], reaches: (stretch: Stretch) => boolean): Stretch {
  return stretches.find(reaches) ?? stretches.at(-1)!
}
