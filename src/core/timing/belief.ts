import type { BatchRequest } from '../batch/index.ts'
import { learnedRate, type Learned } from '../resin/index.ts'
import { USUAL_BELIEF, type Belief } from './ensemble.ts'

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
    mean: { rateLog: rate.mean, lossLog: lossLog.mean, viscosityLog: viscosityLog.mean, roomK: 0, mixK: 0 },
    sd: {
      rateLog: rate.sd,
      lossLog: lossLog.sd,
      viscosityLog: viscosityLog.sd,
      roomK: USUAL_BELIEF.sd.roomK,
      mixK: USUAL_BELIEF.sd.mixK,
    },
  }
}
