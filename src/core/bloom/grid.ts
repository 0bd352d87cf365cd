import { boxOf, type Point } from '../mold/index.ts'

/** A mold on a square grid; lengths in m, cells row by row from the bottom. */
export interface BloomGrid {
  /** Cells a side. */
  readonly n: number
  readonly sideM: number
  readonly cellM: number
  readonly centreM: Point
  /** 1 inside the outline, 0 outside. */
  readonly inside: Uint8Array
  /** From the cell's middle to the nearest wall; 0 outside. */
  readonly wallM: Float64Array
  /** First and last column inside, by row; first above last where the row has none. */
  readonly from: Int32Array
  readonly to: Int32Array
  readonly firstRow: number
  readonly lastRow: number
}

const ROOM_ROUND = 1.06
const M_PER_MM = 1e-3

/** The grid of an outline in mm, its islands cut out. Throws RangeError for an outline that holds no cell. */
export function gridOf(
  outline: readonly Point[],
  islands: readonly (readonly Point[])[],
  n: number,
): BloomGrid {
  const box = boxOf(outline)
  const sideM = Math.max(box.right - box.left, box.top - box.bottom) * ROOM_ROUND * M_PER_MM
  const cellM = sideM / n
  const centreM = {
    x: ((box.left + box.right) / 2) * M_PER_MM,
    y: ((box.bottom + box.top) / 2) * M_PER_MM,
  }
  const lines = [outline, ...islands].map((line) =>
    line.map(({ x, y }) => ({ x: x * M_PER_MM, y: y * M_PER_MM })),
  )
  const inside = new Uint8Array(n * n)
  const from = new Int32Array(n).fill(n)
  const to = new Int32Array(n).fill(-1)
  for (let j = 0; j < n; j++) {
    const crossings = [...crossingsAt(lines, centreM.y + (j + 0.5) * cellM - sideM / 2)].sort(
      (one, other) => one - other,
    )
    let passed = 0
    for (let i = 0; i < n; i++) {
      const x = centreM.x + (i + 0.5) * cellM - sideM / 2
      while (passed < crossings.length && crossings[passed]! < x) passed++
      if (passed % 2 === 0) continue
      inside[j * n + i] = 1
      from[j] = Math.min(from[j]!, i)
      to[j] = Math.max(to[j]!, i)
    }
  }
  const wallM = wallDistances(lines, inside, {
    n,
    cellM,
    left: centreM.x - sideM / 2,
    bottom: centreM.y - sideM / 2,
  })
  const rows = Array.from({ length: n }, (_, j) => j).filter((j) => to[j]! >= from[j]!)
  if (rows.length === 0) throw new RangeError('gridOf: the outline holds no cell')
  return { n, sideM, cellM, centreM, inside, wallM, from, to, firstRow: rows[0]!, lastRow: rows.at(-1)! }
}

/** Where the lines cross that height. */
function crossingsAt(lines: readonly (readonly Point[])[], y: number): readonly number[] {
  return lines.flatMap((line) =>
    line.flatMap((one, k) => {
      const other = line[(k + 1) % line.length]!
      if (one.y > y === other.y > y) return []
      return [one.x + ((y - one.y) / (other.y - one.y)) * (other.x - one.x)]
    }),
  )
}

interface Raster {
  readonly n: number
  readonly cellM: number
  readonly left: number
  readonly bottom: number
}

/**
 * From the middle of every cell inside to the nearest wall: the nearest piece of wall is handed on from cell to cell in sweeps there and
 * back, its distance worked out exactly each time (dead reckoning); then each cell slides along its wall to where that is nearest, so that
 * the order of the sweeps leaves no trace.
 */
function wallDistances(
  lines: readonly (readonly Point[])[],
  inside: Uint8Array,
  raster: Raster,
): Float64Array {
  const { n, cellM, left, bottom } = raster
  const walls = lines.flatMap((line) => line.map((one, k) => [one, line[(k + 1) % line.length]!] as const))
  const nearest = new Int32Array(n * n).fill(-1)
  const square = new Float64Array(n * n).fill(Infinity)
  const offer = (p: number, wall: number): void => {
    if (wall < 0) return
    const [one, other] = walls[wall]!
    const far = squareTo(
      one,
      other,
      left + ((p % n) + 0.5) * cellM,
      bottom + (Math.floor(p / n) + 0.5) * cellM,
    )
    if (far >= square[p]!) return
    square[p] = far
    nearest[p] = wall
  }
  walls.forEach(([one, other], wall) => {
    const steps = Math.max(1, Math.ceil((2 * Math.hypot(other.x - one.x, other.y - one.y)) / cellM))
    for (let k = 0; k <= steps; k++) {
      const i = Math.floor((one.x + (k / steps) * (other.x - one.x) - left) / cellM)
      const j = Math.floor((one.y + (k / steps) * (other.y - one.y) - bottom) / cellM)
      if (i >= 0 && j >= 0 && i < n && j < n) offer(j * n + i, wall)
    }
  })
  for (let sweep = 0; sweep < 2; sweep++) {
    for (let p = n + 1; p < n * n; p++) for (const back of [1, n, n + 1, n - 1]) offer(p, nearest[p - back]!)
    for (let p = n * n - n - 2; p >= 0; p--)
      for (const ahead of [1, n, n + 1, n - 1]) offer(p, nearest[p + ahead]!)
  }
  const beside = lines.flatMap((line) => {
    const last = line.length - 1
    return line.map((_, k) => [k === 0 ? last : -1, k === last ? -last : 1] as const)
  })
  for (let p = 0; p < n * n; p++) {
    if (!inside[p]) continue
    for (let before = -1; before !== nearest[p];) {
      before = nearest[p]!
      for (const step of beside[before]!) offer(p, before + step)
    }
  }
  return square.map((far, p) => (inside[p] ? Math.sqrt(far) : 0))
}

function squareTo(one: Point, other: Point, x: number, y: number): number {
  const dx = other.x - one.x
  const dy = other.y - one.y
  const along = Math.min(1, Math.max(0, ((x - one.x) * dx + (y - one.y) * dy) / (dx * dx + dy * dy || 1)))
  return (x - one.x - along * dx) ** 2 + (y - one.y - along * dy) ** 2
}

/** Middle of a column or row, m. */
export function columnX({ centreM, cellM, sideM }: BloomGrid, i: number): number {
  return centreM.x + (i + 0.5) * cellM - sideM / 2
}

export function rowY({ centreM, cellM, sideM }: BloomGrid, j: number): number {
  return centreM.y + (j + 0.5) * cellM - sideM / 2
}

/** Number of the cell a place in m lies in; null off the grid. */
export function cellOf({ n, centreM, cellM, sideM }: BloomGrid, x: number, y: number): number | null {
  const i = Math.floor((x - centreM.x + sideM / 2) / cellM)
  const j = Math.floor((y - centreM.y + sideM / 2) / cellM)
  return i >= 0 && j >= 0 && i < n && j < n ? j * n + i : null
}
