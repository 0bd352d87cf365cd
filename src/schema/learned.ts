import * as v from 'valibot'
import type { Learned } from '#core/resin/index.ts'
import { amount, count } from './amount.ts'

const logFactor = (what: string) => amount(what, '', { atLeast: -3, atMost: 3 })
const variance = (what: string) => amount(what, '', { atLeast: 0, atMost: 10 })
const normal = (what: string) =>
  v.object({ mean: logFactor(what), sd: amount(`spread of ${what}`, '', { above: 0, atMost: 3 }) })

/** What runs taught about a resin, as a plan keeps it. */
export const learnedSchema = v.object({
  runs: count('runs learned from', { atLeast: 0, atMost: 100_000 }),
  rateLogAt21: logFactor('learned rate'),
  rateLogPerK: logFactor('learned rate per kelvin'),
  rateVarAt21: variance('variance of the rate'),
  rateVarPerK: variance('variance of the rate per kelvin'),
  rateCovariance: logFactor('covariance of the rate'),
  lossLog: normal('learned heat loss'),
  viscosityLog: normal('learned viscosity'),
}) satisfies v.GenericSchema<unknown, Learned>
