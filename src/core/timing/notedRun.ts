import { STIRRED_K, USUAL_WALL, type CuringResin, type Spread } from '../resin/index.ts'
import { departedResin, NO_DEPARTURE, USUAL_BELIEF, type Belief, type Departure } from './ensemble.ts'
import { posteriorOf } from './posterior.ts'
import type { Reading } from './reading.ts'

/** One run from a notebook: how much stood in the cup, where, and what was seen when. */
export interface NotedRun {
  readonly cupMassG: number
  readonly roomTempC: number
  /** Null when it was left in the cup. */
  readonly decantMin: number | null
  readonly bedDepthMm: number
  readonly readings: readonly Reading[]
}

export interface NotedFit {
  readonly cure: CuringResin['cure']
  readonly flow: CuringResin['flow']
  readonly spread: Spread
  readonly contradictions: readonly Reading[]
}

/** Before a single note a resin may be twice as quick or half as quick as the typical one (from memory). */
const BEFORE_NOTES: Belief = {
  mean: NO_DEPARTURE,
  sd: { ...USUAL_BELIEF.sd, rateLog: 0.7, viscosityLog: 0.4 },
}
/** Notes are never surer than one pour is like the next. */
const LEAST_SPREAD_LOG = 0.1
const MEMBERS = 512
const SEED = 77

/** The typical resin moved to what one noted run says of it, and how wide that still leaves it. */
export function fitNotedRun(typical: CuringResin, run: NotedRun): NotedFit {
  const { members, contradictions } = posteriorOf({
    setting: {
      resin: typical,
      cupMassG: run.cupMassG,
      roomTempC: run.roomTempC,
      startTempC: run.roomTempC + STIRRED_K,
      bedDepthMm: run.bedDepthMm,
      wall: USUAL_WALL,
    },
    decantMin: run.decantMin,
    belief: BEFORE_NOTES,
    readings: run.readings,
    members: MEMBERS,
    seed: SEED,
  })
  const mean = (key: keyof Departure) =>
    members.reduce((sum, { departure, weight }) => sum + weight * departure[key], 0)
  const spread = (key: keyof Departure, middle: number) =>
    Math.sqrt(
      members.reduce((sum, { departure, weight }) => sum + weight * (departure[key] - middle) ** 2, 0),
    )
  const rateLog = mean('rateLog')
  const viscosityLog = mean('viscosityLog')
  const { cure, flow } = departedResin(typical, { ...NO_DEPARTURE, rateLog, viscosityLog })
  return {
    cure,
    flow,
    spread: {
      rateLog: Math.max(LEAST_SPREAD_LOG, spread('rateLog', rateLog)),
      viscosityLog: Math.max(LEAST_SPREAD_LOG, spread('viscosityLog', viscosityLog)),
    },
    contradictions,
  }
}
