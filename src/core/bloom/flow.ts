import type { BloomGrid } from './grid.ts'
import { planeTransform } from './plane.ts'
import type { Sheets } from './sheets.ts'
import { marangoniMobilityM, sheetResponse } from './stokes.ts'
import type { Walls } from './walls.ts'

/** Speeds the sheets drive, m/s: on the faces of the surface and of the floor, downward in the cells. */
export interface Flow {
  readonly surfaceX: Float64Array
  readonly surfaceY: Float64Array
  readonly floorX: Float64Array
  readonly floorY: Float64Array
  readonly surfaceFall: Float64Array
  readonly transitFall: Float64Array
}

export interface FlowTask {
  readonly viscosityPaS: number
  readonly stepS: number
  /** White sinks; its part of the flow is worked out anew, else the last one is kept. */
  readonly white: boolean
  readonly freshWhite: boolean
  /** Solvent pulls at the surface; its largest pressure, N/m. */
  readonly pressureMost: number
}

export interface FlowField {
  readonly flow: Flow
  readonly refresh: (sheets: Sheets, task: FlowTask) => void
}

const COARSE = 128
/** The mean half thickness of the sinking sheet stays within these. */
const THINNEST_M = 3e-4
const THICKEST_SHARE = 0.35
/** The exact response is worked out anew when that thickness has changed so much. */
const TABLE_DRIFT = 0.12
/** Height above the floor at which its stagnation flow is taken. */
const FLOOR_SHARE = 0.12
/**
 * The flow of two sinking sheets and of solvent's pull on the surface, exact for every wave of a layer of that depth (Stokes), by a Fourier
 * transform on a grid no finer than 128.
 */
