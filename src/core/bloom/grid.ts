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
  const wallM = new Float64Array(n * n)
  const from = new Int32Array(n).fill(n)
  const to = new Int32Array(n).fill(-1)
  for (let j = 0; j < n; j++) {
    const y = centreM.y + (j + 0.5) * cellM - sideM / 2
    const crossings = crossingsAt(lines, y)
    for (let i = 0; i < n; i++) {
      const x = centreM.x + (i + 0.5) * cellM - sideM / 2
      if (crossings.filter((at) => at < x).length % 2 === 0) continue
      const p = j * n + i
      inside[p] = 1
      wallM[p] = wallDistance(lines, { x, y })
      from[j] = Math.min(from[j]!, i)
      to[j] = Math.max(to[j]!, i)
    }
  }
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

function wallDistance(lines: readonly (readonly Point[])[], { x, y }: Point): number {
  let nearest = Infinity
  for (const line of lines) {
    for (let k = 0; k < line.length; k++) {
      const one = line[k]!
      const other = line[(k + 1) % line.length]!
      const [dx, dy] = [other.x - one.x, other.y - one.y]
      const along = Math.min(1, Math.max(0, ((x - one.x) * dx + (y - one.y) * dy) / (dx * dx + dy * dy || 1)))
      const square = (x - one.x - along * dx) ** 2 + (y - one.y - along * dy) ** 2
      if (square < nearest) nearest = square
    }
  }
  return Math.sqrt(nearest)
}

/** Middle of a column or row, m. */
export function columnX({ centreM, cellM, sideM }: BloomGrid, i: number): number {
  return centreM.x + (i + 0.5) * cellM - sideM / 2
}

export function rowY({ centreM, cellM, sideM }: BloomGrid, j: number): number {
  return centreM.y + (j + 0.5) * cellM - sideM / 2
}
