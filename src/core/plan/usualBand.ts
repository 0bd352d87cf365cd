import { STIRRED_K, USUAL_WALL, type Resin } from '../resin/index.ts'
import { bandOf, coursesOf, posteriorOf, USUAL_BELIEF, type Band, type PourSetting } from '../timing/index.ts'
import { bisect } from '../numeric/index.ts'

/** A cup people know: what a spread means in minutes is told by it. */
export const USUAL_CUP = { massG: 140, roomTempC: 21, tempC: 35 } as const

const LATEST_MIN = 6 * 60

/**
 * When a full cup of that resin reaches 35 C in a room of 21 C, as surely as its record is; null when a tenth of its possible
 * courses gel or cool before.
 */
export function usualBand(resin: Resin): Band | null {
  const { massG, roomTempC, tempC } = USUAL_CUP
  const setting: PourSetting = {
    resin,
    cupMassG: massG,
    roomTempC,
    startTempC: roomTempC + STIRRED_K,
    bedDepthMm: 6,
    wall: USUAL_WALL,
  }
  const belief = { ...USUAL_BELIEF, sd: { ...USUAL_BELIEF.sd, ...resin.spread } }
  const { members } = posteriorOf({ setting, decantMin: null, belief, readings: [], members: 256, seed: 3 })
  const { courses, weights } = coursesOf(members, {
    setting,
    decantMin: null,
    toMin: LATEST_MIN,
    onlyTo: 'gel',
  })
  const reached = courses.map(({ life }) =>
    bisect((min) => life.tempAt(min) - tempC, {
      from: 0,
      to: Math.min(LATEST_MIN, life.toMin),
      tolerance: 0.02,
    }),
  )
  return bandOf(reached, weights)
}
