import { flowBounds, STAGES, type BloomWhite } from '../resin/index.ts'
import type { Course } from './ensemble.ts'

/** How a temperature was taken. */
export type Thermometer = 'probe' | 'infrared' | 'hand'

/** Something seen, felt or measured at a minute from stop-stir. */
export type Reading = {
  readonly atMin: number
  /** Which of the cups that the mix was divided into was read, by its id; the mix at hand where none is said. */
  readonly cup?: string | undefined
} & (
  | {
      readonly kind: 'temperature'
      readonly tempC: number
      readonly by: Thermometer
      /** Read by someone who goes by the temperature: a cup as warm as the plan's own moment is emptied. */
      readonly leads?: true | undefined
    }
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

/** So many readings have nothing to do with the resin: a typing slip, a probe out of the cup, the wrong unit (from memory). */
export const SLIP_SHARE = 0.05
/** What a slip may show: anything a thermometer at a bench can, K wide. */
const SLIP_RANGE_K = 60
/** It is noticed a little late: at that share of its minute it was not there yet (from memory). */
const NOTICED_FROM = 0.8
/** A slip may be as far off as a factor of a hundred, in flow and in the minute of a sign (by eye). */
const FLOW_DECADES_LOG = Math.log(100)
const SLIP_CAME = Math.log(1 / NOTICED_FROM) / Math.log(100)
/** How soft a sign's edge is (from memory). */
const STRING_EDGE_LOG = 0.15
/** Of its minute. */
const GEL_EDGE = 0.05
const GLASS_EDGE_K = 2

/** White that was piped then bloomed as it should: what a notebook says of a pour that nobody read. */
export interface WhiteWorked {
  readonly kind: 'whiteWorked'
  readonly atMin: number
  readonly white: BloomWhite
  readonly cup?: undefined
}

/** A sign that somebody wrote down when it was there: it came then, or somewhat before. */
export interface SignCame {
  readonly kind: 'signCame'
  readonly sign: Sign
  readonly atMin: number
  readonly cup?: undefined
}

/** What a notebook says of a pour. */
export type Noted = WhiteWorked | SignCame

/** What tells of the resin. A room reading does not: it is the room from then on. */
export type Evidence = Exclude<Reading, { readonly kind: 'room' }> | Noted

export function isEvidence(reading: Reading | Noted): reading is Evidence {
  return reading.kind !== 'room'
}

/** Natural log of how likely that reading is if that course is the truth, slips among readings counted in. */
export function logLikelihood(reading: Evidence, course: Course): number {
  const { meant, slip } = likelihoods(reading, course)
  return Math.log(meant + slip)
}

/** How likely it is, if that course is the truth, that the reading is a slip. */
export function slipShare(reading: Evidence, course: Course): number {
  const { meant, slip } = likelihoods(reading, course)
  return slip / (meant + slip)
}

function likelihoods(reading: Evidence, course: Course): { readonly meant: number; readonly slip: number } {
  switch (reading.kind) {
    case 'temperature': {
      const off = reading.tempC - course.life.tempAt(reading.atMin)
      const meant = Math.exp(logNormal(off, THERMOMETER_SD_K[reading.by]))
      return { meant: (1 - SLIP_SHARE) * meant, slip: SLIP_SHARE / SLIP_RANGE_K }
    }
    case 'sign': {
      const clear = logistic(signMargin(reading.sign, reading.atMin, course))
      return {
        meant: (1 - SLIP_SHARE) * (reading.there ? clear : 1 - clear),
        slip: SLIP_SHARE / 2,
      }
    }
    case 'signCame': {
      const { sign, atMin } = reading
      const there = logistic(signMargin(sign, atMin, course))
      const notYet = 1 - logistic(signMargin(sign, NOTICED_FROM * atMin, course))
      return { meant: (1 - SLIP_SHARE) * there * notYet, slip: SLIP_SHARE * SLIP_CAME }
    }
    case 'whiteWorked': {
      const { offLog, sdLog } = fromItsBest(reading, course)
      return {
        meant: (1 - SLIP_SHARE) * Math.exp(logNormal(offLog, sdLog)),
        slip: SLIP_SHARE / FLOW_DECADES_LOG,
      }
    }
    default:
      return reading satisfies never
  }
}

/** How far that white was from its best, and how far one that works lies from it: its window is four such wide. */
function fromItsBest({ atMin, white }: WhiteWorked, { life }: Course) {
  const { opensPerPa, bestPerPa, closesPerPa } = flowBounds(STAGES.pipe, white)!
  const flow = Math.max(1, life.stateAt(atMin).remainingFluidityPerPa)
  return { offLog: Math.log(flow / bestPerPa), sdLog: Math.log(opensPerPa! / closesPerPa) / 4 }
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
        : (atMin - life.gelMin) / (GEL_EDGE * Math.max(life.gelMin, 1))
    case 'leathery':
      return (riseK - STAGES.leathery.opensK) / GLASS_EDGE_K
    case 'stiff':
      return (riseK - STAGES.demold.bestK) / GLASS_EDGE_K
    default:
      return sign satisfies never
  }
}
