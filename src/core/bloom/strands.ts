import { exchangeFactor } from './stokes.ts'
import { MOST_PLACES, type Bank } from './bank.ts'
import { cellOf, type BloomGrid } from './grid.ts'
import type { SeenField } from './sheets.ts'
import { takeBack, type Stroke } from './tool.ts'

/**
 * Marks on the white, finer than a cell: they ride where the fluid goes and say how its grain lies. Pictures are drawn with them, no figure is made of
 * them. Places in m; `sheet` is 0 at the surface, 1 in transit, 2 on the floor.
 */
export interface Strands {
  readonly x: Float32Array
  readonly y: Float32Array
  readonly sheet: Uint8Array
  /** The strand before it on the same thread, -1 at a thread's begin. */
  readonly before: Int32Array
  readonly count: number
}

const MOST = MOST_PLACES
export const FLOOR_SHEET = 2

/** Strands that can be laid and carried. */
export function strandsOn(bank: Bank) {
  const { grid } = bank
  const x = new Float32Array(MOST)
  const y = new Float32Array(MOST)
  const sheet = new Uint8Array(MOST)
  const before = new Int32Array(MOST).fill(-1)
  /** What is left of the fall that takes it down a sheet, as a share of how slowly it leaves. */
  const left = new Float32Array(MOST)
  const stays = new Float32Array(MOST)
  let count = 0
  const { n, cellM, sideM, centreM, inside } = grid
  const west = centreM.x - sideM / 2
  const bottom = centreM.y - sideM / 2

  const perCell = 1 / cellM

  /** Moves a strand unless that would take it out of the mold. */
  const moveTo = (k: number, toX: number, toY: number): void => {
    const i = Math.floor((toX - west) * perCell)
    const j = Math.floor((toY - bottom) * perCell)
    if (i < 0 || j < 0 || i >= n || j >= n || !inside[j * n + i]) return
    x[k] = toX
    y[k] = toY
  }
  const cell = (k: number) =>
    Math.floor((y[k]! - bottom) * perCell) * n + Math.floor((x[k]! - west) * perCell)

  return {
    /** Its number, to go on from; -1 where it found no room. `last` of 0 to 1 sinks that late among the white round it. */
    lay: (
      atX: number,
      atY: number,
      { after, last }: { readonly after: number; readonly last: number },
    ): number => {
      if (count >= MOST || cellOf(grid, atX, atY) === null) return -1
      x[count] = atX
      y[count] = atY
      if (!inside[cell(count)]) return -1
      before[count] = after
      stays[count] = left[count] = -Math.log(1 - Math.min(0.97, Math.max(0.03, last)))
      return count++
    },
    /** Face displacements in cells, of the surface or of the floor. */
    carry: (on: 0 | 2, byX: Float64Array, byY: Float64Array): void => {
      for (let k = 0; k < count; k++) {
        if (sheet[k] !== on) continue
        const atX = (x[k]! - west) * perCell
        const atY = (y[k]! - bottom) * perCell
        const i = Math.floor(atX)
        const j = Math.floor(atY)
        const p = j * n + i
        const u = atX - i
        const v = atY - j
        moveTo(
          k,
          x[k]! + cellM * ((1 - u) * byX[p - 1]! + u * byX[p]!),
          y[k]! + cellM * ((1 - v) * byY[p - n]! + v * byY[p]!),
        )
      }
    },
    /** Strands sink as the white round them does: a share 1 - exp(-fall) of it has gone when the one that lasts so long goes. */
    sink: (surfaceFall: Float64Array, transitFall: Float64Array, perSpeed: number): void => {
      for (let k = 0; k < count; k++) {
        if (sheet[k] === FLOOR_SHEET) continue
        const fall = (sheet[k] === 0 ? surfaceFall : transitFall)[cell(k)]! * perSpeed
        if (fall <= 0) continue
        left[k]! -= fall
        if (left[k]! > 0) continue
        left[k] = stays[k]!
        sheet[k]!++
      }
    },
    /** The floor's gravity current: speed is its flux over its thickness, at most a cell. */
    creep: ({ white, pull, depthM, stepS, currentX }: Creep): void => {
      const unit = (pull * stepS) / cellM
      for (let k = 0; k < count; k++) {
        if (sheet[k] !== FLOOR_SHEET) continue
        const p = cell(k)
        const thick = white[p]!
        if (thick <= 0) continue
        const pace = -unit * thick * thick * exchangeFactor(Math.min(1, thick / depthM)) * currentX[p]!
        const goX = 0.5 * pace * (white[p + 1]! - white[p - 1]!)
        const goY = 0.5 * pace * (white[p + n]! - white[p - n]!)
        const most = Math.max(Math.abs(goX), Math.abs(goY), cellM) / cellM
        moveTo(k, x[k]! + goX / most, y[k]! + goY / most)
      }
    },
    /** A stroke carries the surface forwards: the way back of the reversed stroke. */
    work: (strokes: readonly Stroke[], reachesDown: number): void => {
      for (const stroke of strokes) {
        const places = bank.places(count)
        places.x.set(x.subarray(0, count))
        places.y.set(y.subarray(0, count))
        takeBack(bank, places, reversed(stroke))
        for (let k = 0; k < count; k++) {
          if (sheet[k] === FLOOR_SHEET) continue
          const felt = sheet[k] === 0 ? 1 : reachesDown
          moveTo(k, x[k]! + felt * (places.x[k]! - x[k]!), y[k]! + felt * (places.y[k]! - y[k]!))
        }
      }
    },
    /** As they lie now, copied. */
    now: (): Strands => ({
      x: x.slice(0, count),
      y: y.slice(0, count),
      sheet: sheet.slice(0, count),
      before: before.slice(0, count),
      count,
    }),
  }
}

