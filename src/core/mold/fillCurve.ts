import { openAreaMm2, type Outline } from './outline.ts'

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
  readonly partFills: readonly FillMark[]
}

/**
 * What a cavity holds up to a height, straight between its water fills: the wall is taken as upright from one fill to the next, and beyond the
 * brim as it ends. Without part fills it is a prism.
 */
function marksOf({ outline, depthMm, waterFillMl, partFills }: Filled): readonly FillMark[] {
  const brim = { depthMm, ml: waterFillMl ?? (openAreaMm2(outline) * depthMm) / 1000 }
  const parts = partFills.filter((each) => each.depthMm < depthMm)
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
