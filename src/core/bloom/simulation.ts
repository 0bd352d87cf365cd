import type { Point } from '../mold/index.ts'
import { seededRandom } from '../numeric/index.ts'
import { moverOn } from './advect.ts'
import { spreadOnFloor } from './current.ts'
import { flowOn } from './flow.ts'
import { columnX, gridOf, rowY, type BloomGrid } from './grid.ts'
import { evenPoints, lineLength } from './resample.ts'
import { emptySheets, largestOf, stampInto, totalOf, type Sheets } from './sheets.ts'
import { sink } from './sink.ts'
import { backwardOf, type Stroke } from './tool.ts'
import { wallsOf, type Unevenness } from './walls.ts'

const GRAVITY_M_PER_S2 = 9.81

/** A piece before anything is dropped into it. */
export interface BloomSetup {
  /** In mm. */
  readonly outline: readonly Point[]
  readonly islands: readonly (readonly Point[])[]
  readonly cells: number
  readonly depthM: number
  readonly excessDensityKgPerM3: number
  /** Share of surface ink that goes down with sinking white. */
  readonly entrain: number
  readonly viscosityAt: (atS: number) => number
  readonly seed: number
  readonly uneven?: Unevenness
  /** Threads a bead is laid as; 1 lays it smooth. */
  readonly threads?: number
}

export type BloomAct =
  /** Optical depth of the drop where it lands, and the surface pressure of its solvent. */
  | {
      readonly kind: 'ink'
      readonly at: Point
      readonly radiusM: number
      readonly absorb: readonly [number, number, number]
      readonly pressureNPerM: number
    }
  | {
      readonly kind: 'whiteDrop'
      readonly at: Point
      readonly radiusM: number
      readonly volumeM3: number
      readonly pressureNPerM: number
    }
  | {
      readonly kind: 'bead'
      readonly path: readonly Point[]
      readonly closed: boolean
      readonly beadM: number
    }
  | { readonly kind: 'tool'; readonly strokes: readonly Stroke[] }

export interface Bloom {
  readonly grid: BloomGrid
  readonly sheets: Sheets
  readonly depthM: number
  /** Everything laid so far: white in m3, ink in absorbance times m2. */
  readonly laid: { white: number; ink: [number, number, number] }
  readonly nowS: () => number
  readonly steps: () => number
  /** Puts an act at its time; acts of the past are done at once when it runs on. */
  readonly at: (atS: number, act: BloomAct) => void
  /** Follows the piece up to that time, or to where it is too thick to move. */
  readonly runTo: (untilS: number) => void
  readonly isStill: () => boolean
}

/** Sizes of what no equation gives (all by eye). */
const USUAL_UNEVEN: Unevenness = { sinking: 0.5, floor: 0.7, surface: 0.3 }
const EVAPORATES_IN_S = 150
const MOST_PRESSURE_N_PER_M = 0.015
const PRESSURE_GONE_N_PER_M = 6e-5
const TOO_THICK_PA_S = 800
const TOOL_HALVED_AT_PA_S = 60
const TOOL_REACHES_DOWN = 0.6
const WOBBLE_M = 4e-4
const FEED_NOISE = 0.12
const THREAD_LOG = 1.1

const COURANT = 0.9
const LAZY_CELLS = 0.35
const WHITE_LAG_S = 3
const MOST_STEP_S = 120
const LEAST_STEP_S = 6
const STEP_S_PER_PA_S = 12
const CURRENT_RELAX = 2.5

