import type { Point } from './outline.ts'

/** Length of a line, closed where it says so; in the points' own unit. */
export function lineLength(points: readonly Point[], closed: boolean): number {
  const legs = closed ? points.length : points.length - 1
  let sum = 0
  for (let k = 0; k < legs; k++) {
    const one = points[k]!
    const other = points[(k + 1) % points.length]!
    sum += Math.hypot(other.x - one.x, other.y - one.y)
  }
  return sum
}

/** So many points evenly along a line, from its first; an open line keeps its last point too. */
export function evenPoints(points: readonly Point[], closed: boolean, count: number): readonly Point[] {
  const every = lineLength(points, closed) / Math.max(1, closed ? count : count - 1)
  const legs = closed ? points.length : points.length - 1
  const even: Point[] = []
  let walked = 0
  for (let k = 0; k < legs && even.length < count; k++) {
    const one = points[k]!
    const other = points[(k + 1) % points.length]!
    const leg = Math.hypot(other.x - one.x, other.y - one.y)
    while (even.length < count && even.length * every <= walked + leg + 1e-12) {
      const share = leg > 0 ? (even.length * every - walked) / leg : 0
      even.push({ x: one.x + share * (other.x - one.x), y: one.y + share * (other.y - one.y) })
    }
    walked += leg
  }
  return even
}
