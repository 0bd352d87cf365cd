import { isOfFilm, STAGES, windowOf, type Criterion, type CureHistory } from '../resin/index.ts'
import { type StepId, type StepRule } from '../technique/index.ts'
import type { BatchRequest } from '../batch/index.ts'
import {
  bandOf,
  counts,
  coursesFor,
  coursesOf,
  departedResin,
  departureOf,
  NO_DEPARTURE,
  type Band,
  type Belief,
  type Course,
  type Departure,
  type FilledFrom,
  type Member,
} from './ensemble.ts'
import { posteriorOf } from './posterior.ts'
import type { PourForecast } from './pour.ts'
import type { Reading } from './reading.ts'
import type { Schedule } from './schedule.ts'

/** A window with edges as soft as they are uncertain. */
export interface WindowBand {
  readonly open: Band
  readonly best: Band
  /** Null where it stays open. */
  readonly close: Band | null
}

/** The windows of a schedule as bands, and what the readings say of resin and room. */
export interface Bands {
  /** By step; a step the resin may well never reach has none. */
  readonly steps: Readonly<Partial<Record<StepId, WindowBand>>>
  /** When the pour takes a print; null where that may well never be. */
  readonly set: WindowBand | null
  /** The mean departure after the readings. */
  readonly believed: Departure
  readonly contradictions: readonly Reading[]
  /** How many readings these bands were made from. */
  readonly readings: number
}

export interface BeliefTask {
  readonly belief: Belief
  readonly readings: readonly Reading[]
  /** What marks tell without anyone having looked; taken into account, never counted or told. */
  readonly implied?: readonly Reading[]
  /** The cups that readings name, as they were filled from the mix. */
  readonly cups?: Readonly<Record<string, FilledFrom>> | undefined
  readonly members: number
  readonly seed: number
}

/** What the readings leave believed of a schedule that was made with the belief's mean already in it. */
export interface Believed {
  readonly members: readonly Member[]
  /** The mean departure, told relative to the resin's record. */
  readonly mean: Departure
  readonly contradictions: readonly Reading[]
  /** What would be believed without those readings; null where no other tells of the resin. */
  readonly without: (left: readonly Reading[]) => Pick<Believed, 'members' | 'mean'> | null
}

/** So many of the members a band is told from: with these, resins of the typical law and of others lie in it as often as it says (tests/calibration/posterior and otherLaws, LONG=1). */
export const BAND_CARRIED_BY = 0.02

/** What is believed after the readings, of the schedule as it was made before them. */
export function believe({ forecast }: Pick<Schedule, 'forecast'>, task: BeliefTask): Believed {
  const { readings, implied = [] } = task
  const { members, contradictions, without } = posteriorOf({
    ...task,
    setting: forecast.setting,
    decantMin: forecast.decantMin,
    belief: { mean: NO_DEPARTURE, sd: task.belief.sd },
    readings: [...implied, ...readings],
    carriedBy: BAND_CARRIED_BY,
  })
  const told = (by: readonly Member[]) => ({ members: by, mean: added(task.belief.mean, meanOf(by)) })
  return {
    ...told(members),
    contradictions: readings.filter((reading) => contradictions.some((each) => each === reading)),
    without: (left) => {
      const rest = without(left)
      return rest && told(rest)
    },
  }
}

/** Long enough for every quick or medium resin to demold. */
const FOLLOWED_MIN = 48 * 60

/**
 * The bands of every step whose window hangs on the resin: the members' own windows, in the setting they were believed in, all with the
 * decant that the plan itself has.
 */
export function bandsOf(
  { forecast, technique, white, apart }: Schedule,
  { members }: Pick<Believed, 'members'>,
  decantMin: number | null,
): Pick<Bands, 'steps' | 'set'> {
  const { courses, weights } = coursesOf(members, {
    setting: forecast.setting,
    decantMin,
    toMin: FOLLOWED_MIN,
  })
  const bandFor = (criterion: Criterion) =>
    windowBand(criterion, { courses, weights, white, cups: apart.map(({ history }) => history) })
  const set = bandFor(STAGES.footprint)
  const steps = technique.steps.flatMap((step, k) => {
    const { id, moment } = step
    const band =
      moment.by === 'resin' ? bandFor(moment.criterion) : bonds(step, technique.steps.slice(0, k)) && set
    return band ? [[id, band] as const] : []
  })
  return { steps: Object.fromEntries(steps), set }
}

/**
 * The minute by which one in ten of those cups, left standing, has gelled, for any weights of the same departures; null where fewer ever do. A cup is
 * followed once, whoever asks.
 */
export function quickGels({
  setting,
}: Pick<PourForecast, 'setting'>): (members: readonly Member[]) => number | null {
  const follow = coursesFor({ setting, decantMin: null, toMin: 1, onlyTo: 'gel' })
  const gelOf = (departure: Departure) => follow(departure).life.gelMin ?? Infinity
  return (members) => {
    const gels = members
      .filter(({ weight }) => counts(weight, members))
      .map(({ departure, weight }) => ({ min: gelOf(departure), weight }))
      .sort((one, other) => one.min - other.min)
    const all = gels.reduce((sum, { weight }) => sum + weight, 0)
    let passed = 0
    for (const { min, weight } of gels) {
      passed += weight
      if (passed >= QUICK_TAIL * all) return Number.isFinite(min) ? min : null
    }
    return null
  }
}

const QUICK_TAIL = 0.1

/** Whether a layer is laid while the pour itself still takes a print: nothing else that cures lies between. */
function bonds({ waits = [] }: StepRule, before: readonly StepRule[]): boolean {
  const onThePour = !before.some(({ lays }) => lays === 'mix' || lays === 'product')
  return onThePour && waits.some((wait) => wait.by === 'under' && wait.stage === 'footprint')
}

interface Weighed {
  readonly courses: readonly Course[]
  readonly weights: readonly number[]
  readonly white: Schedule['white']
  /** What rests apart, as it is believed. */
  readonly cups: readonly CureHistory[]
}

function windowBand(criterion: Criterion, { courses, weights, white, cups }: Weighed): WindowBand | null {
  const windows = courses.map(({ life, film, roomTempC }) =>
    windowOf(criterion, { history: isOfFilm(criterion) ? film : life, roomTempC, white, cups }),
  )
  const edge = (pick: 'openMin' | 'bestMin' | 'closeMin') =>
    bandOf(
      windows.map((window) => window?.[pick] ?? null),
      weights,
    )
  const open = edge('openMin')
  const best = edge('bestMin')
  return open && best ? { open, best, close: edge('closeMin') } : null
}

function meanOf(members: readonly Member[]): Departure {
  return departureOf((key) =>
    members.reduce((sum, { departure, weight }) => sum + weight * departure[key], 0),
  )
}

function added(one: Departure, other: Departure): Departure {
  return departureOf((key) => one[key] + other[key])
}

/** The request as the readings would have it: its resin and its room corrected by what is believed. */
export function correctedRequest(request: BatchRequest, believed: Departure): BatchRequest {
  const { cure, flow } = departedResin(request.resin, believed)
  return {
    ...request,
    resin: { ...request.resin, cure, flow },
    roomTempC: request.roomTempC + believed.roomK,
    partsTempC: (request.partsTempC ?? request.roomTempC) + believed.mixK,
  }
}
