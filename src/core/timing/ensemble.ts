import { normalQuantile, remembered, seededRandom } from '../numeric/index.ts'
import {
  followCure,
  joined,
  USUAL_SPREAD,
  type CureHistory,
  type CureRun,
  type CuringResin,
} from '../resin/index.ts'
import { bedRun, cupRun, followSmall, lastRoomC, raisedBed, type PourSetting } from './pour.ts'

/**
 * How one possible truth differs from the resin's record and what was said of room and mix: natural logs of factors on rate, heat loss
 * and viscosity, kelvin on the room and on the mix at stop-stir; and how another law the resin may obey: natural logs of factors on both
 * activation energies, the depletion order and the reaction heat, and a shift of the conversion at gel.
 */
export interface Departure {
  readonly rateLog: number
  readonly lossLog: number
  readonly viscosityLog: number
  readonly roomK: number
  readonly mixK: number
  readonly activationLog: number
  readonly orderLog: number
  readonly heatLog: number
  readonly gelShift: number
}

export const DEPARTURE_KEYS = [
  'rateLog',
  'lossLog',
  'viscosityLog',
  'roomK',
  'mixK',
  'activationLog',
  'orderLog',
  'heatLog',
  'gelShift',
] as const satisfies readonly (keyof Departure)[]

/** A departure made key by key. */
export function departureOf(each: (key: keyof Departure) => number): Departure {
  return Object.fromEntries(DEPARTURE_KEYS.map((key) => [key, each(key)])) as unknown as Departure
}

/** What is believed before any reading: independent normal departures (sizes from memory, to be calibrated). */
export interface Belief {
  readonly mean: Departure
  readonly sd: Departure
}

/** The resin and the room just as they are recorded. */
export const NO_DEPARTURE: Departure = departureOf(() => 0)

/**
 * How far the law of a resin lies from that of the typical one whose figures it was given, whatever its label says: activation energies 10 %
 * (6 kJ/mol), order 9 %, reaction heat 12 %, gel at 0.57 to 0.63 (all from memory of the literature on room-temperature epoxies).
 */
export const LAW_SD = { activationLog: 0.1, orderLog: 0.09, heatLog: 0.12, gelShift: 0.03 } as const

/**
 * A typical resin in an ordinary room: rate 25 %, heat loss 20 %, viscosity 15 %, room about a degree, the mix half a degree warmer or cooler
 * than its parts and its stirring say.
 */
export const USUAL_BELIEF: Belief = {
  mean: NO_DEPARTURE,
  sd: { ...USUAL_SPREAD, lossLog: 0.2, roomK: 0.5, mixK: 0.6, ...LAW_SD },
}

/** The usual belief of a resin that obeys the very law of its record: what its runs are read by, so that their speed takes up what its law does. */
export const BELIEF_IN_ITS_LAW: Belief = {
  mean: NO_DEPARTURE,
  sd: { ...USUAL_BELIEF.sd, activationLog: 1e-4, orderLog: 1e-4, heatLog: 1e-4, gelShift: 1e-4 },
}

/** One mix in seven is of parts much warmer or cooler than was said: a water bath, a cold garage (from memory). */
const MIX_TAIL = 0.15
const MIX_TAIL_WIDER = 8

/** Natural log of the belief's density at that departure. */
export function logBeliefOf({ mean, sd }: Belief, departure: Departure): number {
  const log = (key: keyof Departure, wider: number) =>
    -0.5 * ((departure[key] - mean[key]) / (wider * sd[key])) ** 2 -
    Math.log(wider * sd[key] * Math.sqrt(2 * Math.PI))
  const mix = Math.log(
    (1 - MIX_TAIL) * Math.exp(log('mixK', 1)) + MIX_TAIL * Math.exp(log('mixK', MIX_TAIL_WIDER)),
  )
  return DEPARTURE_KEYS.reduce((sum, key) => sum + (key === 'mixK' ? mix : log(key, 1)), 0)
}

/** Two standard normal values from two uniform ones (Box & Muller 1958). */
export function normalPair(chance: () => number): readonly [number, number] {
  const radius = Math.sqrt(-2 * Math.log(1 - chance()))
  const angle = 2 * Math.PI * chance()
  return [radius * Math.cos(angle), radius * Math.sin(angle)]
}

/**
 * So many departures drawn from the belief, one in every stratum of each of its figures (Latin hypercube, McKay, Beckman & Conover,
 * Technometrics 21 (1979) 239, from memory): their bands wander less than those of free draws. The same seed gives the same ones.
 */
