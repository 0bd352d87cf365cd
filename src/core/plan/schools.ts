import { ARCHETYPES, STIRRED_K, USUAL_WALL, type CuringResin } from '../resin/index.ts'
import { fillCup, solveDecant } from '../timing/index.ts'

/** The right moment to decant in a room of that temperature, by the clock and by the thermometer. */
export interface RightMoment {
  readonly roomTempC: number
  readonly decantMin: number
  readonly cupTempC: number
}

const COOLEST_C = 15
const WARMEST_C = 30
const CUP_G = 143
const BED_MM = 6
/** Flow still to come that is best five minutes after decanting. */
const AIM = { remainingFluidityPerPa: 1465, gapMin: 5 } as const

/**
 * The same cup in rooms from 15 to 30 C: minutes change threefold, the cup's temperature by a few degrees. Rooms in which the cup would have
 * to be emptied before are left out.
 */
export function rightMoments(resin: CuringResin = ARCHETYPES.quick): readonly RightMoment[] {
  return Array.from({ length: WARMEST_C - COOLEST_C + 1 }, (_, k) => COOLEST_C + k).flatMap((roomTempC) => {
    const cup = fillCup({
      resin,
      cupMassG: CUP_G,
      roomTempC,
      startTempC: roomTempC + STIRRED_K,
      bedDepthMm: BED_MM,
      wall: USUAL_WALL,
    })
    const answer = solveDecant(cup, AIM)
    if (answer?.kind !== 'solved') return []
    return [{ roomTempC, decantMin: answer.decantMin, cupTempC: cup.history.tempAt(answer.decantMin) }]
  })
}
