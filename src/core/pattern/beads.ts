import {
  areaMm2,
  evenPoints,
  further,
  inset,
  isInside,
  lineLength,
  perimeterMm,
  ringsInside,
  type Point,
} from '../mold/index.ts'

/** A piped line; a closed one ends where it began without saying so twice. */
export interface Bead {
  readonly line: readonly Point[]
  readonly closed: boolean
  /** Out of that bag; the white's where nothing is said. */
  readonly bag?: string | undefined
}

/** A round thread laid down sinks to a mound so many times as wide as it was thick: about half as high as wide, by geometry. */
export const LAID_WIDTH_PER_HOLE = 1.5

/** The hole a bead came through, from its width on paper; mm. */
export function holeOfBeadMm(widthMm: number): number {
  return widthMm / LAID_WIDTH_PER_HOLE
}

interface Region {
  readonly outline: readonly Point[]
  readonly islands: readonly (readonly Point[])[]
}

interface Spaced {
  readonly marginMm: number
  readonly spacingMm: number
}

// A plan asks for it at every step that takes the bead.
const lengthsMm = new WeakMap<Bead, number>()

/** Length of a bead, mm. */
export function beadLengthMm(bead: Bead): number {
  const known = lengthsMm.get(bead)
  if (known !== undefined) return known
  const mm = lineLength(bead.line, bead.closed)
  lengthsMm.set(bead, mm)
  return mm
}

interface Rings extends Spaced {
  readonly most: number | null
  readonly startDeg: number
  readonly nextByDeg: number
}

/** Rings along the region's wall, at most so many levels of them, each begun so far round; whatever way they were cut, they go counter-clockwise. */
export function ringsIn(
  { outline, islands }: Region,
  { most, startDeg, nextByDeg, ...spacing }: Rings,
): readonly Bead[] {
  if (outline.length === 0) return []
  return ringsInside(outline, spacing, islands, most ?? Infinity).map((line, k) => ({
    line: begunAt(line, startDeg + k * nextByDeg),
    closed: true,
  }))
}

const SPIRAL_POINTS = 120

/**
 * One line from the rim to the middle: on each turn it slides from a ring to the next one in, so that it follows the outline. Where a waist pinches
 * rings apart it stays in the larger part; the others are piped as rings.
 */
export function spiralIn({ outline, islands }: Region, { marginMm, spacingMm }: Spaced): readonly Bead[] {
  if (outline.length === 0) return []
  const turns: (readonly Point[])[] = []
  const aside: Bead[] = []
  for (let inside = inset(outline, marginMm, islands); ; inside = further(inside, spacingMm)) {
    const level = [...inside]
      .filter((ring) => perimeterMm(ring) >= spacingMm)
      .sort((one, other) => perimeterMm(other) - perimeterMm(one))
    const own = level.find((ring) => turns.length === 0 || isInside([turns.at(-1)!], ring[0]!))
    if (!own) break
    aside.push(...level.filter((ring) => ring !== own).map((line) => ({ line, closed: true })))
    turns.push(evenPoints(begunAt(own, 0), true, SPIRAL_POINTS))
  }
  if (turns.length === 0) return []
  const line = turns.flatMap((ring, turn) => {
    const next = turns[turn + 1]
    if (!next) return turns.length === 1 ? ring : []
    return ring.map((point, k) => between(point, next[k]!, k / SPIRAL_POINTS))
  })
  return [{ line: [...line, turns.at(-1)![0]!], closed: turns.length === 1 }, ...aside]
}

function between(from: Point, to: Point, share: number): Point {
  return { x: from.x + share * (to.x - from.x), y: from.y + share * (to.y - from.y) }
}

/** The ring begun where it lies farthest out in that direction, counter-clockwise; rings of one direction begin side by side. */
function begunAt(ring: readonly Point[], startDeg: number): readonly Point[] {
  const around = areaMm2(ring) >= 0 ? ring : [...ring].reverse()
  const angle = (startDeg * Math.PI) / 180
  const out = ({ x, y }: Point) => x * Math.cos(angle) + y * Math.sin(angle)
  const first = around.reduce((best, point, k) => (out(point) > out(around[best]!) ? k : best), 0)
  return [...around.slice(first), ...around.slice(0, first)]
}

const LEAST_LINE_MM = 4

/** Parallel lines through the region at that angle to the x axis, cut where the margin to the wall begins. */
export function linesAcross(
  { outline, islands }: Region,
  { marginMm, spacingMm, angleDeg }: Spaced & { readonly angleDeg: number },
): readonly (readonly Point[])[] {
  if (outline.length === 0) return []
  const room = inset(outline, marginMm, islands)
  if (room.length === 0) return []
  const angle = (angleDeg * Math.PI) / 180
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const turned = room.map((ring) => ring.map(({ x, y }) => ({ x: x * cos + y * sin, y: y * cos - x * sin })))
  const heights = turned.flat().map(({ y }) => y)
  const [low, high] = [Math.min(...heights), Math.max(...heights)]
  const count = Math.max(1, Math.floor((high - low) / spacingMm) + 1)
  const first = (low + high - (count - 1) * spacingMm) / 2
  return Array.from({ length: count }, (_, k) => cutsAt(turned, first + k * spacingMm)).flatMap((cut) =>
    cut.map((line) => line.map(({ x, y }) => ({ x: x * cos - y * sin, y: x * sin + y * cos }))),
  )
}

/** The stretches of a level line that lie between an odd number of those closed lines. */
function cutsAt(lines: readonly (readonly Point[])[], y: number): readonly (readonly Point[])[] {
  const xs = lines
    .flatMap((line) =>
      line.flatMap((one, k) => {
        const other = line[(k + 1) % line.length]!
        return one.y > y === other.y > y
          ? []
          : [one.x + ((y - one.y) / (other.y - one.y)) * (other.x - one.x)]
      }),
    )
    .sort((one, other) => one - other)
  return xs.flatMap((x, k) => {
    const end = xs[k + 1]
    if (k % 2 === 1 || end === undefined || end - x < LEAST_LINE_MM) return []
    return [
      [
        { x, y },
        { x: end, y },
      ],
    ]
  })
}

/** How far the farthest wall lies from that point in that direction, mm; 0 where there is none. */
export function rayToRim(outline: readonly Point[], from: Point, angle: number): number {
  const [dx, dy] = [Math.cos(angle), Math.sin(angle)]
  return outline.reduce((farthest, one, k) => {
    const other = outline[(k + 1) % outline.length]!
    const [ex, ey] = [other.x - one.x, other.y - one.y]
    const [px, py] = [one.x - from.x, one.y - from.y]
    const across = dx * ey - dy * ex
    if (Math.abs(across) < 1e-12) return farthest
    const out = (px * ey - py * ex) / across
    const along = (px * dy - py * dx) / across
    return along >= 0 && along <= 1 ? Math.max(farthest, out) : farthest
  }, 0)
}
