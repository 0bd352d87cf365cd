import { choleskyRoot, seededRandom } from '../numeric/index.ts'
import {
  DEPARTURE_KEYS,
  departureOf,
  coursesFor,
  drawDepartures,
  logBeliefOf,
  normalPair,
  usualDepartures,
  type Belief,
  type Course,
  type CourseTask,
  type Departure,
  type FilledFrom,
  type Member,
} from './ensemble.ts'
import {
  isEvidence,
  logLikelihood,
  slipShare,
  type Evidence,
  type Reading,
  type Noted,
  type Sign,
} from './reading.ts'

/** What is believed after the readings. */
export interface Posterior {
  readonly members: readonly Member[]
  /** Readings that are more likely slips than not by what all of them together say; they weigh little, and are told. */
  readonly contradictions: readonly Evidence[]
  /** What would be believed had those readings not been taken; null where no other tells of the resin. */
  readonly without: (left: readonly Reading[]) => readonly Member[] | null
}

export interface PosteriorTask extends Pick<CourseTask, 'setting' | 'decantMin'> {
  readonly belief: Belief
  readonly readings: readonly (Reading | Noted)[]
  /** The cups that were filled from the mix, by the id their readings name; a reading of one that is not among them is one of the mix. */
  readonly cups?: Readonly<Record<string, FilledFrom>> | undefined
  /**
   * Where fewer of the members carry the weight than this share, it is flattened until so many do: a spread told from few comes out too narrow, and
   * too wide is honest. Nothing where only the middle is asked for.
   */
  readonly carriedBy?: number
  readonly members: number
  readonly seed: number
}

const ROUNDS = 5
/** Below this share of equal weights the members are drawn anew where the weight is; more than a quarter is rarely to be had in nine figures. */
const THIN = 0.2
/** Share of new members still drawn from the belief, so that nothing is ruled out for good. */
const FRESH = 0.15
/** A proposal a little wider than the weight it follows. */
const WIDER = 1.3
/** A covariance is fitted to no fewer than this share of equal weights. */
const TOLD_BY = 0.2
/** So that a weight of nothing has a logarithm. */
const TINY = 1e-300
const HALVINGS = 12
/** More likely a slip than not. */
const TOLD_FROM = 0.5

/**
 * What is believed after the readings: importance sampling in the departures. Where few members carry the weight, a
 * normal proposal is fitted to their flattened weights and members are drawn from it and, in part, from the belief again (population Monte
 * Carlo, Cappe et al., J. Comput. Graph. Stat. 13 (2004) 907, from memory). The readings alone decide: leaving one out gives
 * exactly what was believed without it.
 */
export function posteriorOf(task: PosteriorTask): Posterior {
  const { belief, seed } = task
  const evidence = task.readings.filter(isEvidence)
  const drawn = usualDepartures(belief, task.members, seed)
  if (evidence.length === 0)
    return { members: weighed(drawn, evenly(drawn)), contradictions: [], without: () => null }
  const masses = massesRead(task, evidence).map(({ reach, read }) => ({ read, courseOf: coursesFor(reach) }))
  const follow = (departure: Departure) =>
    new Map(
      masses.flatMap(({ courseOf, read }) => {
        const course = courseOf(departure)
        return read.map((reading) => [reading, course] as const)
      }),
    )
  const read = (courses: Courses) =>
    evidence.reduce((sum, each) => sum + logLikelihood(each, courses.get(each)!), 0)
  const courses = drawn.map(follow)
  let cloud: Cloud = { departures: drawn, courses, weights: weightsOf(courses.map(read)) }
  for (let round = 1; round <= ROUNDS && effective(cloud.weights) < THIN * task.members; round++)
    cloud = drawAgain(task, cloud, { follow, read, seed: seed + round })
  const { departures } = cloud
  const carried = (weights: readonly number[]) => tempered(weights, task.carriedBy ?? 0)
  const weights = carried(cloud.weights)
  // What a reading said is taken out as it went in, and flattened after that.
  const unread = (left: readonly Evidence[]) =>
    carried(
      weightsOf(
        cloud.weights.map((weight, k) =>
          left.reduce(
            (log, each) => log - logLikelihood(each, cloud.courses[k]!.get(each)!),
            Math.log(weight),
          ),
        ),
      ),
    )
  const slip = (reading: Evidence) =>
    weights.reduce((sum, weight, k) => sum + weight * slipShare(reading, cloud.courses[k]!.get(reading)!), 0)
  return {
    members: weighed(departures, weights),
    contradictions: evidence.filter((reading) => slip(reading) >= TOLD_FROM),
    without: (left) => {
      const gone = evidence.filter((reading) => left.some((each) => each === reading))
      return gone.length === evidence.length ? null : weighed(departures, unread(gone))
    },
  }
}

/** Of a member, by reading, the course of what that was read of. */
type Courses = ReadonlyMap<Evidence, Course>

/** What was read, each mass with its own readings: the mix itself, and every cup that was filled from it. */
function massesRead(task: PosteriorTask, evidence: readonly Evidence[]) {
  const cupOf = ({ cup }: Evidence) =>
    cup !== undefined && task.cups && Object.hasOwn(task.cups, cup) ? cup : null
  return [...new Set(evidence.map(cupOf))].map((cup) => {
    const read = evidence.filter((each) => cupOf(each) === cup)
    const reach = reachOf(task, read)
    // It stands in its cup, whatever becomes of the mix.
    return { read, reach: cup === null ? reach : { ...reach, decantMin: null, filled: task.cups![cup]! } }
  })
}

