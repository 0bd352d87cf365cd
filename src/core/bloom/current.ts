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
  const upFlux = new Float64Array(n + 1)
  const upRed = new Float64Array(n + 1)
  const upGreen = new Float64Array(n + 1)
  const upBlue = new Float64Array(n + 1)
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
      const outX = faceFlux(unit * currentX[p]!, here, right, perDepth)
      const outY = faceFlux(unit * currentY[p]!, here, above, perDepth)
      if (withInk) {
        const shareX = outX > 0 ? outX / here : outX < 0 ? outX / right : 0
        const shareY = outY > 0 ? outY / here : outY < 0 ? outY / above : 0
        const qx = outX > 0 ? p : p + 1
        const qy = outY > 0 ? p : p + n
        const [rx, gx, bx] = [shareX * red[qx]!, shareX * green[qx]!, shareX * blue[qx]!]
        const [ry, gy, by] = [shareY * red[qy]!, shareY * green[qy]!, shareY * blue[qy]!]
        red[p]! -= rx - inRed + (ry - upRed[i]!)
        green[p]! -= gx - inGreen + (gy - upGreen[i]!)
        blue[p]! -= bx - inBlue + (by - upBlue[i]!)
        inRed = rx
        inGreen = gx
        inBlue = bx
        upRed[i] = ry
        upGreen[i] = gy
        upBlue[i] = by
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

function faceFlux(unit: number, here: number, next: number, perDepth: number): number {
  const mean = 0.5 * (here + next)
  if (mean <= THIN_M) return 0
  const share = mean * perDepth
  const rest = 3 - share
  const kept = share < 1 ? 1 - 0.25 * share * rest * rest : 0
  const slope = unit * mean * mean * mean * kept
  return (slope > STABLE ? STABLE : slope) * (here - next)
}