/** A piece as three sheets that flow, ready to be dropped into. */
export function createBloom(setup: BloomSetup): Bloom {
  const { depthM, viscosityAt, excessDensityKgPerM3, entrain } = setup
  const grid = gridOf(setup.outline, setup.islands, setup.cells)
  const chance = seededRandom(setup.seed)
  const walls = wallsOf(grid, { depthM, uneven: setup.uneven ?? USUAL_UNEVEN, chance })
  const sheets = emptySheets(grid)
  const pullPaPerM = excessDensityKgPerM3 * GRAVITY_M_PER_S2
  const { flow, refresh } = flowOn(grid, { walls, depthM, pullPaPerM })
  const mover = moverOn(grid)
  const { n, cellM } = grid
  const field = () => new Float64Array(n * n)
  const [bySurfaceX, bySurfaceY, byFloorX, byFloorY, spare] = [field(), field(), field(), field(), field()]
  const laid: Bloom['laid'] = { white: 0, ink: [0, 0, 0] }
  const threads = setup.threads ?? 5
  const acts: { readonly atS: number; readonly act: BloomAct }[] = []

  let nowS = 0
  let steps = 0
  let lastStepS = 1
  let hasWhite = false
  let hasInk = false
  let pressureMost = 0
  let whiteAtS = -Infinity
  let whiteStale = true
  let owedCurrentS = 0
  let movedSurfaceM = 0
  let movedFloorM = 0
  let floorSpeed = 0
  let surfaceTurn = false
  let floorTurn = false
  let tooThick = false

  const flushSurface = (): void => {
    if (movedSurfaceM > 0) {
      surfaceTurn = !surfaceTurn
      if (hasInk) for (const ink of sheets.surface.ink) mover.move(ink, bySurfaceX, bySurfaceY, surfaceTurn)
      if (pressureMost > 0) mover.move(sheets.surface.pressure, bySurfaceX, bySurfaceY, surfaceTurn)
      if (hasWhite) {
        for (const p of walls.pinned) bySurfaceX[p] = bySurfaceY[p] = 0
        mover.move(sheets.surface.white, bySurfaceX, bySurfaceY, surfaceTurn)
      }
    }
    bySurfaceX.fill(0)
    bySurfaceY.fill(0)
    movedSurfaceM = 0
  }
  const flushFloor = (): void => {
    if (movedFloorM > 0) {
      floorTurn = !floorTurn
      mover.move(sheets.floor.white, byFloorX, byFloorY, floorTurn)
      if (hasInk) for (const ink of sheets.floor.ink) mover.move(ink, byFloorX, byFloorY, floorTurn)
    }
    byFloorX.fill(0)
    byFloorY.fill(0)
    movedFloorM = 0
  }

  const dropInk = ({ at, radiusM, absorb, pressureNPerM }: Extract<BloomAct, { kind: 'ink' }>): void => {
    const area = (Math.PI * radiusM * radiusM) / 2
    absorb.forEach((depth, channel) => {
      const amount = depth * area
      laid.ink[channel]! += stampInto(sheets.surface.ink[channel]!, grid, {
        xM: at.x,
        yM: at.y,
        radiusM,
        amount,
      })
    })
    addPressure(at, radiusM, pressureNPerM)
    hasInk = true
  }
  const addPressure = (at: Point, radiusM: number, pressureNPerM: number): void => {
    const amount = (Math.min(pressureNPerM, MOST_PRESSURE_N_PER_M) * Math.PI * radiusM * radiusM) / 2
    stampInto(sheets.surface.pressure, grid, { xM: at.x, yM: at.y, radiusM: 1.15 * radiusM, amount })
    pressureMost = largestOf(sheets.surface.pressure)
    lastStepS = Math.min(lastStepS, 0.04)
  }
  const layWhite = (at: Point, radiusM: number, amount: number): void => {
    laid.white += stampInto(sheets.surface.white, grid, { xM: at.x, yM: at.y, radiusM, amount })
    hasWhite = true
  }
  /** A needle's drop sinks as a few uneven fingers. */
  const dropWhite = ({
    at,
    radiusM,
    volumeM3,
    pressureNPerM,
  }: Extract<BloomAct, { kind: 'whiteDrop' }>): void => {
    const fingers = 5
    let left = volumeM3
    for (let k = 0; k < fingers; k++) {
      const angle = (2 * Math.PI * (k + chance())) / fingers
      const share = ((volumeM3 * 0.6) / fingers) * (0.4 + 1.2 * chance())
      const out = radiusM * (0.55 + 0.6 * chance())
      layWhite({ x: at.x + out * Math.cos(angle), y: at.y + out * Math.sin(angle) }, 0.6 * radiusM, share)
      left -= share
    }
    layWhite(at, 0.8 * radiusM, left)
    if (pressureNPerM > 0) addPressure(at, radiusM, pressureNPerM)
  }
  /** A bead is laid as parallel threads of slowly wandering share: unevenly stirred white, the veins of the petals. */
  const layBead = ({ path, closed, beadM }: Extract<BloomAct, { kind: 'bead' }>): void => {
    const points = evenPoints(path, closed, 0.6 * cellM)
    const length = lineLength(path, closed)
    const each = ((Math.PI * beadM * beadM) / 4) * (length / points.length)
    const knots = Math.max(4, Math.round(length / 0.01))
    const wander = () => {
      const at = Array.from({ length: knots + 1 }, () => 2 * chance() - 1)
      if (closed) at[knots] = at[0]!
      return (share: number) => {
        const place = share * knots
        const low = Math.min(knots - 1, Math.floor(place))
        const t = place - low
        const smooth = t * t * (3 - 2 * t)
        return at[low]! * (1 - smooth) + at[low + 1]! * smooth
      }
    }
    const [wobbleX, wobbleY, feed] = [wander(), wander(), wander()]
    const shares = Array.from({ length: threads }, wander)
    points.forEach((point, k) => {
      const share = k / points.length
      const x = point.x + WOBBLE_M * wobbleX(share)
      const y = point.y + WOBBLE_M * wobbleY(share)
      const amount = each * (1 + FEED_NOISE * feed(share))
      if (threads <= 1) return layWhite({ x, y }, 0.75 * beadM, amount)
      const ahead = points[Math.min(points.length - 1, k + 1)]!
      const behind = points[Math.max(0, k - 1)]!
      const along = Math.hypot(ahead.x - behind.x, ahead.y - behind.y) || 1
      const [nx, ny] = [-(ahead.y - behind.y) / along, (ahead.x - behind.x) / along]
      const weights = shares.map((own, t) => {
        const off = ((t + 0.5) / threads) * 2 - 1
        return (1 - 0.6 * off * off) * Math.exp(THREAD_LOG * own(share))
      })
      const all = weights.reduce((sum, weight) => sum + weight, 0)
      layWhite({ x, y }, 0.75 * beadM, 0.4 * amount)
      weights.forEach((weight, t) => {
        const off = ((t + 0.5) / threads - 0.5) * 1.1 * beadM
        layWhite({ x: x + off * nx, y: y + off * ny }, 0.24 * beadM, (0.6 * amount * weight) / all)
      })
    })
  }

  const workTool = ({ strokes }: Extract<BloomAct, { kind: 'tool' }>): void => {
    const kept = 1 / (1 + viscosityAt(nowS) / TOOL_HALVED_AT_PA_S)
    const backward = strokes.map((stroke) =>
      backwardOf(
        stroke.kind === 'drag'
          ? { ...stroke, strength: stroke.strength * kept }
          : { ...stroke, turnRad: stroke.turnRad * kept },
      ),
    )
    const half = n >> 1
    const offX = new Float64Array(half * half)
    const offY = new Float64Array(half * half)
    for (let j = 0; j < half; j++)
      for (let i = 0; i < half; i++) {
        const X = (columnX(grid, 2 * i) + columnX(grid, 2 * i + 1)) / 2
        const Y = (rowY(grid, 2 * j) + rowY(grid, 2 * j + 1)) / 2
        let [x, y] = [X, Y]
        for (let k = backward.length - 1; k >= 0; k--) [x, y] = backward[k]!(x, y)
        offX[j * half + i] = (x - X) / cellM
        offY[j * half + i] = (y - Y) / cellM
      }
    const remap = (values: Float64Array, depth: number) =>
      remapped(values, { grid, walls, offX, offY, depth, spare })
    for (const values of [sheets.surface.white, sheets.surface.pressure, ...sheets.surface.ink])
      remap(values, 1)
    for (const values of [sheets.transit.white, ...sheets.transit.ink]) remap(values, TOOL_REACHES_DOWN)
  }

  const perform = (act: BloomAct): void => {
    switch (act.kind) {
      case 'ink':
        return dropInk(act)
      case 'whiteDrop':
        return dropWhite(act)
      case 'bead':
        return layBead(act)
      case 'tool':
        return workTool(act)
      default:
        return act satisfies never
    }
  }
  const performDue = (): void => {
    if (!acts[0] || acts[0].atS > nowS + 1e-9) return
    flushSurface()
    flushFloor()
    while (acts[0] && acts[0].atS <= nowS + 1e-9) perform(acts.shift()!.act)
    whiteStale = true
  }

  const fastest = (x: Float64Array, y: Float64Array): number => {
    let most = 0
    for (let j = grid.firstRow; j <= grid.lastRow; j++)
      for (let p = j * n + grid.from[j]!, last = j * n + grid.to[j]!; p <= last; p++) {
        const a = Math.abs(x[p]!)
        const b = Math.abs(y[p]!)
        if (a > most) most = a
        if (b > most) most = b
      }
    return most
  }
  const addMoves = (
    byX: Float64Array,
    byY: Float64Array,
    [x, y]: readonly [Float64Array, Float64Array],
    factor: number,
  ) => {
    for (let j = grid.firstRow; j <= grid.lastRow; j++)
      for (let p = j * n + grid.from[j]!, last = j * n + grid.to[j]!; p <= last; p++) {
        byX[p]! += factor * x[p]!
        byY[p]! += factor * y[p]!
      }
  }

  const step = (untilS: number): void => {
    const viscosity = viscosityAt(nowS + 0.5 * lastStepS)
    if (viscosity > TOO_THICK_PA_S) {
      tooThick = true
      return
    }
    const nextAct = acts[0]?.atS ?? Infinity
    if (!hasWhite && pressureMost === 0) {
      nowS = Math.min(nextAct, untilS)
      lastStepS = 1
      return
    }
    const grows = pressureMost > 0 ? 1.35 : 2.5
    let stepS = Math.min(
      MOST_STEP_S,
      Math.max(LEAST_STEP_S, STEP_S_PER_PA_S * viscosity),
      untilS - nowS,
      Math.max(0.02, grows * lastStepS),
      Math.max(1e-3, nextAct - nowS),
    )
    const solvent = pressureMost > 0
    const freshWhite = hasWhite && (!solvent || nowS - whiteAtS >= WHITE_LAG_S || whiteStale)
    if (freshWhite) {
      whiteAtS = nowS
      whiteStale = false
    }
    refresh(sheets, { viscosityPaS: viscosity, stepS, white: hasWhite, freshWhite, pressureMost })
    const surfaceSpeed = fastest(flow.surfaceX, flow.surfaceY)
    if (freshWhite) floorSpeed = fastest(flow.floorX, flow.floorY)
    for (const speed of [surfaceSpeed, hasWhite ? floorSpeed : 0])
      if (speed > 0) stepS = Math.min(stepS, (COURANT * cellM) / speed)
    const last = nowS + stepS >= untilS - 1e-6
    const actNext = nextAct <= nowS + stepS + 1e-9
    movedSurfaceM += surfaceSpeed * stepS
    addMoves(bySurfaceX, bySurfaceY, [flow.surfaceX, flow.surfaceY], stepS / cellM)
    if (solvent || movedSurfaceM > LAZY_CELLS * cellM || last || actNext) flushSurface()
    if (solvent) evaporate(stepS)
    if (hasWhite) {
      sink({
        grid,
        sheets,
        surfaceFall: flow.surfaceFall,
        transitFall: flow.transitFall,
        depthM,
        stepS,
        entrain,
        withInk: hasInk,
      })
      movedFloorM += floorSpeed * stepS
      addMoves(byFloorX, byFloorY, [flow.floorX, flow.floorY], stepS / cellM)
      if (movedFloorM > LAZY_CELLS * cellM || last) flushFloor()
      owedCurrentS += stepS
      if (!solvent || owedCurrentS >= WHITE_LAG_S || last) {
        spreadOnFloor({
          grid,
          walls,
          floor: sheets.floor,
          pullPaPerM,
          depthM,
          viscosityPaS: viscosity,
          stepS: owedCurrentS,
          relax: CURRENT_RELAX,
          withInk: hasInk,
        })
        owedCurrentS = 0
      }
    }
    nowS += stepS
    lastStepS = stepS
    steps++
  }
  const evaporate = (stepS: number): void => {
    const { pressure } = sheets.surface
    const kept = Math.exp(-stepS / EVAPORATES_IN_S)
    for (let p = 0; p < pressure.length; p++) pressure[p]! *= kept
    pressureMost = largestOf(pressure)
    if (pressureMost >= PRESSURE_GONE_N_PER_M) return
    pressure.fill(0)
    pressureMost = 0
  }

  return {
    grid,
    sheets,
    depthM,
    laid,
    nowS: () => nowS,
    steps: () => steps,
    at: (atS, act) => {
      acts.push({ atS, act })
      acts.sort((one, other) => one.atS - other.atS)
    },
    runTo: (untilS) => {
      while (nowS < untilS - 1e-9) {
        performDue()
        // What is laid on it once it stands stays where it was laid.
        if (tooThick) nowS = Math.min(untilS, acts[0]?.atS ?? Infinity)
        else step(untilS)
      }
    },
    isStill: () => tooThick,
  }
}

