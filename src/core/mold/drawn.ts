import { FillRule, simplifyPathsD, unionD } from 'clipper2-ts'
import { fail, ok, type Result } from '../units/index.ts'
import { areaMm2, boxOf, isInside, type Outline, type Point } from './outline.ts'

export type DrawnOutline = Extract<Outline, { shape: 'drawn' }>

/** Why lines do not make a mold. */
export type DrawingProblem =
  | { readonly kind: 'tooFewPoints'; readonly points: number }
  | { readonly kind: 'tooManyPoints'; readonly points: number; readonly most: number }
  | { readonly kind: 'noArea' }
  | { readonly kind: 'crossesItself' }
  | { readonly kind: 'severalPieces'; readonly pieces: number }

const MOST_POINTS = 100_000
/** What is kept is as fine as a hand can follow. */
const KEPT_POINTS = 400
const FINEST_MM = 0.02
const LEAST_AREA_MM2 = 25
const DECIMAL_PLACES = 4
/** A line that loses so much of its area when its crossings are undone does cross itself. */
const CROSSING_LOSS = 0.002

type Line = readonly Point[]

/**
 * Closed lines as a mold: the largest is the outline, those inside it are islands, centred on the outline's box. Simplified to what a
 * hand can follow; a line that crosses itself, encloses nothing, or lies apart is refused, never mended silently.
 */
export function drawnOutline(lines: readonly Line[]): Result<DrawnOutline, DrawingProblem> {
  const points = lines.reduce((sum, line) => sum + line.length, 0)
  if (points > MOST_POINTS) return fail({ kind: 'tooManyPoints', points, most: MOST_POINTS })
  const closed = lines.filter((line) => line.length >= 3)
  if (closed.length === 0) return fail({ kind: 'tooFewPoints', points })
  const simple = closed
    .map(simplified)
    .filter((line) => line !== null)
    .sort((one, other) => areaOf(other) - areaOf(one))
  const [outer, ...rest] = simple
  if (!outer || areaOf(outer) < LEAST_AREA_MM2) return fail({ kind: 'noArea' })
  if (simple.some(crossesItself)) return fail({ kind: 'crossesItself' })
  const islands = rest.filter((line) => areaOf(line) >= LEAST_AREA_MM2 / 5)
  const apart = islands.filter((line) => !line.every((point) => isInside([outer], point)))
  if (apart.length > 0) return fail({ kind: 'severalPieces', pieces: 1 + apart.length })
  const box = boxOf(outer)
  const middle = { x: (box.left + box.right) / 2, y: (box.bottom + box.top) / 2 }
  const placed = (line: Line) =>
    counterClockwise(line).map(({ x, y }) => ({ x: rounded(x - middle.x), y: rounded(y - middle.y) }))
  return ok({ shape: 'drawn', points: placed(outer), islands: islands.map(placed) })
}

function areaOf(line: Line): number {
  return Math.abs(areaMm2(line))
}

function rounded(mm: number): number {
  return Number(mm.toFixed(3))
}

function counterClockwise(line: Line): Line {
  return areaMm2(line) >= 0 ? line : [...line].reverse()
}

/** As few points as keep it within a fiftieth of a millimetre, or coarser until they are few enough; null for a line that encloses nothing. */
function simplified(line: Line): Line | null {
  if (areaOf(line) < LEAST_AREA_MM2 / 5) return null
  const thinned = thin(line)
  for (let fineMm = FINEST_MM; ; fineMm *= 2) {
    const [kept] = simplifyPathsD([thinned.map(({ x, y }) => ({ x, y }))], fineMm, true)
    if (!kept || kept.length < 3) return null
    if (kept.length <= KEPT_POINTS) return kept.map(({ x, y }) => ({ x, y }))
  }
}

/** What looks at every two points of a line takes a moment for so many, and minutes for ten times as many. */
const LOOKED_AT_POINTS = 4000

/** The line without points that lie next to each other, as near as leaves few enough to look at. */
function thin(line: Line): Line {
  let kept = line
  for (let nearMm = FINEST_MM / 2; kept.length > LOOKED_AT_POINTS; nearMm *= 2) {
    const apart: Point[] = []
    for (const point of kept) {
      const last = apart.at(-1)
      if (!last || Math.hypot(point.x - last.x, point.y - last.y) >= nearMm) apart.push(point)
    }
    kept = apart
  }
  return kept
}

function crossesItself(line: Line): boolean {
  const filled = (rule: FillRule) =>
    unionD([line.map(({ x, y }) => ({ x, y }))], [], rule, DECIMAL_PLACES).reduce(
      (sum, each) => sum + areaMm2(each.map(({ x, y }) => ({ x, y }))),
      0,
    )
  const own = areaOf(line)
  return (
    Math.abs(filled(FillRule.NonZero) - own) > CROSSING_LOSS * own ||
    Math.abs(filled(FillRule.EvenOdd) - own) > CROSSING_LOSS * own
  )
}