export function flowOn(
  grid: BloomGrid,
  {
    walls,
    depthM,
    pullPaPerM,
  }: { readonly walls: Walls; readonly depthM: number; readonly pullPaPerM: number },
): FlowField {
  const { n, sideM } = grid
  const m = Math.min(n, COARSE)
  const plane = planeTransform(m)
  const fine = () => new Float64Array(n * n)
  const coarse = () => new Float64Array(m * m)
  const flow: Flow = {
    surfaceX: fine(),
    surfaceY: fine(),
    floorX: fine(),
    floorY: fine(),
    surfaceFall: fine(),
    transitFall: fine(),
  }
  const wave = Float64Array.from({ length: m }, (_, i) => ((i <= m / 2 ? i : i - m) * 2 * Math.PI) / sideM)
  const { mobility, filter } = spectralWeights(wave, depthM)
  const eight = [coarse(), coarse(), coarse(), coarse(), coarse(), coarse(), coarse(), coarse()] as const
  const [t0, t1, t2, t3, t4, t5, t6, t7] = eight
  const [re, im, pr, pi] = [coarse(), coarse(), coarse(), coarse()]
  const [w1, w2, s1, s2, f1, f2] = [coarse(), coarse(), coarse(), coarse(), coarse(), coarse()]
  const sunkR = coarse()
  const sunkI = coarse()
  const continued = continuationOf(grid, m)
  const toFaces = facesFrom(grid, m)
  const toCells = cellsFrom(grid, m)
  let tabledM = -1

  const retable = (halfM: number): void => {
    if (tabledM > 0 && Math.abs(halfM / tabledM - 1) < TABLE_DRIFT) return
    tabledM = halfM
    fillTables(eight, { wave, filter, depthM, halfM, sideM })
  }

  const refresh = (
    sheets: Sheets,
    { viscosityPaS, stepS, white, freshWhite, pressureMost }: FlowTask,
  ): void => {
    const solvent = pressureMost > 0
    const fresh = white && freshWhite
    if (!white && !solvent) return
    if (fresh) {
      retable(halfThicknessM(sheets.surface.white, depthM))
      restrictInto(re, sheets.surface.white, { n, m, factor: pullPaPerM })
      restrictInto(im, sheets.transit.white, { n, m, factor: pullPaPerM })
      plane.forward(re, im)
    }
    if (solvent) {
      restrictInto(pr, sheets.surface.pressure, { n, m, factor: 1 })
      for (let q = 0; q < continued.to.length; q++) pr[continued.to[q]!] = pr[continued.from[q]!]!
      pi.fill(0)
      plane.forward(pr, pi)
    }
    const fluid = 1 / viscosityPaS
    const damping = 0.5 * pressureMost * stepS
    // Two real fields travel in one complex transform; a wave and its mirror image are untangled together.
    for (let a = 0; a <= m / 2; a++) {
      const mirrorA = (m - a) & (m - 1)
      const kx = wave[a]!
      for (let b = 0; b < m; b++) {
        const p = a * m + b
        const r = mirrorA * m + ((m - b) & (m - 1))
        if (a === mirrorA && r < p) continue
        const ky = wave[b]!
        const kept = filter[p]!
        if (kept === 0) {
          sunkR[p] = sunkI[p] = 0
          for (const each of [w1, w2, s1, s2, f1, f2]) each[p] = each[r] = 0
          continue
        }
        if (fresh) {
          const sr = 0.5 * fluid * (re[p]! + re[r]!)
          const si = 0.5 * fluid * (im[p]! - im[r]!)
          const mr = 0.5 * fluid * (im[p]! + im[r]!)
          const mi = -0.5 * fluid * (re[p]! - re[r]!)
          const surfR = t0[p]! * sr + t4[p]! * mr
          const surfI = t0[p]! * si + t4[p]! * mi
          const midR = t1[p]! * sr + t5[p]! * mr
          const midI = t1[p]! * si + t5[p]! * mi
          w1[p] = surfR - midI
          w2[p] = surfI + midR
          w1[r] = surfR + midI
          w2[r] = midR - surfI
          sunkR[p] = t2[p]! * sr + t6[p]! * mr
          sunkI[p] = t2[p]! * si + t6[p]! * mi
          const fr = t3[p]! * sr + t7[p]! * mr
          const fi = t3[p]! * si + t7[p]! * mi
          f1[p] = ky * fr + kx * fi
          f2[p] = ky * fi - kx * fr
          f1[r] = -ky * fr + kx * fi
          f2[r] = ky * fi + kx * fr
        }
        let dr = white ? sunkR[p]! : 0
        let di = white ? sunkI[p]! : 0
        if (solvent) {
          const pulled = fluid * mobility[p]!
          // Semi-implicit, or solvent would ask for steps of milliseconds.
          const held = (kept * pulled) / (1 + damping * (kx * kx + ky * ky) * pulled)
          dr += held * pr[p]!
          di += held * pi[p]!
        }
        s1[p] = ky * dr + kx * di
        s2[p] = ky * di - kx * dr
        s1[r] = -ky * dr + kx * di
        s2[r] = ky * di + kx * dr
      }
    }
    plane.inverse(s1, s2)
    toFaces(s1, s2, {
      intoX: flow.surfaceX,
      intoY: flow.surfaceY,
      wallX: walls.surfaceX,
      wallY: walls.surfaceY,
    })
    if (!fresh) return
    plane.inverse(w1, w2)
    toCells(w1, flow.surfaceFall, walls)
    toCells(w2, flow.transitFall, walls)
    plane.inverse(f1, f2)
    toFaces(f1, f2, { intoX: flow.floorX, intoY: flow.floorY, wallX: walls.stokesX, wallY: walls.stokesY })
  }
  return { flow, refresh }
}

/** Mass-weighted half thickness of the sinking sheet. */
function halfThicknessM(white: Float64Array, depthM: number): number {
  let square = 0
  let sum = 0
  for (const value of white) {
    square += value * value
    sum += value
  }
  const half = sum > 0 ? (0.5 * square) / sum : 0
  return Math.min(THICKEST_SHARE * depthM, Math.max(THINNEST_M, half))
}

function spectralWeights(wave: Float64Array, depthM: number) {
  const m = wave.length
  const mobility = new Float64Array(m * m)
  const filter = new Float64Array(m * m)
  const nyquist = Math.abs(wave[m / 2]!)
  for (let a = 0; a < m; a++)
    for (let b = 0; b < m; b++) {
      const k = Math.hypot(wave[a]!, wave[b]!)
      mobility[a * m + b] = k > 0 ? marangoniMobilityM(k, depthM) : depthM / 4
      const dropped = a === m / 2 || b === m / 2 || k === 0
      filter[a * m + b] = dropped ? 0 : Math.exp(-5 * (k / nyquist) ** 8)
    }
  return { mobility, filter }
}

interface TableTask {
  readonly wave: Float64Array
  readonly filter: Float64Array
  readonly depthM: number
  readonly halfM: number
  readonly sideM: number
}