interface RemapTask {
  readonly grid: BloomGrid
  readonly walls: ReturnType<typeof wallsOf>
  /** Displacements in cells on the grid of half the cells. */
  readonly offX: Float64Array
  readonly offY: Float64Array
  /** Share of the displacement that this sheet feels. */
  readonly depth: number
  readonly spare: Float64Array
}

/** Every cell takes what was where its material came from, by limited cubic interpolation; the whole keeps its mass. */
function remapped(values: Float64Array, { grid, walls, offX, offY, depth, spare }: RemapTask): void {
  const { n, from, to, inside } = grid
  const half = n >> 1
  let before = 0
  for (const value of values) before += value
  if (before === 0) return
  spare.fill(0)
  let after = 0
  for (let j = grid.firstRow; j <= grid.lastRow; j++) {
    const c = j >> 1
    const d = Math.min(half - 1, Math.max(0, j & 1 ? c + 1 : c - 1))
    for (let i = from[j]!; i <= to[j]!; i++) {
      const p = j * n + i
      if (!inside[p]) continue
      const a = i >> 1
      const b = Math.min(half - 1, Math.max(0, i & 1 ? a + 1 : a - 1))
      const off = (field: Float64Array) =>
        0.5625 * field[c * half + a]! +
        0.1875 * (field[c * half + b]! + field[d * half + a]!) +
        0.0625 * field[d * half + b]!
      const felt = depth * walls.cell[p]!
      const value = cubicAt(values, n, i + felt * off(offX), j + felt * off(offY))
      spare[p] = value
      after += value
    }
  }
  const scale = after > 0 ? before / after : 0
  if (scale > 0) for (let p = 0; p < values.length; p++) values[p] = spare[p]! * scale
}

