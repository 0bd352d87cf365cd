import { polygonOf, type Outline, type Point } from './outline.ts'

/** Every few degrees: a chord through the middle of any usual mold changes by less than a millimetre between. */
const DIRECTIONS = 90

/** The shortest way straight across through the middle, mm, counting only what lies inside; islands are left out. */
export function shortestAcrossMm(outline: Outline): number {
  return Math.min(...chordsMm(outline))
}

/** The longest way through the middle of an outline, mm. */
export function longestAcrossMm(outline: Outline): number {
  return Math.max(...chordsMm(outline))
}

function chordsMm(outline: Outline): readonly number[] {
  const points = polygonOf(outline)
  const middle = middleOf(points)
  return Array.from({ length: DIRECTIONS }, (_, k) => acrossMm(points, middle, (Math.PI * k) / DIRECTIONS))
}

/** The centre of its area. */
function middleOf(points: readonly Point[]): Point {
  let area = 0
  let x = 0
  let y = 0
  for (const [k, one] of points.entries()) {
    const other = points[(k + 1) % points.length]!
    const cross = one.x * other.y - other.x * one.y
    area += cross
    x += cross * (one.x + other.x)
    y += cross * (one.y + other.y)
  }
  return { x: x / (3 * area), y: y / (3 * area) }
}

function acrossMm(points: readonly Point[], middle: Point, angle: number): number {
  const along = { x: Math.cos(angle), y: Math.sin(angle) }
  const side = (point: Point) => (point.y - middle.y) * along.x - (point.x - middle.x) * along.y
  const crossings = points
    .flatMap((one, k) => {
      const other = points[(k + 1) % points.length]!
      const [from, to] = [side(one), side(other)]
      if (from > 0 === to > 0) return []
      const share = from / (from - to)
      const x = one.x + share * (other.x - one.x) - middle.x
      const y = one.y + share * (other.y - one.y) - middle.y
      return [x * along.x + y * along.y]
    })
    .sort((one, other) => one - other)
  return crossings.reduce((sum, at, k) => (k % 2 === 1 ? sum + at - crossings[k - 1]! : sum), 0)
}
