import type { Bank } from './bank.ts'
import { columnX, rowY, type BloomGrid } from './grid.ts'
import type { Sheets } from './sheets.ts'
import { takeBack, type Stroke } from './tool.ts'
import type { Walls } from './walls.ts'

interface ToolBench {
  readonly bank: Bank
  readonly sheets: Sheets
  readonly walls: Walls
}

/** By eye; Stokes flow itself moves with the tool alike until gel. */
const TOOL_HALVED_AT_PER_PA = 40
const TOOL_REACHES_DOWN = 0.6

/** The strokes as a resin takes them that has so much of its fluidity left: ever less towards gel, in any room alike. */
export function weakened(strokes: readonly Stroke[], fluidityLeftPerPa: number): readonly Stroke[] {
  const kept = fluidityLeftPerPa / (fluidityLeftPerPa + TOOL_HALVED_AT_PER_PA)
  return strokes.map((stroke) =>
    stroke.kind === 'drag'
      ? { ...stroke, strength: stroke.strength * kept }
      : { ...stroke, turnRad: stroke.turnRad * kept },
  )
}

/** Works strokes into a piece: the surface follows them fully, the sheet in transit in part, the floor not. */
export function workTool(strokes: readonly Stroke[], { bank, sheets, walls }: ToolBench): void {
  const { grid } = bank
  const { n } = grid
  const { offX, offY } = displacements(strokes, bank)
  const spare = new Float64Array(n * n)
  const byX = new Float64Array(n * n)
  const byY = new Float64Array(n * n)
  for (let j = grid.firstRow; j <= grid.lastRow; j++)
    for (let i = grid.from[j]!; i <= grid.to[j]!; i++) {
      const p = j * n + i
      byX[p] = walls.cell[p]! * between(offX, i, j, n >> 1)
      byY[p] = walls.cell[p]! * between(offY, i, j, n >> 1)
    }
  const remap = (values: Float64Array, share: number) => remapped(values, { grid, byX, byY, share, spare })
  for (const values of [
    sheets.surface.white,
    sheets.surface.pressure,
    sheets.surface.cover,
    ...sheets.surface.ink,
  ])
    remap(values, 1)
  for (const values of [sheets.transit.white, ...sheets.transit.ink]) remap(values, TOOL_REACHES_DOWN)
}

/** Where the middle of every fourth of cells came from, in cells, on the grid of half the cells; 0 outside the mold. */
function displacements(strokes: readonly Stroke[], bank: Bank) {
  const { grid } = bank
  const { n, cellM, from, to } = grid
  const half = n >> 1
  const cells: number[] = []
  for (let j = 0; j < half; j++) {
    const first = Math.min(from[2 * j]!, from[2 * j + 1]!) >> 1
    const last = Math.max(to[2 * j]!, to[2 * j + 1]!) >> 1
    for (let i = Math.max(0, first - 1); i <= Math.min(half - 1, last + 1); i++) cells.push(j * half + i)
  }
  const middleX = (p: number) => columnX(grid, 2 * (p % half)) + cellM / 2
  const middleY = (p: number) => rowY(grid, 2 * Math.floor(p / half)) + cellM / 2
  const places = bank.places(cells.length)
  cells.forEach((p, k) => {
    places.x[k] = middleX(p)
    places.y[k] = middleY(p)
  })
  for (const stroke of [...strokes].reverse()) takeBack(bank, places, stroke)
  const offX = new Float64Array(half * half)
  const offY = new Float64Array(half * half)
  cells.forEach((p, k) => {
    offX[p] = (places.x[k]! - middleX(p)) / cellM
    offY[p] = (places.y[k]! - middleY(p)) / cellM
  })
  return { offX, offY }
}

/** Bilinear from the grid of half the cells. */
function between(field: Float64Array, i: number, j: number, half: number): number {
  const a = i >> 1
  const c = j >> 1
  const b = Math.min(half - 1, Math.max(0, i & 1 ? a + 1 : a - 1))
  const d = Math.min(half - 1, Math.max(0, j & 1 ? c + 1 : c - 1))
  return (
    0.5625 * field[c * half + a]! +
    0.1875 * (field[c * half + b]! + field[d * half + a]!) +
    0.0625 * field[d * half + b]!
  )
}

interface RemapTask {
  readonly grid: BloomGrid
  /** Displacements in cells. */
  readonly byX: Float64Array
  readonly byY: Float64Array
  /** Share of the displacement that this sheet feels. */
  readonly share: number
  readonly spare: Float64Array
}

/** Every cell takes what was where its material came from, by limited cubic interpolation; the whole keeps its mass. */
function remapped(values: Float64Array, { grid, byX, byY, share, spare }: RemapTask): void {
  const { n, from, to, inside } = grid
  let before = 0
  for (let p = 0; p < values.length; p++) before += values[p]!
  if (before === 0) return
  spare.fill(0)
  let after = 0
  for (let j = grid.firstRow; j <= grid.lastRow; j++)
    for (let i = from[j]!; i <= to[j]!; i++) {
      const p = j * n + i
      if (!inside[p]) continue
      const value = cubicAt(values, n, i + share * byX[p]!, j + share * byY[p]!)
      spare[p] = value
      after += value
    }
  const scale = after > 0 ? before / after : 0
  if (scale > 0) for (let p = 0; p < values.length; p++) values[p] = spare[p]! * scale
}

/** Catmull-Rom, held between the four nearest values so that nothing overshoots. */
function cubicAt(values: Float64Array, n: number, u: number, v: number): number {
  const i = Math.floor(u)
  const j = Math.floor(v)
  if (i < 1 || j < 1 || i > n - 3 || j > n - 3) return 0
  const s = u - i
  const t = v - j
  const p = j * n + i
  const sum = cubic(
    t,
    cubic(s, values[p - n - 1]!, values[p - n]!, values[p - n + 1]!, values[p - n + 2]!),
    cubic(s, values[p - 1]!, values[p]!, values[p + 1]!, values[p + 2]!),
    cubic(s, values[p + n - 1]!, values[p + n]!, values[p + n + 1]!, values[p + n + 2]!),
    cubic(s, values[p + 2 * n - 1]!, values[p + 2 * n]!, values[p + 2 * n + 1]!, values[p + 2 * n + 2]!),
  )
  const low = Math.min(values[p]!, values[p + 1]!, values[p + n]!, values[p + n + 1]!)
  const high = Math.max(values[p]!, values[p + 1]!, values[p + n]!, values[p + n + 1]!)
  return Math.min(high, Math.max(low, sum))
}

/** Catmull-Rom between the inner two of four. */
function cubic(t: number, a: number, b: number, c: number, d: number): number {
  return b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)))
}