/** The response of both sheets at both sheets, the surface and the floor, tabled by wave number and spread over the plane. */
function fillTables(
  tables: readonly Float64Array[],
  { wave, filter, depthM, halfM, sideM }: TableTask,
): void {
  const m = wave.length
  const every = Math.PI / sideM
  const count = Math.ceil((m / 2) * Math.SQRT2) * 2 + 2
  const radial = tables.map(() => new Float64Array(count + 2))
  const [surfaceZ, transitZ, floorZ] = [depthM - halfM, depthM / 2, FLOOR_SHARE * depthM]
  for (let i = 1; i <= count; i++) {
    const k = i * every
    if (k * depthM > 60) continue
    const upper = sheetResponse(k, depthM, surfaceZ)
    const lower = sheetResponse(k, depthM, transitZ)
    const values = [
      upper.fall(surfaceZ),
      upper.fall(transitZ),
      upper.slope(depthM),
      upper.slope(floorZ),
      lower.fall(surfaceZ),
      lower.fall(transitZ),
      lower.slope(depthM),
      lower.slope(floorZ),
    ]
    values.forEach((value, t) => (radial[t]![i] = value))
  }
  for (let a = 0; a < m; a++)
    for (let b = 0; b < m; b++) {
      const p = a * m + b
      const k = Math.hypot(wave[a]!, wave[b]!)
      const at = k / every
      const low = Math.floor(at)
      const share = at - low
      const perSquare = k > 0 ? 1 / (k * k) : 0
      tables.forEach((table, t) => {
        const value = filter[p]! * (radial[t]![low]! * (1 - share) + radial[t]![low + 1]! * share)
        table[p] = t % 4 >= 2 ? value * perSquare : value
      })
    }
}

function restrictInto(
  to: Float64Array,
  from: Float64Array,
  { n, m, factor }: { readonly n: number; readonly m: number; readonly factor: number },
): void {
  if (n === m) {
    for (let p = 0; p < to.length; p++) to[p] = factor * from[p]!
    return
  }
  const quarter = factor / 4
  for (let j = 0; j < m; j++)
    for (let i = 0; i < m; i++) {
      const p = 2 * j * n + 2 * i
      to[j * m + i] = quarter * (from[p]! + from[p + 1]! + (from[p + n]! + from[p + n + 1]!))
    }
}

/** Cells just outside the mold and the nearest cell inside, from which pressure is carried on: else its drop at the wall drags all ink there. */
function continuationOf(
  { n, inside, sideM }: BloomGrid,
  m: number,
): { readonly from: Int32Array; readonly to: Int32Array } {
  const ratio = n / m
  const holds = (i: number, j: number) => {
    if (i < 0 || j < 0 || i >= m || j >= m) return false
    for (let y = 0; y < ratio; y++)
      for (let x = 0; x < ratio; x++) if (!inside[(j * ratio + y) * n + i * ratio + x]) return false
    return true
  }
  const reach = Math.ceil(CONTINUED_M / (sideM / m))
  const from: number[] = []
  const to: number[] = []
  for (let j = 0; j < m; j++)
    for (let i = 0; i < m; i++) {
      if (holds(i, j)) continue
      let best = Infinity
      let source = -1
      for (let y = -reach; y <= reach; y++)
        for (let x = -reach; x <= reach; x++) {
          const far = x * x + y * y
          if (far < best && far <= reach * reach && holds(i + x, j + y)) {
            best = far
            source = (j + y) * m + i + x
          }
        }
      if (source >= 0) {
        from.push(source)
        to.push(j * m + i)
      }
    }
  return { from: Int32Array.from(from), to: Int32Array.from(to) }
}

const CONTINUED_M = 0.006

interface FaceTask {
  readonly intoX: Float64Array
  readonly intoY: Float64Array
  readonly wallX: Float64Array
  readonly wallY: Float64Array
}

type FacesFrom = (u: Float64Array, v: Float64Array, task: FaceTask) => void

/** Cubic weights a quarter and three quarters of a cell off its middle; linear ones would leave a weave in the divergence. */
const OFF = [-0.0546875, 0.8203125, 0.2734375, -0.0390625] as const

