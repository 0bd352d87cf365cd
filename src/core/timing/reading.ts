import { STAGES } from '../resin/index.ts'
import type { Course } from './ensemble.ts'

/** How a temperature was taken. */
export type Thermometer = 'probe' | 'infrared' | 'hand'

/** Something seen, felt or measured at a minute from stop-stir. */
export type Reading = { readonly atMin: number } & (
  | { readonly kind: 'temperature'; readonly tempC: number; readonly by: Thermometer }
  | { readonly kind: 'room'; readonly tempC: number }
  | { readonly kind: 'sign'; readonly sign: Sign; readonly there: boolean }
)

/** A toothpick lifts a thread; it no longer flows; it takes a print; it bends without tack; it is stiff. */
export type Sign = 'string' | 'gel' | 'footprint' | 'leathery' | 'stiff'

/** One standard deviation of a temperature so taken, K (from memory). */
export const THERMOMETER_SD_K: Readonly<Record<Thermometer, number>> = {
  probe: 0.7,
  infrared: 1.5,
  hand: 2.5,
}
const ROOM_SD_K = 0.5

/** How often a sign is read wrongly whatever the resin does, and how soft its edge is (both from memory). */
const SIGN_SLIP = 0.03
const STRING_EDGE_LOG = 0.15
const GEL_EDGE = 0.02
const GLASS_EDGE_K = 2

/** Natural log of how likely that reading is if that course is the truth; `widen` multiplies its standard deviations. */
export function logLikelihood(reading: Reading, course: Course, widen = 1): number {
  switch (reading.kind) {
    case 'temperature':
      return logNormal(
        reading.tempC - course.life.tempAt(reading.atMin),
        widen * THERMOMETER_SD_K[reading.by],
      )
    case 'room':
      return logNormal(reading.tempC - course.roomTempC, widen * ROOM_SD_K)
    case 'sign': {
      const clear = logistic(signMargin(reading.sign, reading.atMin, course) / widen)
      const seen = SIGN_SLIP + (1 - 2 * SIGN_SLIP) * clear
      return Math.log(reading.there ? seen : 1 - seen)
    }
    default:
      return reading satisfies never
  }
}

/** The log-likelihood of a reading that could not agree better. */
export function bestLogLikelihood(reading: Reading, widen = 1): number {
  switch (reading.kind) {
    case 'temperature':
      return logNormal(0, widen * THERMOMETER_SD_K[reading.by])
    case 'room':
      return logNormal(0, widen * ROOM_SD_K)
    case 'sign':
      return Math.log(1 - SIGN_SLIP)
    default:
      return reading satisfies never
  }
}

function logNormal(off: number, sd: number): number {
  return -0.5 * (off / sd) ** 2 - Math.log(sd * Math.sqrt(2 * Math.PI))
}

function logistic(x: number): number {
  return 1 / (1 + Math.exp(-x))
}

/** How far the course is past the sign's threshold, in widths of its soft edge. */
function signMargin(sign: Sign, atMin: number, { life, roomTempC }: Course): number {
  const state = life.stateAt(atMin)
  const riseK = state.glassC - roomTempC
  switch (sign) {
    case 'string':
      return (
        Math.log(STAGES.string.opensPerPa / Math.max(state.remainingFluidityPerPa, 1e-6)) / STRING_EDGE_LOG
      )
    case 'gel':
    case 'footprint':
      return life.gelMin === null
        ? -1 / GEL_EDGE
        : (atMin - life.gelMin) / (GEL_EDGE * 10 * Math.max(life.gelMin, 1))
    case 'leathery':
      return (riseK - STAGES.leathery.opensK) / GLASS_EDGE_K
    case 'stiff':
      return (riseK - STAGES.demold.bestK) / GLASS_EDGE_K
    default:
      return sign satisfies never
  }
}
