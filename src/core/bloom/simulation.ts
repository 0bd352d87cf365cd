import type { Point } from '../mold/index.ts'
import { seededRandom } from '../numeric/index.ts'
import { GRAVITY_M_PER_S2 } from '../units/index.ts'
import { handOn, type BloomAct } from './acts.ts'
import { bankOn } from './bank.ts'
import { spreadOnFloor } from './current.ts'
import { flowOn } from './flow.ts'
import { gridOf, type BloomGrid } from './grid.ts'
import { PIPED, type WhiteRecipe } from './recipe.ts'
import { weakened, workTool } from './remap.ts'
import { emptySheets, totalOf, type Sheets } from './sheets.ts'
import type { Stroke } from './tool.ts'
import { carrySpecks, roughen, settleSpecks, type Speck } from './specks.ts'
import { wallsOn, type Unevenness } from './walls.ts'

/** A piece before anything is dropped into it. */
export interface BloomSetup {
  /** In mm. */
  readonly outline: readonly Point[]
  readonly islands: readonly (readonly Point[])[]
  readonly cells: number
  readonly depthM: number
  readonly excessDensityKgPerM3: number
  readonly viscosityAt: (atS: number) => number
  readonly seed: number
  /** What the white is like; piped white where nothing is said. */
  readonly recipe?: WhiteRecipe
  /** In place of the recipe's unevenness. */
  readonly uneven?: Unevenness
  /** Threads a bead is laid as; 1 lays it smooth. */
  readonly threads?: number
  /** How long solvent pulls, s; the usual where nothing is said. */
  readonly evaporatesInS?: number
  /** Steps so many times finer than usual, and a strict floor current: to see what the usual steps cost in truth. */
  readonly care?: number
}