/** Courses only as far as these readings look: a sign of thickening asks for the flow up to gel, one of hardness for the days after it, a thermometer for its minute. */
function reachOf({ setting, decantMin }: PosteriorTask, readings: readonly Evidence[]): CourseTask {
  const toMin = Math.max(...readings.map((reading) => reading.atMin))
  const signs = readings.flatMap((reading) =>
    reading.kind === 'sign' || reading.kind === 'signCame' ? [reading.sign] : [],
  )
  if (signs.some((sign) => HARDNESS.includes(sign))) return { setting, decantMin, toMin }
  const asksForFlow = readings.some(({ kind }) => kind !== 'temperature')
  return { setting, decantMin, toMin, onlyTo: asksForFlow ? 'gel' : 'toMin' }
}

/** Signs that come after gel. */
const HARDNESS: readonly Sign[] = ['leathery', 'stiff']

interface Cloud {
  readonly departures: readonly Departure[]
  readonly courses: readonly Courses[]
  readonly weights: readonly number[]
}

function weighed(departures: readonly Departure[], weights: readonly number[]): readonly Member[] {
  return departures.map((departure, k) => ({ departure, weight: weights[k]! }))
}

function evenly(departures: readonly Departure[]): readonly number[] {
  return departures.map(() => 1 / departures.length)
}

function weightsOf(logs: readonly number[]): readonly number[] {
  const top = Math.max(...logs)
  const raw = logs.map((log) => Math.exp(log - top))
  const all = raw.reduce((sum, weight) => sum + weight, 0)
  return raw.map((weight) => weight / all)
}

/** How many equal members the weights are worth (Kish). */
function effective(weights: readonly number[]): number {
  return 1 / weights.reduce((sum, weight) => sum + weight ** 2, 0)
}

interface Redraw {
  readonly follow: (departure: Departure) => Courses
  readonly read: (courses: Courses) => number
  readonly seed: number
}

function drawAgain(task: PosteriorTask, cloud: Cloud, { follow, read, seed }: Redraw): Cloud {
  const proposal = proposalOf(cloud, task.belief)
  const chance = seededRandom(seed * 7919)
  const fresh = Math.ceil(FRESH * task.members)
  const departures = [
    ...drawDepartures(task.belief, fresh, seed * 104729),
    ...Array.from({ length: task.members - fresh }, () => drawFrom(proposal, chance)),
  ]
  const courses = departures.map(follow)
  const logs = departures.map((departure, k) => {
    const believed = logBeliefOf(task.belief, departure)
    const mixed = Math.log(
      FRESH * Math.exp(believed) + (1 - FRESH) * Math.exp(logProposal(proposal, departure)),
    )
    return read(courses[k]!) + believed - mixed
  })
  return { departures, courses, weights: weightsOf(logs) }
}

/** A normal cloud in the departures: its middle, and the lower triangle of its covariance's root. */
interface Proposal {
  readonly mean: readonly number[]
  readonly root: readonly (readonly number[])[]
}

const SIZE = DEPARTURE_KEYS.length

/** The weights, flattened until enough members carry them for the spread in all departures to be told: a step on the way there (tempering). */
function tempered(weights: readonly number[], by: number): readonly number[] {
  const enough = by * weights.length
  const flat = (power: number) => weightsOf(weights.map((weight) => power * Math.log(weight + TINY)))
  if (effective(weights) >= enough) return weights
  let [low, high] = [0, 1]
  for (let halving = 0; halving < HALVINGS; halving++) {
    const power = (low + high) / 2
    if (effective(flat(power)) >= enough) low = power
    else high = power
  }
  return flat(low)
}

function proposalOf({ departures, weights: carried }: Cloud, { sd }: Belief): Proposal {
  const weights = tempered(carried, TOLD_BY)
  const points = departures.map((departure) => DEPARTURE_KEYS.map((key) => departure[key]))
  const mean = DEPARTURE_KEYS.map((_key, i) =>
    points.reduce((sum, point, k) => sum + weights[k]! * point[i]!, 0),
  )
  const covariance = DEPARTURE_KEYS.map((_key, i) =>
    DEPARTURE_KEYS.map((_other, j) =>
      points.reduce(
        (sum, point, k) => sum + weights[k]! * (point[i]! - mean[i]!) * (point[j]! - mean[j]!),
        0,
      ),
    ),
  )
  // A floor under the spread: a single surviving member must not end the search.
  const floored = covariance.map((row, i) =>
    row.map((value, j) => WIDER ** 2 * value + (i === j ? (0.1 * sd[DEPARTURE_KEYS[i]!]) ** 2 : 0)),
  )
  return { mean, root: choleskyRoot(floored) }
}

function drawFrom({ mean, root }: Proposal, chance: () => number): Departure {
  const normal = Array.from({ length: Math.ceil(SIZE / 2) }, () => normalPair(chance)).flat()
  const values = mean.map(
    (middle, i) => middle + root[i]!.reduce((sum, each, j) => sum + each * normal[j]!, 0),
  )
  return departureOf((key) => values[DEPARTURE_KEYS.indexOf(key)]!)
}

function logProposal({ mean, root }: Proposal, departure: Departure): number {
  const white: number[] = []
  let log = -0.5 * SIZE * Math.log(2 * Math.PI)
  for (let i = 0; i < SIZE; i++) {
    let rest = departure[DEPARTURE_KEYS[i]!] - mean[i]!
    for (let k = 0; k < i; k++) rest -= root[i]![k]! * white[k]!
    white.push(rest / root[i]![i]!)
    log -= 0.5 * white[i]! ** 2 + Math.log(root[i]![i]!)
  }
  return log
}
