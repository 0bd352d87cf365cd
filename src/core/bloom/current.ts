import type { Bank } from './bank.ts'
import type { Sheets } from './sheets.ts'
import { exchangeFactor } from './stokes.ts'
import type { Walls } from './walls.ts'

export interface CurrentTask {
  readonly bank: Bank
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
const NOTHING_M = 2e-6
const MOST_TURNS = 4000
/** r3 c(r) is largest there. */
const WORST_SHARE = 0.6

/**
 * White on the floor spreads under its own weight: df/dt = div(drho g f3 c(f/H)/(3 mu) grad f) (Huppert, J. Fluid Mech. 121 (1982) 43, from memory, with
 * the return flow of the resin above). Explicit in as many turns as the thickest cell asks for; colour rides on the same fluxes.
 */
export function spreadOnFloor(task: CurrentTask): void {
  const { bank, floor, walls, stepS, depthM, relax, withInk } = task
  const { cellM } = bank.grid
  const [white, red, green, blue, currentX, currentY] = [
    floor.white,
    ...floor.ink,
    walls.currentX,
    walls.currentY,
  ].map(bank.at) as [number, number, number, number, number, number]
  const pull = task.pullPaPerM / (3 * task.viscosityPaS)
  let left = stepS
  let thickest = bank.kernels.largest(white, floor.white.length)
  for (let turn = 0; left > 1e-9 && turn < MOST_TURNS && thickest >= NOTHING_M; turn++) {
    const worst = Math.min(thickest, WORST_SHARE * depthM)
    const spread = pull * worst ** 3 * exchangeFactor(worst / depthM) * Math.min(2.2, walls.currentMost)
    const allowed = (STABLE * relax * cellM * cellM) / spread
    const turnS = allowed >= left ? left : Math.min(allowed, left / 2 > allowed ? allowed : left / 2)
    left -= turnS
    const unit = (pull * turnS) / (cellM * cellM)
    thickest = bank.kernels.turn(white, red, green, blue, currentX, currentY, unit, depthM, Number(withInk))
  }
}