export interface Bloom {
  readonly grid: BloomGrid
  readonly sheets: Sheets
  readonly depthM: number
  readonly recipe: WhiteRecipe
  /** Glitter and mica strewn so far. */
  readonly specks: readonly Speck[]
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

/** How long solvent pulls (by eye). */
const EVAPORATES_IN_S = 150
const PRESSURE_GONE_N_PER_M = 6e-5
const TOO_THICK_PA_S = 800

/** Flakes in this upper part of the layer ride with the surface. */
const SPECKS_RIDE = 0.6

/** How closely the fluidity left is summed. */
const LOOK_S = 10
const PLENTY_PER_PA = 10_000
const COURANT = 0.9
const LAZY_CELLS = 0.35
const WHITE_LAG_S = 3
const MOST_STEP_S = 200
const LEAST_STEP_S = 6
const STEP_S_PER_PA_S = 12
const CURRENT_RELAX = 2.5

type Faces = readonly [Float64Array, Float64Array]
type Moves = { readonly x: Float64Array; readonly y: Float64Array }

/** A piece as three sheets that flow, ready to be dropped into. */
export function createBloom(setup: BloomSetup): Bloom {
  const { depthM, viscosityAt, excessDensityKgPerM3, recipe = PIPED } = setup
  const { entrain } = recipe
  const care = setup.care ?? 1
  const relax = care > 1 ? 1 : CURRENT_RELAX
  const grid = gridOf(setup.outline, setup.islands, setup.cells)
  const chance = seededRandom(setup.seed)
  const bank = bankOn(grid)
  const { kernels, at } = bank
  const walls = wallsOn(bank, { depthM, uneven: setup.uneven ?? recipe.uneven, chance })
  const sheets = emptySheets(bank)
  const pullPaPerM = excessDensityKgPerM3 * GRAVITY_M_PER_S2
  const { flow, refresh } = flowOn(bank, { walls, depthM, pullPaPerM })
  const { n, cellM } = grid
  const sheetStride = at(sheets.floor.ink[0]) - at(sheets.floor.white)
  const field = () => bank.field(n * n)
  const [bySurfaceX, bySurfaceY, byFloorX, byFloorY] = [field(), field(), field(), field()]
  const laid: Bloom['laid'] = { white: 0, ink: [0, 0, 0] }
  const hand = handOn({ grid, sheets, laid, chance, threads: setup.threads ?? 5 })
  const specks: Speck[] = []
  const acts: { readonly atS: number; readonly act: BloomAct }[] = []

  let nowS = 0
  let steps = 0
  let lastStepS = 1
  let hasWhite = false
  let hasInk = false
  let hasCover = false
  let pressureMost = 0
  let whiteAtS = -Infinity
  let whiteStale = true
  let owedCurrentS = 0
  let movedSurfaceM = 0
  let movedFloorM = 0
  let surfaceTurn = false
  let floorTurn = false
  let tooThick = false

  const surfaceMoves = { x: bySurfaceX, y: bySurfaceY }
  const floorMoves = { x: byFloorX, y: byFloorY }
  /** Which direction goes first alternates, so that no grain builds up. */
  const move = (field: Float64Array, by: Moves, yFirst: boolean) =>
    kernels.move(at(field), at(by.x), at(by.y), Number(yFirst))
  const flushSurface = (): void => {
    if (movedSurfaceM > 0) {
      surfaceTurn = !surfaceTurn
      if (hasInk) for (const ink of sheets.surface.ink) move(ink, surfaceMoves, surfaceTurn)
      if (hasCover) move(sheets.surface.cover, surfaceMoves, surfaceTurn)
      if (pressureMost > 0) move(sheets.surface.pressure, surfaceMoves, surfaceTurn)
      carrySpecks(specks, { grid, byX: bySurfaceX, byY: bySurfaceY, aboveM: SPECKS_RIDE * depthM })
      if (hasWhite) {
        for (const p of walls.pinned) bySurfaceX[p] = bySurfaceY[p] = 0
        move(sheets.surface.white, surfaceMoves, surfaceTurn)
      }
    }
    bySurfaceX.fill(0)
    bySurfaceY.fill(0)
    movedSurfaceM = 0
  }
  const flushFloor = (): void => {
    if (movedFloorM > 0) {
      floorTurn = !floorTurn
      move(sheets.floor.white, floorMoves, floorTurn)
      if (hasInk) for (const ink of sheets.floor.ink) move(ink, floorMoves, floorTurn)
    }
    byFloorX.fill(0)
    byFloorY.fill(0)
    movedFloorM = 0
  }

  const perform = (act: BloomAct): void => {
    switch (act.kind) {
      case 'ink':
        hand.dropInk(act)
        hasInk = true
        return feelPressure()
      case 'whiteDrop':
        hand.dropWhite(act)
        hasWhite = true
        return feelPressure()
      case 'bead':
        hand.layBead(act)
        hasWhite = true
        return
      case 'tint':
        hand.layTint(act)
        hasInk = true
        hasCover ||= act.scatter > 0
        return
      case 'film':
        hand.layFilm(act)
        hasInk = true
        return
      case 'tool':
        return work(weakened(act.strokes, fluidityLeft(viscosityAt, nowS)))
      case 'sprinkle':
        // One by one: a large tray has more flakes than a call takes arguments.
        for (const speck of act.specks) specks.push({ ...speck, what: act.what, z: depthM })
        return roughen(walls, grid, act)
      default:
        return act satisfies never
    }
  }
  const work = (strokes: readonly Stroke[]): void => {
    workTool(strokes, { bank, sheets, walls })
  }
  const feelPressure = (): void => {
    pressureMost = largestPressure()
    if (pressureMost > 0) lastStepS = Math.min(lastStepS, 0.04)
  }
  const performDue = (): void => {
    if (!acts[0] || acts[0].atS > nowS + 1e-9) return
    flushSurface()
    flushFloor()
    while (acts[0] && acts[0].atS <= nowS + 1e-9) perform(acts.shift()!.act)
    whiteStale = true
  }

  const largestPressure = () => kernels.largest(at(sheets.surface.pressure), n * n)
  const gather = (by: Moves, [x, y]: Faces, stepS: number): void =>
    kernels.gather(at(by.x), at(by.y), at(x), at(y), stepS / cellM)
  /** White sinks from sheet to sheet: ds/dt = -(2/H) w s; surface white takes a share of the ink along. */
  const sink = (stepS: number): void => {
    const perSpeed = (2 / depthM) * stepS
    const { surface, transit, floor } = sheets
    const fall = (from: Sheets['floor'], to: Sheets['floor'], speed: Float64Array, takes: number) =>
      kernels.sink(at(from.white), at(to.white), sheetStride, at(speed), perSpeed, takes, Number(hasInk))
    fall(transit, floor, flow.transitFall, 1)
    fall(surface, transit, flow.surfaceFall, entrain)
  }

  const step = (untilS: number): void => {
    const viscosityNow = viscosityAt(nowS)
    if (viscosityNow > TOO_THICK_PA_S) {
      tooThick = true
      return
    }
    const nextAct = acts[0]?.atS ?? Infinity
    if (!hasWhite && pressureMost === 0) {
      const untilNextS = Math.min(nextAct, untilS)
      settleSpecks(specks, { stepS: untilNextS - nowS, viscosityPaS: viscosityAt((nowS + untilNextS) / 2) })
      nowS = untilNextS
      lastStepS = 1
      return
    }
    const grows = pressureMost > 0 ? 1.35 : 2.5
    let stepS = Math.min(
      MOST_STEP_S / care,
      Math.max(LEAST_STEP_S, STEP_S_PER_PA_S * viscosityNow) / care,
      untilS - nowS,
      Math.max(0.02, grows * lastStepS),
      Math.max(1e-3, nextAct - nowS),
    )
    const viscosity = viscosityAt(nowS + 0.5 * stepS)
    const solvent = pressureMost > 0
    const freshWhite = hasWhite && (!solvent || nowS - whiteAtS >= WHITE_LAG_S || whiteStale)
    if (freshWhite) {
      whiteAtS = nowS
      whiteStale = false
    }
    const fastest = refresh(sheets, {
      viscosityPaS: viscosity,
      stepS,
      white: hasWhite,
      freshWhite,
      pressureMost,
    })
    for (const speed of [fastest.surface, fastest.floor])
      if (speed > 0) stepS = Math.min(stepS, (COURANT * cellM) / (speed * care))
    const last = nowS + stepS >= untilS - 1e-6
    const actNext = nextAct <= nowS + stepS + 1e-9
    movedSurfaceM += fastest.surface * stepS
    gather(surfaceMoves, [flow.surfaceX, flow.surfaceY], stepS)
    if (solvent || movedSurfaceM > LAZY_CELLS * cellM || last || actNext) flushSurface()
    if (solvent) evaporate(stepS)
    if (hasWhite) {
      sink(stepS)
      movedFloorM += fastest.floor * stepS
      gather(floorMoves, [flow.floorX, flow.floorY], stepS)
      if (movedFloorM > LAZY_CELLS * cellM || last) flushFloor()
      owedCurrentS += stepS
      if (!solvent || owedCurrentS >= WHITE_LAG_S || last) {
        spreadOnFloor({
          bank,
          walls,
          floor: sheets.floor,
          pullPaPerM,
          depthM,
          viscosityPaS: viscosity,
          stepS: owedCurrentS,
          relax,
          withInk: hasInk,
        })
        owedCurrentS = 0
      }
    }
    settleSpecks(specks, { stepS, viscosityPaS: viscosity })
    nowS += stepS
    lastStepS = stepS
    steps++
  }
  const evaporate = (stepS: number): void => {
    const { pressure } = sheets.surface
    const kept = Math.exp(-stepS / (setup.evaporatesInS ?? EVAPORATES_IN_S))
    kernels.scale(at(pressure), n * n, kept)
    pressureMost = largestPressure()
    if (pressureMost >= PRESSURE_GONE_N_PER_M) return
    pressure.fill(0)
    pressureMost = 0
  }

  return {
    grid,
    sheets,
    depthM,
    recipe,
    specks,
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

/** What is left of the fluidity from then on, 1/Pa: the integral of 1/viscosity to where nothing moves any more, or to more than any tool can tell. */
function fluidityLeft(viscosityAt: (atS: number) => number, fromS: number): number {
  let perPa = 0
  for (let atS = fromS + LOOK_S / 2; perPa < PLENTY_PER_PA; atS += LOOK_S) {
    const viscosity = viscosityAt(atS)
    if (viscosity > TOO_THICK_PA_S) break
    perPa += LOOK_S / viscosity
  }
  return perPa
}

/** White in each sheet and laid in all, m3: what was laid is there, wherever it went. */
export function whiteBalance({ sheets, grid, laid }: Bloom) {
  const surface = totalOf(sheets.surface.white, grid)
  const transit = totalOf(sheets.transit.white, grid)
  const floor = totalOf(sheets.floor.white, grid)
  return { surface, transit, floor, laid: laid.white }
}
