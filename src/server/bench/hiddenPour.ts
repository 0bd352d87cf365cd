import { STIRRED_K, USUAL_WALL, type CuringResin } from '#core/resin/index.ts'
import { courseOf, drawDepartures, USUAL_BELIEF, type Course, type Departure } from '#core/timing/index.ts'

/** A pour as the app tells it to the bench. */
export interface FollowedPour {
  readonly resin: CuringResin
  readonly cupMassG: number
  readonly roomTempC: number
  readonly bedDepthMm: number
  readonly decantMin: number | null
}

/** What this bench's bottle and room really are: drawn once from the usual belief, told to nobody. Its parts stood in that room. */
export function hiddenTruth(seed: number): Departure {
  return { ...drawDepartures(USUAL_BELIEF, 1, seed)[0]!, mixK: 0 }
}

const WEEK_MIN = 10 * 1440
const IN_CUP_MIN = 3 * 1440

/** The course that pour really takes. */
export function hiddenCourse(pour: FollowedPour, truth: Departure): Course {
  const { resin, cupMassG, roomTempC, bedDepthMm, decantMin } = pour
  const setting = {
    resin,
    cupMassG,
    roomTempC,
    startTempC: roomTempC + STIRRED_K,
    bedDepthMm,
    wall: USUAL_WALL,
  }
  return courseOf({ setting, decantMin, toMin: decantMin === null ? IN_CUP_MIN : WEEK_MIN }, truth)
}
