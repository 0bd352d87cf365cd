import type { Bank } from './bank.ts'
import type { BloomGrid } from './grid.ts'
import { planeOn } from './plane.ts'
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
  readonly refresh: (sheets: Sheets, task: FlowTask) => Fastest
}

/** The fastest speeds on the faces, m/s; what was not worked out anew keeps its last one. */
export interface Fastest {
  readonly surface: number
  readonly floor: number
}

/** Grids finer than this have their waves on half the cells. */
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
 * transform on as many cells as the grid has, or on half as many a side.
 */
export function flowOn(
  bank: Bank,
  {
    walls,
    depthM,
    pullPaPerM,
  }: { readonly walls: Walls; readonly depthM: number; readonly pullPaPerM: number },
): FlowField {
  const { grid, kernels, field, keep, at } = bank
  const { n, sideM } = grid
  const m = n > COARSE ? n / 2 : n
  const plane = planeOn(bank, m)
  const fine = () => field(n * n)
  const flow: Flow = {
    surfaceX: fine(),
    surfaceY: fine(),
    floorX: fine(),
    floorY: fine(),
    surfaceFall: fine(),
    transitFall: fine(),
  }
  const wave = keep(Array.from({ length: m }, (_, i) => ((i <= m / 2 ? i : i - m) * 2 * Math.PI) / sideM))
  const waves = wavesIn(bank, m)
  const { white, pressure, fall, surface, floor } = waves
  spectralWeights(wave, depthM, waves)
  const continued = continuationOf(grid, m)
  let tabledM = -1
  let floorFastest = 0

  const retable = (halfM: number): void => {
    if (tabledM > 0 && Math.abs(halfM / tabledM - 1) < TABLE_DRIFT) return
    tabledM = halfM
    fillTables(waves, { wave, depthM, halfM, sideM })
  }
  const restrict = (into: Float64Array, from: Float64Array, factor: number) =>
    kernels.restrict(at(into), at(from), m, factor)
  const ontoFaces = (
    [u, v]: Complex,
    [intoX, intoY]: readonly [Float64Array, Float64Array],
    [wallX, wallY]: readonly [Float64Array, Float64Array],
  ) => kernels.ontoFaces(at(u), at(v), m, at(intoX), at(intoY), at(wallX), at(wallY))
  const ontoCells = (speed: Float64Array, into: Float64Array) =>
    kernels.ontoCells(at(speed), m, at(into), at(walls.cell), at(walls.sinking))

  const refresh = (
    sheets: Sheets,
    { viscosityPaS, stepS, white: hasWhite, freshWhite, pressureMost }: FlowTask,
  ): Fastest => {
    const solvent = pressureMost > 0
    const fresh = hasWhite && freshWhite
    if (!hasWhite && !solvent) return { surface: 0, floor: 0 }
    if (fresh) {
      retable(halfThicknessM(sheets.surface.white, depthM))
      restrict(white[0], sheets.surface.white, pullPaPerM)
      restrict(white[1], sheets.transit.white, pullPaPerM)
      plane.forward(...white)
    }
    if (solvent) {
      const [pull, nothing] = pressure
      restrict(pull, sheets.surface.pressure, 1)
      for (let q = 0; q < continued.to.length; q++) pull[continued.to[q]!] = pull[continued.from[q]!]!
      nothing.fill(0)
      plane.forward(pull, nothing)
    }
    kernels.answerWaves(
      at(waves.block),
      at(wave),
      m,
      1 / viscosityPaS,
      0.5 * pressureMost * stepS,
      Number(hasWhite),
      Number(fresh),
      Number(solvent),
    )
    plane.inverse(...surface)
    const surfaceFastest = ontoFaces(
      surface,
      [flow.surfaceX, flow.surfaceY],
      [walls.surfaceX, walls.surfaceY],
    )
    if (fresh) {
      plane.inverse(...fall)
      ontoCells(fall[0], flow.surfaceFall)
      ontoCells(fall[1], flow.transitFall)
      plane.inverse(...floor)
      floorFastest = ontoFaces(floor, [flow.floorX, flow.floorY], [walls.stokesX, walls.stokesY])
    }
    return { surface: surfaceFastest, floor: floorFastest }
  }
  return { flow, refresh }
}

type Complex = readonly [Float64Array, Float64Array]

