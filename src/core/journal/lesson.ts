import { diagonal, inverse, plus, times, type Matrix } from '../numeric/index.ts'
import { techniqueOfPour, type BatchRequest } from '../batch/index.ts'
import type { Learned, Normal } from '../resin/index.ts'
import {
  aimOf,
  believe,
  beliefOf,
  correctedRequest,
  departureOf,
  isEvidence,
  posteriorOf,
  roomsRead,
  scheduleBatch,
  settledRequest,
  stateAt,
  BELIEF_IN_ITS_LAW,
  type Departure,
  type FilledFrom,
  type Member,
  type PourSetting,
  type Reading,
  type Schedule,
} from '../timing/index.ts'

/** A poured batch as far as it can teach. */
export interface Run {
  readonly request: BatchRequest
  /** Minutes from stop-stir by turn key. */
  readonly done: Readonly<Record<string, number>>
  readonly readings: readonly Reading[]
}

/** What one run says of its resin, on its own: nothing of what was believed before is left in it. */
export interface Lesson {
  readonly roomTempC: number
  readonly readings: number
  readonly contradictions: number
  /** Null where the readings say next to nothing about it. */
  readonly rateLog: Normal | null
  readonly lossLog: Normal | null
  readonly viscosityLog: Normal | null
  /** The same of all three at once, with how they hang together: a warm cup is of a quick resin or of one that keeps its warmth. */
  readonly together: Joint | null
}

/** What readings say of some figures, as a normal: its precision, and precision times mean; in the order of `TAUGHT`. */
export interface Joint {
  readonly precision: Matrix
  readonly information: readonly number[]
}

/** What a run teaches. */
const TAUGHT = ['rateLog', 'lossLog', 'viscosityLog'] as const

const MEMBERS = 384
const SEED = 1847

/** Draws of its own for every run: the same ones for all would be wrong by the same in each, and many runs would add that up. */
function seedOf(readings: readonly Reading[]): number {
  return readings.reduce((sum, reading) => {
    const shown = 'tempC' in reading ? reading.tempC : Number(reading.there)
    return (Math.imul(sum, 31) + Math.round(1000 * (reading.atMin + shown))) | 0
  }, SEED)
}

/** What that run teaches. Readings are weighed against the usual belief, which is then divided out again. */
export function lessonOf({ request: asked, done, readings }: Run): Lesson {
  const technique = techniqueOfPour(asked)
  const request = settledRequest(asked, technique)
  const rooms = roomsRead(readings, request.roomTempC).steps
  const schedule = scheduleBatch(request, technique, done, rooms.length > 0 ? { rooms } : {})
  const { setting, decantMin } = schedule.forecast
  return lessonFrom({ setting, decantMin, readings, roomTempC: rooms.at(-1)?.tempC ?? request.roomTempC })
}

/** A mix as it was followed, and what was read of it. */
export interface ReadMix {
  readonly setting: PourSetting
  /** When it left its cup; null while it stands in it. */
  readonly decantMin: number | null
  readonly readings: readonly Reading[]
  /** The cups that were filled from it, by the id their readings name. */
  readonly cups?: Readonly<Record<string, FilledFrom>> | undefined
  /** The room as it was read last; as planned where it never was. */
  readonly roomTempC: number
}

/** What the readings of one mix teach of its resin. */
export function lessonFrom({ setting, decantMin, readings, cups, roomTempC }: ReadMix): Lesson {
  const { members, contradictions } = posteriorOf({
    setting,
    decantMin,
    belief: BELIEF_IN_ITS_LAW,
    readings,
    cups,
    members: MEMBERS,
    seed: seedOf(readings),
  })
  const after = momentsOf(members)
  return {
    roomTempC: roomTempC + after.mean.roomK,
    readings: readings.length,
    contradictions: contradictions.length,
    rateLog: withoutPrior('rateLog', after),
    lossLog: withoutPrior('lossLog', after),
    viscosityLog: withoutPrior('viscosityLog', after),
    together: readings.some(isEvidence) ? evidenceOf(members, after) : null,
  }
}

/**
 * Posterior precision less the belief's, by the covariance of the figures among the members. A figure the readings say nothing of is left out: what
 * chance makes of it in the draws would add up over many runs.
 */
function evidenceOf(members: readonly Member[], { mean, variance }: Moments): Joint {
  const told = TAUGHT.filter((key) => variance[key] <= SAYS_NOTHING * BELIEF_IN_ITS_LAW.sd[key] ** 2)
  const covariance = told.map((one) =>
    told.map((other) =>
      members.reduce(
        (sum, { departure, weight }) =>
          sum + weight * (departure[one] - mean[one]) * (departure[other] - mean[other]),
        0,
      ),
    ),
  )
  const after = inverse(covariance)
  const prior = diagonal(told.map((key) => 1 / BELIEF_IN_ITS_LAW.sd[key] ** 2))
  const precision = plus(after, prior, -1)
  const information = times(
    after,
    told.map((key) => mean[key]),
  )
  const at = (key: (typeof TAUGHT)[number]) => told.indexOf(key)
  return {
    precision: TAUGHT.map((one) => TAUGHT.map((other) => precision[at(one)]?.[at(other)] ?? 0)),
    information: TAUGHT.map((key) => information[at(key)] ?? 0),
  }
}

/**
 * How far from its best each piece's aim step was really done, by piece number: flow still to come over the flow that is best, as a natural
 * log. Judged by what is known of the resin by now and by the run's own readings: a resin that was found quicker moves the resin, and not
 * the hand as well.
 */
export function aimedOf(
  { request: asked, done, readings }: Run,
  learned: Learned | null,
): Readonly<Record<number, number>> {
  const technique = techniqueOfPour(asked)
  const request = settledRequest(asked, technique)
  const belief = beliefOf({ ...request, learned })
  const before = correctedRequest(request, belief.mean)
  const rooms = roomsRead(readings, before.roomTempC).steps
  const soFar = rooms.length > 0 ? { rooms } : {}
  const { mean } = believe(scheduleBatch(before, technique, done, soFar), {
    belief,
    readings,
    members: MEMBERS,
    seed: seedOf(readings),
  })
  return aimLogs(scheduleBatch(correctedRequest(request, mean), technique, done, soFar), done)
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
  const prior = { mean: BELIEF_IN_ITS_LAW.mean[key], variance: BELIEF_IN_ITS_LAW.sd[key] ** 2 }
  if (variance[key] > SAYS_NOTHING * prior.variance) return null
  const precision = 1 / variance[key] - 1 / prior.variance
  const own = (mean[key] / variance[key] - prior.mean / prior.variance) / precision
  return { mean: own, sd: Math.sqrt(1 / precision) }
}

function aimLogs(schedule: Schedule, done: Run['done']): Readonly<Record<number, number>> {
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