export function drawDepartures({ mean, sd }: Belief, count: number, seed: number): readonly Departure[] {
  const chance = seededRandom(seed)
  const drawn = departureDraws(count, chance)
  const tail = strataOf(count, chance).map((share) => share < MIX_TAIL)
  return Array.from({ length: count }, (_, k) =>
    departureOf((key) => {
      const wider = key === 'mixK' && tail[k] ? MIX_TAIL_WIDER : 1
      return mean[key] + wider * sd[key] * drawn[key][k]!
    }),
  )
}

/** The same, kept: a pour asks for the same members at every mark, and what is known of each goes along with it. */
export const usualDepartures = remembered(drawDepartures)

/** Standard normal values for each key, every stratum met once. */
function departureDraws(
  count: number,
  chance: () => number,
): Readonly<Record<keyof Departure, readonly number[]>> {
  return Object.fromEntries(
    DEPARTURE_KEYS.map((key) => [key, strataOf(count, chance).map(normalQuantile)]),
  ) as unknown as Record<keyof Departure, readonly number[]>
}

/** A share within every one of so many equal strata, in an order by chance. */
function strataOf(count: number, chance: () => number): readonly number[] {
  const shares = Array.from(
    { length: count },
    (_, k) => (k + Math.min(0.999, Math.max(0.001, chance()))) / count,
  )
  for (let k = count - 1; k > 0; k--) {
    const other = Math.floor(chance() * (k + 1))
    ;[shares[k], shares[other]] = [shares[other]!, shares[k]!]
  }
  return shares
}

/** The resin as that departure would have it. */
export function departedResin(resin: CuringResin, departure: Departure): CuringResin {
  const { cure, flow } = resin
  const rate = Math.exp(departure.rateLog)
  const activation = Math.exp(departure.activationLog)
  return {
    ...resin,
    cure: {
      ...cure,
      startRatePerS: cure.startRatePerS * rate,
      networkRatePerS: cure.networkRatePerS * rate,
      startActivationJPerMol: cure.startActivationJPerMol * activation,
      networkActivationJPerMol: cure.networkActivationJPerMol * activation,
      depletionOrder: cure.depletionOrder * Math.exp(departure.orderLog),
      reactionHeatJPerG: cure.reactionHeatJPerG * Math.exp(departure.heatLog),
    },
    flow: {
      ...flow,
      viscosityAtRefPaS: flow.viscosityAtRefPaS * Math.exp(departure.viscosityLog),
      gelConversion: Math.min(LATEST_GEL, Math.max(EARLIEST_GEL, flow.gelConversion + departure.gelShift)),
    },
  }
}

/** No craft resin gels outside of these (from memory). */
const EARLIEST_GEL = 0.4
const LATEST_GEL = 0.8

/** One possible course of a pour. */
export interface Course {
  readonly departure: Departure
  readonly roomTempC: number
  /** The cup up to the decant and the bed after it, as one life. */
  readonly life: CureHistory
  /** The same had nothing been laid on the bed. */
  readonly film: CureHistory
}

export interface CourseTask {
  readonly setting: PourSetting
  /** Null leaves the resin in its cup. */
  readonly decantMin: number | null
  /** How far each course is followed, in minutes from stop-stir. */
  readonly toMin: number
  /** Enough to know conversion and temperature up to there, and to gel where it is asked for; a fraction of the work. */
  readonly onlyTo?: 'toMin' | 'gel'
  /** The course of a cup that is filled from the mix, in place of what the mix itself comes to. */
  readonly filled?: FilledFrom | undefined
}

/** A cup of its own: so much of the mix from that minute on. */
export interface FilledFrom {
  readonly massG: number
  readonly fromMin: number
}

/** Good to a hundredth of a minute at the bench, and several times quicker than the plan's own tolerance. */
const COURSE_TOLERANCE = 1e-4
/** Any resin has gelled by then. */
const GELLED_MIN = 5 * 1440

/** The course of that setting under that departure. A decant that comes after its gel is taken just before it. */
export function courseOf(task: CourseTask, departure: Departure): Course {
  const { setting, decantMin, onlyTo, filled } = task
  const toMin = Math.max(1, onlyTo === 'gel' ? Math.max(task.toMin, GELLED_MIN) : task.toMin)
  const own = departedSetting(setting, departure)
  const shared = { lossFactor: Math.exp(departure.lossLog), relativeError: COURSE_TOLERANCE }
  const roomTempC = lastRoomC(own)
  if (filled) {
    const life = filledLife(own, filled, { ...shared, toMin, onlyToGel: onlyTo === 'gel' })
    return { departure, roomTempC, life, film: life }
  }
  const staysInCup = decantMin === null || (onlyTo === 'toMin' && toMin <= decantMin)
  const cup = followCure(own.resin, {
    ...shared,
    ...cupRun(own),
    toMin: staysInCup ? toMin : Math.max(decantMin, 1),
    // A cup that is never emptied runs away after its gel.
    onlyToGel: decantMin !== null || onlyTo === 'gel',
  })
  if (staysInCup) return { departure, roomTempC, life: cup, film: cup }
  const pouredMin = Math.min(decantMin, cup.toMin)
  const run = { ...shared, toMin: Math.max(toMin, pouredMin + 1), onlyToGel: onlyTo === 'gel' }
  const film = followCure(own.resin, { ...run, ...bedRun(own, cup.stateAt(pouredMin), pouredMin) })
  const bed = raisedBed(own, film, run)
  const life = joined(cup, bed)
  return { departure, roomTempC, life, film: film === bed ? life : joined(cup, film) }
}

