import type { BatchRequest } from '../batch/index.ts'
import { learnedRate, type Learned } from '../resin/index.ts'
import { USUAL_BELIEF, type Belief } from './ensemble.ts'

/** What is believed of a resin before a pour in that room: the usual spread, narrowed by what its runs taught. */
export function beliefOf({ learned, roomTempC }: Pick<BatchRequest, 'learned' | 'roomTempC'>): Belief {
  return learned ? learnedBelief(learned, roomTempC) : USUAL_BELIEF
}

function learnedBelief(learned: Learned, roomTempC: number): Belief {
  const rate = learnedRate(learned, roomTempC)
  const { lossLog, viscosityLog } = learned
  return {
    mean: { rateLog: rate.mean, lossLog: lossLog.mean, viscosityLog: viscosityLog.mean, roomK: 0 },
    sd: {
      rateLog: Math.min(rate.sd, USUAL_BELIEF.sd.rateLog),
      lossLog: lossLog.sd,
      viscosityLog: viscosityLog.sd,
      roomK: USUAL_BELIEF.sd.roomK,
    },
  }
}