/** Speeds of the coarse cells on the staggered faces of the fine grid, times what the walls let through. */
function facesFrom(grid: BloomGrid, m: number): FacesFrom {
  const { n, from, to, firstRow, lastRow } = grid
  const middle = (a: number, b: number, c: number, d: number) => 0.0625 * (9 * (b + c) - (a + d))
  if (n === m) {
    return (u, v, { intoX, intoY, wallX, wallY }) => {
      for (let j = firstRow; j <= lastRow; j++) {
        const below = Math.max(0, j - 1) * n
        const above = Math.min(n - 1, j + 1) * n
        const over = Math.min(n - 1, j + 2) * n
        for (let i = from[j]!; i <= to[j]!; i++) {
          const p = j * n + i
          intoX[p] = wallX[p]! * middle(u[p - 1]!, u[p]!, u[p + 1]!, u[p + 2]!)
          intoY[p] = wallY[p]! * middle(v[below + i]!, v[p]!, v[above + i]!, v[over + i]!)
        }
      }
    }
  }
  const rowU = new Float64Array(m + 4)
  const rowV = new Float64Array(m + 4)
  const held = (j: number) => Math.min(m - 1, Math.max(0, j)) * m
  const close = (row: Float64Array) => {
    row[0] = row[1]!
    row[m + 1] = row[m + 2] = row[m]!
  }
  const [k0, k1, k2, k3] = OFF
  return (u, v, { intoX, intoY, wallX, wallY }) => {
    for (let j = firstRow; j <= lastRow; j++) {
      const c = j >> 1
      const side = j & 1 ? 1 : -1
      const [a0, a1, a2, a3] = [held(c - side), held(c), held(c + side), held(c + 2 * side)]
      for (let i = 0; i < m; i++)
        rowU[i + 1] = k0 * u[a0 + i]! + k1 * u[a1 + i]! + k2 * u[a2 + i]! + k3 * u[a3 + i]!
      close(rowU)
      const up = (j + 1) >> 1
      if ((j + 1) & 1) {
        const own = held(up)
        for (let i = 0; i < m; i++) rowV[i + 1] = v[own + i]!
      } else {
        const [b0, b1, b2, b3] = [held(up - 2), held(up - 1), held(up), held(up + 1)]
        for (let i = 0; i < m; i++) rowV[i + 1] = middle(v[b0 + i]!, v[b1 + i]!, v[b2 + i]!, v[b3 + i]!)
      }
      close(rowV)
      const first = from[j]! >> 1
      const last = to[j]! >> 1
      for (let q = first + 1, p = j * n + 2 * first; q <= last + 1; q++, p += 2) {
        intoX[p] = wallX[p]! * rowU[q]!
        intoX[p + 1] = wallX[p + 1]! * middle(rowU[q - 1]!, rowU[q]!, rowU[q + 1]!, rowU[q + 2]!)
        const left = rowV[q - 1]!
        const far = q > 1 ? rowV[q - 2]! : left
        intoY[p] = wallY[p]! * (k0 * rowV[q + 1]! + k1 * rowV[q]! + k2 * left + k3 * far)
        intoY[p + 1] = wallY[p + 1]! * (k0 * left + k1 * rowV[q]! + k2 * rowV[q + 1]! + k3 * rowV[q + 2]!)
      }
    }
  }
}

/** Speeds of the coarse cells in the fine ones, times walls and unevenness. */
function cellsFrom(grid: BloomGrid, m: number) {
  const { n, from, to, firstRow, lastRow } = grid
  const row = new Float64Array(m)
  return (coarse: Float64Array, into: Float64Array, { cell, sinking }: Walls): void => {
    if (n === m) {
      for (let p = 0; p < into.length; p++) into[p] = cell[p]! * coarse[p]! * sinking[p]!
      return
    }
    for (let j = firstRow; j <= lastRow; j++) {
      const own = (j >> 1) * m
      const other = Math.min(m - 1, Math.max(0, (j >> 1) + (j & 1 ? 1 : -1))) * m
      for (let i = 0; i < m; i++) row[i] = 0.75 * coarse[own + i]! + 0.25 * coarse[other + i]!
      for (let i = from[j]!; i <= to[j]!; i++) {
        const c = i >> 1
        const beside = i & 1 ? Math.min(m - 1, c + 1) : Math.max(0, c - 1)
        const p = j * n + i
        into[p] = cell[p]! * (0.75 * row[c]! + 0.25 * row[beside]!) * sinking[p]!
      }
    }
  }
}
