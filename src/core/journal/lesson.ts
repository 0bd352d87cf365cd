import type { BatchRequest } from '../batch/index.ts'
import type { Normal } from '../resin/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import {
  aimOf,
  correctedRequest,
  departureOf,
  posteriorOf,
  scheduleBatch,
  settledRequest,
  stateAt,
  USUAL_BELIEF,
  type Departure,
  type Member,
  type Reading,
} from '../timing/index.ts'

/** A poured batch as far as it can teach. */
export interface Run {
  readonly request: BatchRequest
  /** Minutes from stop-stir by turn key. */
  readonly done: Readonly<Record<string, number>>
  readonly readings: readonly Reading[]
}

/** What one run says of its resin and its beads, on its own: nothing of what was believed before is left in it. */
export interface Lesson {
  readonly roomTempC: number
  readonly readings: number
  readonly contradictions: number
  /** Null where the readings say next to nothing about it. */
  readonly rateLog: Normal | null
  readonly lossLog: Normal | null
  readonly viscosityLog: Normal | null
  /** By piece number: flow still to come at its aim step over the flow that is best for it, as a natural log. */
  readonly aimLog: Readonly<Record<number, number>>
}

const MEMBERS = 256
const SEED = 1847

/** What that run teaches. Readings are weighed against the usual belief, which is then divided out again. */
export function lessonOf({ request: asked, done, readings }: Run): Lesson {
  const technique = TECHNIQUES[asked.technique]
  const request = settledRequest(asked, technique)
  const schedule = scheduleBatch(request, technique, done)
  const { members, contradictions } = posteriorOf({
    setting: schedule.forecast.setting,
    decantMin: schedule.forecast.decantMin,
    belief: USUAL_BELIEF,
    readings,
    members: MEMBERS,
    seed: SEED,
  })
  const after = momentsOf(members)
  return {
    roomTempC: request.roomTempC + after.mean.roomK,
    readings: readings.length,
    contradictions: contradictions.length,
    rateLog: withoutPrior('rateLog', after),
    lossLog: withoutPrior('lossLog', after),
    viscosityLog: withoutPrior('viscosityLog', after),
    aimLog: aimLogs(correctedRequest(request, after.mean), done),
  }
}

interface Moments {
  readonly mean: Departure
  readonly variance: Departure
}

function momentsOf(members: readonly Member[]): Moments {
  const mean = (of: (departure: Departure) => number) =>
    members.reduce((sum, { departure, weight }) => sum + weight * of(departure), 0)
  const middle = departureOf((key) => mean((departure) => departure[key]))
  return {
    mean: middle,
    variance: departureOf((key) => mean((departure) => (departure[key] - middle[key]) ** 2)),
  }
}

/** A reading that leaves this share of the usual variance has said nothing. */
const SAYS_NOTHING = 0.9

/** The likelihood's own normal: precision and weighted mean of the posterior less those of the belief it was weighed with. */
function withoutPrior(key: keyof Departure, { mean, variance }: Moments): Normal | null {
  const prior = { mean: USUAL_BELIEF.mean[key], variance: USUAL_BELIEF.sd[key] ** 2 }
  if (variance[key] > SAYS_NOTHING * prior.variance) return null
  const precision = 1 / variance[key] - 1 / prior.variance
  const own = (mean[key] / variance[key] - prior.mean / prior.variance) / precision
  return { mean: own, sd: Math.sqrt(1 / precision) }
}

/** How far from its best each piece's aim step was really done. */
function aimLogs(request: BatchRequest, done: Run['done']): Readonly<Record<number, number>> {
  const schedule = scheduleBatch(request, TECHNIQUES[request.technique], done)
  const { technique, forecast, turns } = schedule
  const best = aimOf(schedule)
  if (best === null) return {}
  return Object.fromEntries(
    turns.flatMap(({ step, pieceNo, key }) => {
      const doneMin = done[key]
      if (step.id !== technique.aimStep || pieceNo === null || doneMin === undefined) return []
      const flow = stateAt(forecast, doneMin).remainingFluidityPerPa
      return flow > 0 ? [[pieceNo, Math.log(flow / best)] as const] : []
    }),
  )
}
