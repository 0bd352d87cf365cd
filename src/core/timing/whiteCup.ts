import type { Mix } from '../batch/index.ts'
import { followCure, roomAt, type CureHistory } from '../resin/index.ts'
import type { TimedTurn } from './layOut.ts'
import type { FilledCup } from './pour.ts'

/** The white in its bag: taken from the mixing cup it stops warming, and thickens at its own pace. */
export interface WhiteCup {
  readonly massG: number
  readonly portionedMin: number
  readonly history: CureHistory
}

/** Long after any bead. */
const FOLLOWED_MIN = 12 * 60

/** The white followed from the moment it is portioned; null where the technique portions none. */
export function whiteCupOf(cup: FilledCup, mix: Mix, turns: readonly TimedTurn[]): WhiteCup | null {
  const massG = mix.cups.find((each) => each.id === 'white')?.massG
  const portion = turns.find((turn) => turn.step.id === 'portion')
  return massG && portion ? portionedAt(cup, massG, portion.endMin) : null
}

/** As if that much were taken from the cup at that minute, or just before the cup gels. */
export function portionedAt({ setting, history }: FilledCup, massG: number, min: number): WhiteCup {
  const portionedMin = Math.max(0, Math.min(min, 0.98 * (history.gelMin ?? history.toMin)))
  const taken = history.stateAt(portionedMin)
  return {
    massG,
    portionedMin,
    history: followCure(setting.resin, {
      vessel: { kind: 'bag', massG },
      roomTempC: roomAt(setting, portionedMin),
      roomSteps: setting.roomSteps ?? [],
      startTempC: taken.tempC,
      startConversion: taken.conversion,
      fromMin: portionedMin,
      toMin: portionedMin + FOLLOWED_MIN,
      onlyToGel: true,
    }),
  }
}