/** Catmull-Rom, held between the four nearest values so that nothing overshoots. */
function cubicAt(values: Float64Array, n: number, u: number, v: number): number {
  const i = Math.floor(u)
  const j = Math.floor(v)
  if (i < 1 || j < 1 || i > n - 3 || j > n - 3) return 0
  const wx = catmullRom(u - i)
  const wy = catmullRom(v - j)
  let sum = 0
  for (let k = 0; k < 4; k++) {
    const p = (j + k - 1) * n + i
    sum +=
      wy[k]! * (wx[0] * values[p - 1]! + wx[1] * values[p]! + wx[2] * values[p + 1]! + wx[3] * values[p + 2]!)
  }
  const p = j * n + i
  const low = Math.min(values[p]!, values[p + 1]!, values[p + n]!, values[p + n + 1]!)
  const high = Math.max(values[p]!, values[p + 1]!, values[p + n]!, values[p + n + 1]!)
  return Math.min(high, Math.max(low, sum))
}

function catmullRom(t: number): readonly [number, number, number, number] {
  return [
    ((2 - t) * t - 1) * t * 0.5,
    ((3 * t - 5) * t * t + 2) * 0.5,
    ((4 - 3 * t) * t + 1) * t * 0.5,
    (t - 1) * t * t * 0.5,
  ]
}

/** White in each sheet and laid in all, m3: what was laid is there, wherever it went. */
export function whiteBalance({ sheets, grid, laid }: Bloom) {
  const surface = totalOf(sheets.surface.white, grid)
  const transit = totalOf(sheets.transit.white, grid)
  const floor = totalOf(sheets.floor.white, grid)
  return { surface, transit, floor, laid: laid.white }
}
