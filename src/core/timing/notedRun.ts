import { EXCESS_DENSITY_KG_PER_M3, USUAL_WHITE } from '../batch/index.ts'
import { STIRRED_K, USUAL_WALL, type CuringResin, type Spread } from '../resin/index.ts'
import { departedResin, departureOf, NO_DEPARTURE, type Belief, type Departure } from './ensemble.ts'
import { posteriorOf } from './posterior.ts'
import type { Evidence, Noted, Reading, Sign } from './reading.ts'

/** One run from a notebook: how much stood in the cup, where, and what was seen when. */
export interface NotedRun {
  readonly cupMassG: number
  readonly roomTempC: number
  /** Null when it was left in the cup. */
  readonly decantMin: number | null
  readonly bedDepthMm: number
  readonly readings: readonly (Reading | Noted)[]
}

/** What a notebook says of a pour that nobody read, in minutes from stop-stir; null where it says nothing. */
export interface Notes {
  readonly warm: { readonly atMin: number; readonly tempC: number } | null
  readonly signs: Readonly<Partial<Record<Sign, number | null>>>
  /** White that went in then and bloomed; through a usual hole where none is noted. */
  readonly white: {
    readonly atMin: number
    readonly holeMm: number | null
    readonly bedDepthMm: number
  } | null
}

/** The notes as evidence. */
export function readingsOfNotes({ warm, signs, white }: Notes): readonly (Reading | Noted)[] {
  const came = (Object.entries(signs) as [Sign, number | null][]).flatMap(([sign, atMin]): Noted[] =>
    atMin === null || !(atMin > 0) ? [] : [{ kind: 'signCame', sign, atMin }],
  )
  return [
    ...(warm ? [{ kind: 'temperature', by: 'infrared', ...warm } as const] : []),
    ...came,
    ...(white ? [whiteWorked(white)] : []),
  ]
}

function whiteWorked({ atMin, holeMm, bedDepthMm }: NonNullable<Notes['white']>): Noted {
  return {
    kind: 'whiteWorked',
    atMin,
    // A notebook rarely says how strong the white was: milky, between the others.
    white: {
      excessDensityKgPerM3: EXCESS_DENSITY_KG_PER_M3.milky,
      holeMm: holeMm ?? USUAL_WHITE.holeMm,
      bedDepthMm,
    },
  }
}

export interface NotedFit {
  readonly cure: CuringResin['cure']
  readonly flow: CuringResin['flow']
  readonly spread: Spread
  readonly contradictions: readonly Evidence[]
}

/** Next to nothing, where a belief wants a width. */
const HARDLY = 1e-3

/**
 * Before a single note a resin may be twice as quick or half as quick as the typical one (from memory). Its law, the room, the warmth of the mix and its
 * loss are taken as they were noted: the fit keeps speed and thickness alone, and what else may have been stands in its least spread.
 */
const BEFORE_NOTES: Belief = {
  mean: NO_DEPARTURE,
  sd: { ...departureOf(() => HARDLY), rateLog: 0.7, viscosityLog: 0.4 },
}
/** Notes are never surer than one pour is like the next. */
const LEAST_SPREAD_LOG = 0.1
const MEMBERS = 512
const SEED = 77

/** The typical resin moved to what one noted run says of it, and how wide that still leaves it. */
export function fitNotedRun(typical: CuringResin, run: NotedRun): NotedFit {
  const { members, contradictions } = posteriorOf({
    setting: {
      resin: typical,
      cupMassG: run.cupMassG,
      roomTempC: run.roomTempC,
      startTempC: run.roomTempC + STIRRED_K,
      bedDepthMm: run.bedDepthMm,
      wall: USUAL_WALL,
    },
    decantMin: run.decantMin,
    belief: BEFORE_NOTES,
    readings: run.readings,
    members: MEMBERS,
    seed: SEED,
  })
  const mean = (key: keyof Departure) =>
    members.reduce((sum, { departure, weight }) => sum + weight * departure[key], 0)
  const spread = (key: keyof Departure, middle: number) =>
    Math.sqrt(
      members.reduce((sum, { departure, weight }) => sum + weight * (departure[key] - middle) ** 2, 0),
    )
  const rateLog = mean('rateLog')
  const viscosityLog = mean('viscosityLog')
  const { cure, flow } = departedResin(typical, { ...NO_DEPARTURE, rateLog, viscosityLog })
  return {
    cure,
    flow,
    spread: {
      rateLog: Math.max(LEAST_SPREAD_LOG, spread('rateLog', rateLog)),
      viscosityLog: Math.max(LEAST_SPREAD_LOG, spread('viscosityLog', viscosityLog)),
    },
    contradictions,
  }
}
