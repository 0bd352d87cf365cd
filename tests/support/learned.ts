import type { Learned } from '#core/resin/index.ts'

/** What runs taught of a resin: its log rate against its record, and little else. */
export function learnedOf(rateLogAt21: number, runs = 4): Learned {
  return {
    runs,
    rateLogAt21,
    rateLogPerK: 0,
    rateVarAt21: 0.002,
    rateVarPerK: 0,
    rateCovariance: 0,
    lossLog: { mean: 0, sd: 0.15 },
    viscosityLog: { mean: 0, sd: 0.12 },
  }
}