/** The mix up to the minute a cup is filled from it, and that cup from then on. */
function filledLife(
  setting: PourSetting,
  { massG, fromMin }: FilledFrom,
  run: Pick<CureRun, 'toMin' | 'onlyToGel' | 'lossFactor' | 'relativeError'>,
): CureHistory {
  const mix = followCure(setting.resin, {
    ...run,
    ...cupRun(setting),
    toMin: Math.max(1, fromMin),
    onlyToGel: true,
  })
  const min = Math.min(fromMin, JUST_BEFORE_GEL * (mix.gelMin ?? mix.toMin))
  const { tempC, conversion } = mix.stateAt(min)
  const small = { vessel: { kind: 'cup', massG }, min, tempC, conversion } as const
  return joined(mix, followSmall(setting, small, { ...run, toMin: Math.max(run.toMin, min + 1) }))
}

const JUST_BEFORE_GEL = 0.98

/** A pour asks for its cup, its bed and its readings. */
const MOST_TASKS = 4
const followed = new Map<string, WeakMap<Departure, Course>>()

/** `courseOf` for many departures; each is followed once, for as long as the same is asked of the same departure. */
export function coursesFor(task: CourseTask): (departure: Departure) => Course {
  // What is followed to its gel is followed as far, whenever it was asked about.
  const toMin = task.onlyTo === 'gel' ? Math.max(task.toMin, GELLED_MIN) : task.toMin
  const key = JSON.stringify({ ...task, toMin })
  const known = followed.get(key) ?? new WeakMap<Departure, Course>()
  followed.delete(key)
  followed.set(key, known)
  if (followed.size > MOST_TASKS) followed.delete(followed.keys().next().value!)
  return (departure) => {
    const course = known.get(departure) ?? courseOf(task, departure)
    known.set(departure, course)
    return course
  }
}

/** The setting as that departure would have it: resin, room and mix. */
function departedSetting(setting: PourSetting, departure: Departure): PourSetting {
  const { roomK, mixK } = departure
  const { roomTempC, roomSteps = [], startTempC } = setting
  return {
    ...setting,
    resin: departedResin(setting.resin, departure),
    roomTempC: roomTempC + roomK,
    roomSteps: roomSteps.map((step) => ({ ...step, tempC: step.tempC + roomK })),
    startTempC: startTempC + mixK,
  }
}

/** A possible truth and how much of the belief it carries. */
export interface Member {
  readonly departure: Departure
  /** Of all members together 1. */
  readonly weight: number
}

/** A share of an equal weight below which a member no longer moves a band. */
const COUNTS_FROM = 1e-3

export function counts(weight: number, { length }: { readonly length: number }): boolean {
  return weight * length > COUNTS_FROM
}

/** The courses of the members that still count, and their weights. */
export function coursesOf(
  members: readonly Member[],
  task: CourseTask,
): { readonly courses: readonly Course[]; readonly weights: readonly number[] } {
  const follow = coursesFor(task)
  const counting = members.filter(({ weight }) => counts(weight, members))
  return {
    courses: counting.map(({ departure }) => follow(departure)),
    weights: counting.map(({ weight }) => weight),
  }
}

/** A soft-edged moment: one in ten earlier than low, half earlier than mid, one in ten later than high. */
export interface Band {
  readonly lowMin: number
  readonly midMin: number
  readonly highMin: number
}

/** The weighted 10, 50 and 90 % points of the moments; null when a tenth or more of the weight never gets there. */
export function bandOf(moments: readonly (number | null)[], weights: readonly number[]): Band | null {
  const reached = moments
    .flatMap((min, k) => (min === null ? [] : [{ min, weight: weights[k]! }]))
    .sort((one, other) => one.min - other.min)
  const all = weights.reduce((sum, weight) => sum + weight, 0)
  const there = reached.reduce((sum, { weight }) => sum + weight, 0)
  if (there < 0.9 * all || reached.length === 0) return null
  const point = (share: number) => {
    let passed = 0
    for (const { min, weight } of reached) {
      passed += weight
      if (passed >= share * there) return min
    }
    return reached.at(-1)!.min
  }
  return { lowMin: point(0.1), midMin: point(0.5), highMin: point(0.9) }
}