/** The arrays of m x m numbers the waves are answered with, in one block in the order their kernel counts them in. */
interface Waves {
  readonly block: Float64Array
  /** What each of both sheets does at the surface sheet, the one in transit, the surface and the floor. */
  readonly tables: readonly Float64Array[]
  readonly mobility: Float64Array
  readonly filter: Float64Array
  readonly white: Complex
  readonly pressure: Complex
  readonly fall: Complex
  readonly surface: Complex
  readonly floor: Complex
}

const TABLES = 8
/** The tables, two weights, five complex fields, and one the kernel keeps for itself. */
const WAVE_ARRAYS = TABLES + 2 + 2 * 6

function wavesIn({ field }: Bank, m: number): Waves {
  const block = field(WAVE_ARRAYS * m * m)
  let next = 0
  const one = () => block.subarray(next * m * m, ++next * m * m)
  const complex = (): Complex => [one(), one()]
  return {
    block,
    tables: Array.from({ length: TABLES }, one),
    mobility: one(),
    filter: one(),
    white: complex(),
    pressure: complex(),
    fall: complex(),
    surface: complex(),
    floor: complex(),
  }
}

/** Mass-weighted half thickness of the sinking sheet. */
function halfThicknessM(white: Float64Array, depthM: number): number {
  let square = 0
  let sum = 0
  for (let p = 0; p < white.length; p++) {
    const value = white[p]!
    square += value * value
    sum += value
  }
  const half = sum > 0 ? (0.5 * square) / sum : 0
  return Math.min(THICKEST_SHARE * depthM, Math.max(THINNEST_M, half))
}

function spectralWeights(
  wave: Float64Array,
  depthM: number,
  { mobility, filter }: Pick<Waves, 'mobility' | 'filter'>,
): void {
  const m = wave.length
  const nyquist = Math.abs(wave[m / 2]!)
  for (let a = 0; a < m; a++)
    for (let b = 0; b < m; b++) {
      const k = Math.hypot(wave[a]!, wave[b]!)
      mobility[a * m + b] = k > 0 ? marangoniMobilityM(k, depthM) : depthM / 4
      const dropped = a === m / 2 || b === m / 2 || k === 0
      filter[a * m + b] = dropped ? 0 : Math.exp(-5 * (k / nyquist) ** 8)
    }
}

interface TableTask {
  readonly wave: Float64Array
  readonly depthM: number
  readonly halfM: number
  readonly sideM: number
}

/** The response of both sheets at both sheets, the surface and the floor, tabled by wave number and spread over the plane. */
function fillTables(
  { tables, filter }: Pick<Waves, 'tables' | 'filter'>,
  { wave, depthM, halfM, sideM }: TableTask,
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
      for (let t = 0; t < TABLES; t++) {
        const line = radial[t]!
        const value = filter[p]! * (line[low]! * (1 - share) + line[low + 1]! * share)
        tables[t]![p] = t % 4 >= 2 ? value * perSquare : value
      }
    }
}

/** Cells just outside the mold and the nearest cell inside, from which pressure is carried on: else its drop at the wall drags all ink there. */
function continuationOf(
  { n, inside, sideM }: BloomGrid,
  m: number,
): { readonly from: Int32Array; readonly to: Int32Array } {
  const ratio = n / m
  const reach = Math.ceil(CONTINUED_M / (sideM / m))
  /** 1 where a coarse cell lies in the mold with all it holds; a margin as wide as the reach saves asking where the plane ends. */
  const wide = m + 2 * reach
  const whole = new Uint8Array(wide * wide)
  for (let j = 0; j < m; j++)
    for (let i = 0; i < m; i++) {
      let all = 1
      for (let y = 0; y < ratio; y++)
        for (let x = 0; x < ratio; x++) all &= inside[(j * ratio + y) * n + i * ratio + x]!
      whole[(j + reach) * wide + i + reach] = all
    }
  const from: number[] = []
  const to: number[] = []
  for (let j = 0; j < m; j++)
    for (let i = 0; i < m; i++) {
      const middle = (j + reach) * wide + i + reach
      if (whole[middle]) continue
      let best = Infinity
      let source = -1
      for (let y = -reach; y <= reach; y++)
        for (let x = -reach; x <= reach; x++) {
          const far = x * x + y * y
          if (far < best && far <= reach * reach && whole[middle + y * wide + x]) {
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
