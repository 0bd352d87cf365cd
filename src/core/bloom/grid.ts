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
  const wall = wallTable(walls)
  const nearest = new Int32Array(n * n).fill(-1)
  const square = new Float64Array(n * n).fill(Infinity)
  const offer = (i: number, j: number, no: number): void => {
    if (no < 0) return
    const p = j * n + i
    const far = wall.squareTo(no, left + (i + 0.5) * cellM, bottom + (j + 0.5) * cellM)
    if (far >= square[p]!) return
    square[p] = far
    nearest[p] = no
  }
  walls.forEach(([one, other], no) => {
    const steps = Math.max(1, Math.ceil((2 * Math.hypot(other.x - one.x, other.y - one.y)) / cellM))
    for (let k = 0; k <= steps; k++) {
      const i = Math.floor((one.x + (k / steps) * (other.x - one.x) - left) / cellM)
      const j = Math.floor((one.y + (k / steps) * (other.y - one.y) - bottom) / cellM)
      if (i >= 0 && j >= 0 && i < n && j < n) offer(i, j, no)
    }
  })
  for (let sweep = 0; sweep < 2; sweep++) {
    for (let j = 1; j < n; j++)
      for (let i = 1; i < n - 1; i++) {
        const p = j * n + i
        const behind = nearest[p - 1]!
        const below = nearest[p - n]!
        offer(i, j, behind)
        if (below !== behind) offer(i, j, below)
        if (nearest[p - n - 1] !== below) offer(i, j, nearest[p - n - 1]!)
        if (nearest[p - n + 1] !== below) offer(i, j, nearest[p - n + 1]!)
      }
    for (let j = n - 2; j >= 0; j--)
      for (let i = n - 2; i > 0; i--) {
        const p = j * n + i
        const ahead = nearest[p + 1]!
        const above = nearest[p + n]!
        offer(i, j, ahead)
        if (above !== ahead) offer(i, j, above)
        if (nearest[p + n + 1] !== above) offer(i, j, nearest[p + n + 1]!)
        if (nearest[p + n - 1] !== above) offer(i, j, nearest[p + n - 1]!)
      }
  }
  const beside = lines.flatMap((line) => {
    const last = line.length - 1
    return line.map((_, k) => [k === 0 ? last : -1, k === last ? -last : 1] as const)
  })
  for (let p = 0; p < n * n; p++) {
    if (!inside[p]) continue
    for (let before = -1; before !== nearest[p];) {
      before = nearest[p]!
      for (const step of beside[before]!) offer(p % n, Math.floor(p / n), before + step)
    }
  }
  return square.map((far, p) => (inside[p] ? Math.sqrt(far) : 0))
}

/** Pieces of wall by number, so laid out that asking how far one is costs little. */
function wallTable(walls: readonly (readonly [Point, Point])[]) {
  const x = Float64Array.from(walls, ([one]) => one.x)
  const y = Float64Array.from(walls, ([one]) => one.y)
  const dx = Float64Array.from(walls, ([one, other]) => other.x - one.x)
  const dy = Float64Array.from(walls, ([one, other]) => other.y - one.y)
  const perSquare = dx.map((across, k) => 1 / (across ** 2 + dy[k]! ** 2 || 1))
  return {
    squareTo: (no: number, atX: number, atY: number): number => {
      const rx = atX - x[no]!
      const ry = atY - y[no]!
      const along = Math.min(1, Math.max(0, (rx * dx[no]! + ry * dy[no]!) * perSquare[no]!))
      const offX = rx - along * dx[no]!
      const offY = ry - along * dy[no]!
      return offX * offX + offY * offY
    },
  }
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