interface Creep {
  readonly white: Float64Array
  /** Excess density times gravity over three viscosities, 1/(m s). */
  readonly pull: number
  readonly depthM: number
  readonly stepS: number
  readonly currentX: Float64Array
}

function reversed(stroke: Stroke): Stroke {
  return stroke.kind === 'drag'
    ? { ...stroke, path: [...stroke.path].reverse() }
    : { ...stroke, turnRad: -stroke.turnRad }
}

/** Blurs that tell a strand from its surroundings, m. */
const FINE_M = 0.12e-3
const ROUND_M = 1.1e-3
const MOST_OVER = 1.9
const LEAST_UNDER = 0.45
/** So much thread in a fine cell before it is believed. */
const BELIEVED = 0.25
/** A thread torn farther than that is no thread any more. */
const TORN_M = 4e-3

/**
 * How much the white of the floor is gathered at each place of a grid `finer` times as fine: where there are enough threads, their fine density over
 * that round about, scaled so that the white as a whole stays what it is. Threads are drawn from strand to strand, so that what has flowed apart stays a line.
 */
export function laceOf(
  strands: Strands,
  { grid, floorWhite }: { readonly grid: BloomGrid; readonly floorWhite: SeenField },
  finer: number,
): Float32Array {
  const side = grid.n * finer
  const pixelM = grid.cellM / finer
  const drawn = new Float32Array(side * side)
  const west = grid.centreM.x - grid.sideM / 2
  const bottom = grid.centreM.y - grid.sideM / 2
  const { x, y, sheet, before } = strands
  for (let k = 0; k < strands.count; k++) {
    const from = before[k]!
    if (from < 0 || sheet[k] !== FLOOR_SHEET || sheet[from] !== FLOOR_SHEET) continue
    const dx = x[k]! - x[from]!
    const dy = y[k]! - y[from]!
    const length = Math.hypot(dx, dy)
    if (length > TORN_M) continue
    const steps = Math.max(1, Math.ceil(length / pixelM))
    for (let step = 0; step < steps; step++) {
      const share = (step + 0.5) / steps
      const i = Math.floor((x[from]! + share * dx - west) / pixelM)
      const j = Math.floor((y[from]! + share * dy - bottom) / pixelM)
      if (i >= 0 && j >= 0 && i < side && j < side) drawn[j * side + i]! += length / pixelM / steps
    }
  }
  const fine = softened(drawn, side, Math.max(1, Math.round(FINE_M / pixelM)))
  const about = softened(drawn, side, Math.max(2, Math.round(ROUND_M / pixelM)))
  let all = 0
  let gathered = 0
  const lace = fine.map((value, p) => {
    const believed = about[p]! / (about[p]! + BELIEVED)
    const over = Math.min(MOST_OVER, Math.max(LEAST_UNDER, value / Math.max(1e-6, about[p]!)))
    const grain = 1 + believed * (over - 1)
    const white = floorWhite[Math.floor(p / side / finer) * grid.n + Math.floor((p % side) / finer)]!
    all += white
    gathered += grain * white
    return grain
  })
  return gathered > 0 ? lace.map((grain) => (grain * all) / gathered) : lace
}

/** Two running means each way, about a bell of that radius. */
function softened(field: Float32Array, side: number, reach: number): Float32Array {
  let values = field
  for (let turn = 0; turn < 2; turn++)
    for (const along of [1, side]) {
      const next = new Float32Array(values.length)
      for (let line = 0; line < side; line++) {
        const start = along === 1 ? line * side : line
        let sum = 0
        for (let i = 0; i <= reach && i < side; i++) sum += values[start + i * along]!
        for (let i = 0; i < side; i++) {
          next[start + i * along] = sum / (2 * reach + 1)
          if (i + reach + 1 < side) sum += values[start + (i + reach + 1) * along]!
          if (i - reach >= 0) sum -= values[start + (i - reach) * along]!
        }
      }
      values = next
    }
  return values
}
