import { boxOf, isInside, islandsOf, openAreaMm2, polygonOf, type Outline, type Point } from './outline.ts'

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
  const lines = [polygonOf(outline), ...islandsOf(outline)]
  const { left, right, bottom, top } = boxOf(lines[0]!)
  const cellMm = Math.max(right - left, top - bottom) / CELLS
  let mm2 = 0
  for (let y = bottom + cellMm / 2; y < top; y += cellMm)
    for (let x = left + cellMm / 2; x < right; x += cellMm)
      if (isInside(lines, { x, y }))
        mm2 += cellMm ** 2 * Math.min(1, Math.max(0, (fromWallMm(lines, { x, y }) - widthMm) / cellMm + 0.5))
  if (MEASURED.size >= MOST_MEASURED) MEASURED.clear()
  MEASURED.set(key, mm2)
  return mm2
}

function fromWallMm(lines: readonly (readonly Point[])[], { x, y }: Point): number {
  let least = Infinity
  for (const line of lines)
    for (let k = 0; k < line.length; k++) {
      const one = line[k]!
      const other = line[(k + 1) % line.length]!
      const [dx, dy] = [other.x - one.x, other.y - one.y]
      const square = dx * dx + dy * dy
      const along =
        square === 0 ? 0 : Math.min(1, Math.max(0, ((x - one.x) * dx + (y - one.y) * dy) / square))
      least = Math.min(least, Math.hypot(x - one.x - along * dx, y - one.y - along * dy))
    }
  return least
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
 * What a cavity holds up to a height, straight between its water fills: the wall is taken as upright from one fill to the next, and beyond the
 * brim as it ends. Without part fills it is a prism, or one on the channel of its raised edge.
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

/** ml up to that height above the floor; a height below 0 holds nothing. */
export function volumeUpToMl(mold: Filled, heightMm: number): number {
  if (heightMm <= 0) return 0
  const { from, to } = pieceAt(marksOf(mold), ({ depthMm }) => depthMm >= heightMm)
  return from.ml + ((heightMm - from.depthMm) * (to.ml - from.ml)) / (to.depthMm - from.depthMm)
}

/** The height above the floor up to which that much fills it. */
export function heightOfMm(mold: Filled, volumeMl: number): number {
  if (volumeMl <= 0) return 0
  const { from, to } = pieceAt(marksOf(mold), ({ ml }) => ml >= volumeMl)
  return from.depthMm + ((volumeMl - from.ml) * (to.depthMm - from.depthMm)) / (to.ml - from.ml)
}

/** Half of how wide a cavity is at each of its fills, as a share of the widest: the wall runs straight between them in a drawing. */
export function profileOf(
  mold: Filled,
): readonly { readonly heightMm: number; readonly widthFrac: number }[] {
  const marks = marksOf(mold)
  const slices = marks
    .slice(1)
    .map((mark, k) => (mark.ml - marks[k]!.ml) / (mark.depthMm - marks[k]!.depthMm))
  const areas = marks.map((_mark, k) => {
    const [below, above] = [slices[k - 1] ?? slices[k]!, slices[k] ?? slices[k - 1]!]
    return (below + above) / 2
  })
  const widest = Math.max(...areas)
  return marks.map(({ depthMm }, k) => ({ heightMm: depthMm, widthFrac: Math.sqrt(areas[k]! / widest) }))
}

/** The stretch between two fills that reaches so far, or the last. */
function pieceAt(
  marks: readonly FillMark[],
  reaches: (mark: FillMark) => boolean,
): { readonly from: FillMark; readonly to: FillMark } {
  const found = marks.findIndex((mark, k) => k > 0 && reaches(mark))
  const at = found < 0 ? marks.length - 1 : found
  return { from: marks[at - 1]!, to: marks[at]! }
}
