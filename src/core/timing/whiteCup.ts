import { whiteCupOf, type Mix } from '../batch/index.ts'
import type { CureHistory } from '../resin/index.ts'
import type { TimedTurn } from './layOut.ts'
import { followSmall, takenFrom, type FilledCup, type PourSetting, type Small } from './pour.ts'

/** The white in its bag: taken from the mixing cup it stops warming, and thickens at its own pace. */
export interface WhiteCup {
  readonly massG: number
  readonly portionedMin: number
  readonly history: CureHistory
  /** Until when it comes out of the bag as a bead that still closes over; null where that is later than anyone waits. */
  readonly workableMin: number | null
}

/** With less flow still to come a bead keeps the furrows of its hole (by eye; about the end of feathering an edge). */
const WORKABLE_PER_PA = 300

/** Long after any bead. */
const FOLLOWED_MIN = 12 * 60

/** The white followed from the moment it is portioned; null where the technique portions none. */
export function whiteBagOf(
  cup: FilledCup,
  mixes: readonly Mix[],
  turns: readonly TimedTurn[],
): WhiteCup | null {
  const massG = whiteCupOf(mixes)?.massG
  const portion = turns.find((turn) => turn.step.does === 'portions')
  if (!massG || !portion) return null
  const apart = mixes.some(({ of }) => of === 'white')
  return apart ? stirredAt(cup.setting, massG, portion.endMin) : portionedAt(cup, massG, portion.endMin)
}

/** A white of its own, stirred by that minute from parts as warm as the first. */
function stirredAt(setting: PourSetting, massG: number, min: number): WhiteCup {
  return inBag(setting, massG, { min, tempC: setting.startTempC, conversion: 0 })
}

/** As if that much were taken from the cup at that minute, or just before the cup gels. */
export function portionedAt(cup: FilledCup, massG: number, min: number): WhiteCup {
  return inBag(cup.setting, massG, takenFrom(cup, min))
}

function inBag(setting: PourSetting, massG: number, taken: Omit<Small, 'vessel'>): WhiteCup {
  const history = followSmall(
    setting,
    { ...taken, vessel: { kind: 'bag', massG } },
    { toMin: taken.min + FOLLOWED_MIN, onlyToGel: true },
  )
  const workableMin = history.gelMin === null ? null : history.whenFlowLeft(WORKABLE_PER_PA)
  return { massG, portionedMin: taken.min, history, workableMin }
}
