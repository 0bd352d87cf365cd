import type { BatchRequest } from '../batch/index.ts'
import { learnedRate, type Learned } from '../resin/index.ts'
import { LAW_SD, NO_DEPARTURE, USUAL_BELIEF, type Belief } from './ensemble.ts'

/** What is believed of a resin before a pour in that room: its record's spread, narrowed by what its runs taught. */
export function beliefOf({
  resin,
  learned,
  roomTempC,
}: Pick<BatchRequest, 'resin' | 'learned' | 'roomTempC'>): Belief {
  return learned
    ? learnedBelief(learned, roomTempC)
    : { ...USUAL_BELIEF, sd: { ...USUAL_BELIEF.sd, ...resin.spread } }
}

function learnedBelief(learned: Learned, roomTempC: number): Belief {
  const rate = learnedRate(learned, roomTempC)
  const { lossLog, viscosityLog } = learned
  return {
    mean: {
      ...NO_DEPARTURE,
      rateLog: rate.mean,
      lossLog: lossLog.mean,
      viscosityLog: viscosityLog.mean,
    },
    sd: {
      rateLog: rate.sd,
      lossLog: lossLog.sd,
      viscosityLog: viscosityLog.sd,
      roomK: USUAL_BELIEF.sd.roomK,
      mixK: USUAL_BELIEF.sd.mixK,
      ...lawAfter(learned.runs),
    },
  }
}

/** Runs that were read at several minutes tell the law as well as the speed: after so many half of that doubt's variance is gone (from memory). */
const RUNS_THAT_HALVE = 2

function lawAfter(runs: number): Readonly<Record<keyof typeof LAW_SD, number>> {
  const share = Math.sqrt(RUNS_THAT_HALVE / (RUNS_THAT_HALVE + runs))
  const { activationLog, orderLog, heatLog, gelShift } = LAW_SD
  return {
    activationLog: share * activationLog,
    orderLog: share * orderLog,
    heatLog: share * heatLog,
    gelShift: share * gelShift,
  }
}
