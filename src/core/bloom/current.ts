import type { BloomGrid } from './grid.ts'
import type { Sheets } from './sheets.ts'
import { exchangeFactor } from './stokes.ts'
import type { Walls } from './walls.ts'

export interface CurrentTask {
  readonly grid: BloomGrid
  readonly walls: Walls
  readonly floor: Sheets['floor']
  /** Excess density times gravity, Pa/m. */
  readonly pullPaPerM: number
  readonly depthM: number
  readonly viscosityPaS: number
  readonly stepS: number
  /** How far beyond the strict explicit limit the thickest cells may be slowed; 1 is strict. */
  readonly relax: number
  readonly withInk: boolean
}

const STABLE = 0.23
const THIN_M = 1e-7
const NOTHING_M = 2e-6
const MOST_TURNS = 4000
/** r3 c(r) is largest there. */
const WORST_SHARE = 0.6

/**
 * White on the floor spreads under its own weight: df/dt = div(drho g f3 c(f/H)/(3 mu) grad f) (Huppert, J. Fluid Mech. 121 (1982) 43, from memory, with
 * the return flow of the resin above). Explicit in as many turns as the thickest cell asks for; colour rides on the same fluxes.
 */
export function spreadOnFloor(task: CurrentTask): void {
  const { floor, walls, stepS, depthM, relax } = task
  const { cellM } = task.grid
  const pull = task.pullPaPerM / (3 * task.viscosityPaS)
  let left = stepS
  let thickest = largest(floor.white)
  for (let turn = 0; left > 1e-9 && turn < MOST_TURNS && thickest >= NOTHING_M; turn++) {
    const worst = Math.min(thickest, WORST_SHARE * depthM)
    const spread = pull * worst ** 3 * exchangeFactor(worst / depthM) * Math.min(2.2, walls.currentMost)
    const allowed = (STABLE * relax * cellM * cellM) / spread
    const turnS = allowed >= left ? left : Math.min(allowed, left / 2 > allowed ? allowed : left / 2)
    left -= turnS
    thickest = oneTurn(task, (pull * turnS) / (cellM * cellM))
  }
}

/** What went through the row below, by column; kept between turns, for there are thousands. */
let rows: readonly [Float64Array, Float64Array, Float64Array, Float64Array] | null = null

function rowsOf(n: number) {
  if (rows?.[0].length !== n + 1) {
    const row = () => new Float64Array(n + 1)
    rows = [row(), row(), row(), row()]
  }
  for (const row of rows!) row.fill(0)
  return rows!
}

function largest(field: Float64Array): number {
  let most = 0
  for (const value of field) if (value > most) most = value
  return most
}

/** One explicit turn; the thickest cell afterwards. */
function oneTurn({ grid, walls, floor, depthM, withInk }: CurrentTask, unit: number): number {
  const { n, from, to } = grid
  const { currentX, currentY } = walls
  const white = floor.white
  const [red, green, blue] = floor.ink
  const perDepth = 1 / depthM
  const [upFlux, upRed, upGreen, upBlue] = rowsOf(n)
  let thickest = 0
  for (let j = Math.max(1, grid.firstRow); j <= Math.min(n - 2, grid.lastRow); j++) {
    const first = Math.min(from[j]!, from[j + 1]!)
    const last = Math.max(to[j]!, to[j + 1]!)
    let inX = 0
    let inRed = 0
    let inGreen = 0
    let inBlue = 0
    for (let i = first, p = j * n + first; i <= last; i++, p++) {
      const here = white[p]!
      const right = white[p + 1]!
      const above = white[p + n]!
      if (here < THIN_M && right < THIN_M && above < THIN_M && inX === 0 && upFlux[i] === 0) continue
      const meanX = 0.5 * (here + right)
      const meanY = 0.5 * (here + above)
      const outX = meanX > THIN_M ? slopeAt(unit * currentX[p]!, meanX, perDepth) * (here - right) : 0
      const outY = meanY > THIN_M ? slopeAt(unit * currentY[p]!, meanY, perDepth) * (here - above) : 0
      if (withInk) {
        let xr = 0
        let xg = 0
        let xb = 0
        if (outX !== 0) {
          const q = outX > 0 ? p : p + 1
          const share = outX / (outX > 0 ? here : right)
          xr = share * red[q]!
          xg = share * green[q]!
          xb = share * blue[q]!
        }
        let yr = 0
        let yg = 0
        let yb = 0
        if (outY !== 0) {
          const q = outY > 0 ? p : p + n
          const share = outY / (outY > 0 ? here : above)
          yr = share * red[q]!
          yg = share * green[q]!
          yb = share * blue[q]!
        }
        const goneR = xr - inRed + (yr - upRed[i]!)
        const goneG = xg - inGreen + (yg - upGreen[i]!)
        const goneB = xb - inBlue + (yb - upBlue[i]!)
        if (goneR !== 0 || goneG !== 0 || goneB !== 0) {
          red[p] = red[p]! - goneR
          green[p] = green[p]! - goneG
          blue[p] = blue[p]! - goneB
        }
        inRed = xr
        inGreen = xg
        inBlue = xb
        upRed[i] = yr
        upGreen[i] = yg
        upBlue[i] = yb
      }
      const now = here - (outX - inX + (outY - upFlux[i]!))
      white[p] = now
      if (now > thickest) thickest = now
      inX = outX
      upFlux[i] = outY
    }
  }
  return thickest
}

/** Mobility of a face of that mean thickness, held to what an explicit turn bears. */
function slopeAt(unit: number, mean: number, perDepth: number): number {
  const share = mean * perDepth
  if (share >= 1) return 0
  const rest = 3 - share
  const slope = unit * mean * mean * mean * (1 - 0.25 * share * rest * rest)
  return slope > STABLE ? STABLE : slope
}
