import { bisect, remembered } from '../numeric/index.ts'
import {
  CUP_STOP_OF_GEL,
  followCure,
  joined,
  POURING_KEEPS_FRAC,
  roomAt,
  STIRRED_K,
  type CureHistory,
  type CureRun,
  type CuringResin,
  type MoldWall,
  type ResinState,
  type RoomStep,
  type Vessel,
} from '../resin/index.ts'

/** One mix: stirred, rested in its cup, decanted into a bed. Minutes run from stop-stir. */
export interface PourSetting {
  readonly resin: CuringResin
  readonly cupMassG: number
  /** At stop-stir; `roomSteps` tells when it became another. */
  readonly roomTempC: number
  readonly roomSteps?: readonly RoomStep[]
  /** Of the mix at stop-stir. */
  readonly startTempC: number
  readonly bedDepthMm: number
  readonly wall: MoldWall
  /** Share of the excess over room temperature that outlives decanting. */
  readonly decantKeepsFrac?: number
  /** When and by what the bed is raised. */
  readonly raised?: Raised | undefined
}

/** What was held back is laid on the bed: from then on that is deeper, and what both are together. */
export interface Raised {
  readonly atMin: number
  readonly depthMm: number
  /** How much further than the bed it has cured by then, and how much warmer it is as it lies there. */
  readonly aheadBy: number
  readonly warmerK: number
}

/** The room a pour ends up in: what its days after are judged by. */
export function lastRoomC(setting: Pick<PourSetting, 'roomTempC' | 'roomSteps'>): number {
  return roomAt(setting, Infinity)
}

export interface PourForecast {
  readonly setting: PourSetting
  readonly cup: CureHistory
  /** Null when the resin is left in the cup. */
  readonly decantMin: number | null
  readonly bed: CureHistory | null
  /** The bed as it would be if nothing were laid on it; the bed where nothing is. */
  readonly film: CureHistory | null
}

/** Less is a film: it stays at the room's temperature, and hardly any of it is there to be followed. */
const LEAST_LAYER_MM = 1
/** Long enough for the slowest craft resin to settle in a cool room. */
const FULL_CURE_MIN = 21 * 1440
/** Any cup has gelled, peaked and cooled by then. */
const CUP_FOLLOWED_MIN = 3 * 1440

/** A cup followed as if it were forgotten: through gel, its peak and down again. */
export interface FilledCup {
  readonly setting: PourSetting
  readonly history: CureHistory
  /** Null when it does not gel within three days. */
  readonly limits: CupLimits | null
}

/** The resin left standing in its cup. */
export function fillCup(setting: PourSetting): FilledCup {
  const history = followCure(setting.resin, { ...cupRun(setting), toMin: CUP_FOLLOWED_MIN })
  return { setting, history, limits: cupLimits(history) }
}

/** A small mass of the mix, as it is from that minute on in a cup or bag of its own. */
export interface Small {
  readonly vessel: Vessel
  readonly min: number
  readonly tempC: number
  readonly conversion: number
}

/** That much of the mix followed by itself. */
export function followSmall(
  { resin, ...setting }: PourSetting,
  { vessel, min, tempC, conversion }: Small,
  until: Pick<CureRun, 'toMin' | 'onlyToGel' | 'lossFactor' | 'relativeError'>,
): CureHistory {
  return followCure(resin, {
    ...until,
    vessel,
    roomTempC: roomAt(setting, min),
    roomSteps: setting.roomSteps ?? [],
    startTempC: tempC,
    startConversion: conversion,
    fromMin: min,
  })
}

/** As it is when it is taken out of its mixing cup at that minute, or just before that gels. */
export function takenFrom({ history }: FilledCup, min: number): Omit<Small, 'vessel'> {
  const takenMin = Math.max(0, Math.min(min, 0.98 * (history.gelMin ?? history.toMin)))
  const { tempC, conversion } = history.stateAt(takenMin)
  return { min: takenMin, tempC, conversion }
}

/** A cup that was filled out of that mix, as if it were forgotten. */
export function cupTaken(cup: FilledCup, massG: number, min: number): Omit<FilledCup, 'setting'> {
  const taken = takenFrom(cup, min)
  const history = followSmall(
    cup.setting,
    { ...taken, vessel: { kind: 'cup', massG } },
    { toMin: taken.min + CUP_FOLLOWED_MIN },
  )
  return { history, limits: cupLimits(history) }
}

/** The mix in its cup from stop-stir on. */
export function cupRun({
  cupMassG,
  roomTempC,
  roomSteps = [],
  startTempC,
}: PourSetting): Omit<CureRun, 'toMin'> {
  return {
    vessel: { kind: 'cup', massG: cupMassG },
    roomTempC,
    roomSteps,
    startTempC,
    startConversion: 0,
    fromMin: 0,
  }
}

/** The bed made from that cup at that minute: most of its warmth goes along, and the mold takes its share from then on. */
export function bedRun(setting: PourSetting, poured: ResinState, decantMin: number): Omit<CureRun, 'toMin'> {
  const { bedDepthMm, wall, roomSteps = [], decantKeepsFrac = POURING_KEEPS_FRAC } = setting
  const roomTempC = roomAt(setting, decantMin)
  return {
    vessel: { kind: 'bed', depthMm: Math.max(LEAST_LAYER_MM, bedDepthMm), wall },
    roomTempC,
    roomSteps,
    startTempC: roomTempC + decantKeepsFrac * (poured.tempC - roomTempC),
    startConversion: poured.conversion,
    fromMin: decantMin,
  }
}

function bedHistory({ setting, history }: FilledCup, decantMin: number, onlyToGel: boolean): CureHistory {
  return followCure(setting.resin, {
    ...bedRun(setting, history.stateAt(decantMin), decantMin),
    toMin: decantMin + FULL_CURE_MIN,
    onlyToGel,
  })
}

/** A gelled bed takes what is laid on it as well; no conversion is past that. */
const MOST_CONVERTED = 0.98

/**
 * The bed once it is raised: as deep as both, with the conversion and the warmth that both have together. Before that it is told as the film it
 * is, for what is laid on it is timed by the film.
 */
export function raisedBed(
  setting: PourSetting,
  film: CureHistory,
  run: Pick<CureRun, 'toMin' | 'lossFactor' | 'relativeError' | 'onlyToGel'>,
): CureHistory {
  const { raised, bedDepthMm, wall, roomSteps = [] } = setting
  if (!raised || raised.depthMm <= 0) return film
  const fromMin = Math.max(raised.atMin, film.fromMin)
  const at = film.stateAt(Math.min(fromMin, film.toMin))
  const depthMm = Math.max(LEAST_LAYER_MM, bedDepthMm) + raised.depthMm
  const frac = raised.depthMm / depthMm
  const both = followCure(setting.resin, {
    ...run,
    vessel: { kind: 'bed', depthMm, wall },
    roomTempC: roomAt(setting, fromMin),
    roomSteps,
    startTempC: at.tempC + frac * raised.warmerK,
    startMoldC: at.moldTempC,
    startConversion: Math.min(MOST_CONVERTED, Math.max(0, at.conversion + frac * raised.aheadBy)),
    fromMin,
    toMin: Math.max(run.toMin, fromMin + 1),
  })
  return followedBy(film, both)
}

/** Two legs of which each is told by itself. */
function followedBy(first: CureHistory, second: CureHistory): CureHistory {
  const atMin = second.fromMin
  const firstOr = (inFirst: number | null, inSecond: number | null) =>
    inFirst !== null && inFirst < atMin ? inFirst : inSecond
  return {
    fromMin: first.fromMin,
    toMin: second.toMin,
    gelMin: firstOr(first.gelMin, second.gelMin),
    stateAt: (min) => (min < atMin ? first : second).stateAt(min),
    tempAt: (min) => (min < atMin ? first : second).tempAt(min),
    whenFlowLeft: (perPa) => firstOr(first.whenFlowLeft(perPa), second.whenFlowLeft(perPa)),
    whenGlass: (glassC) => firstOr(first.whenGlass(glassC), second.whenGlass(glassC)),
  }
}

/**
 * The whole cure of that cup decanted at that minute, or left standing when null.
 * Throws RangeError when the decant is not at or before gel in the cup.
 */
export function forecastPour(cup: FilledCup, decantMin: number | null): PourForecast {
  const { setting, history } = cup
  if (decantMin === null) return { setting, cup: history, decantMin, bed: null, film: null }
  const latestMin = history.gelMin ?? history.toMin
  if (!(decantMin >= 0 && decantMin <= latestMin)) {
    throw new RangeError(
      `forecastPour: decant at ${decantMin} min, expected 0 to ${latestMin.toFixed(1)} min, when the cup gels`,
    )
  }
  const film = bedHistory(cup, decantMin, false)
  const bed = raisedBed(setting, film, { toMin: decantMin + FULL_CURE_MIN })
  return { setting, cup: history, decantMin, bed, film }
}

/** Bubbles out and poured: a later layer does not wait in its cup (common practice). */
const LATER_DECANT_MIN = 5

const LEAST_LAYER_G = 1

/** A layer stirred later from the same resin, in the room as it is by then, as if its stop-stir were minute 0. */
export const forecastLayer = remembered(followLayer)

function followLayer(
  setting: PourSetting,
  { massG, depthMm }: { readonly massG: number; readonly depthMm: number },
): PourForecast {
  const roomTempC = lastRoomC(setting)
  const own = {
    ...setting,
    roomTempC,
    roomSteps: [],
    startTempC: roomTempC + STIRRED_K,
    cupMassG: Math.max(LEAST_LAYER_G, massG),
    bedDepthMm: depthMm,
    // What the pour held back is not laid on it.
    raised: undefined,
  }
  const cup = fillCup(own)
  return forecastPour(cup, Math.min(LATER_DECANT_MIN, cup.limits?.stopMin ?? Infinity))
}

/** The state of the mass that is worked with: the cup's before decanting, the bed's after. */
export function stateAt(forecast: PourForecast, min: number): ResinState {
  return wholeLife(forecast).stateAt(min)
}

// Every step of a plan asks for it.
const lives = new WeakMap<PourForecast, CureHistory>()

/** Cup and bed as one life, from stop-stir on. */
export function wholeLife(forecast: PourForecast): CureHistory {
  const { cup, bed } = forecast
  if (!bed) return cup
  const life = lives.get(forecast) ?? joined(cup, bed)
  lives.set(forecast, life)
  return life
}

/** The same life had nothing been laid on the bed: what is laid on it is timed by that. */
export function filmLife(forecast: PourForecast): CureHistory {
  const { cup, bed, film } = forecast
  return film === null || film === bed ? wholeLife(forecast) : joined(cup, film)
}

/** When a cup must be empty: 50 C is the warning, the stop is 55 C or 80 % of the way to gel, whichever comes first. */
export interface CupLimits {
  readonly warnMin: number | null
  readonly stopMin: number
  readonly gelMin: number
  readonly peakTempC: number
  readonly peakMin: number
}

const CUP_WARN_C = 50
const CUP_STOP_C = 55

/** The limits of a cup that is followed beyond its gel; null where it does not gel. */
function cupLimits(cup: CureHistory): CupLimits | null {
  if (cup.gelMin === null) return null
  const peak = peakOf(cup, cup.gelMin * 1.5)
  const reaches = (tempC: number) =>
    bisect((min) => cup.tempAt(min) - tempC, { from: cup.fromMin, to: peak.min, tolerance: 0.01 })
  const hotMin = reaches(CUP_STOP_C)
  const byGelMin = CUP_STOP_OF_GEL * cup.gelMin
  return {
    warnMin: reaches(CUP_WARN_C),
    stopMin: hotMin === null ? byGelMin : Math.min(hotMin, byGelMin),
    gelMin: cup.gelMin,
    peakTempC: peak.tempC,
    peakMin: peak.min,
  }
}

/** The warmest moment up to that minute, by narrowing thirds: a cup warms, peaks once and cools. */
function peakOf(cup: CureHistory, untilMin: number): { readonly min: number; readonly tempC: number } {
  let from = cup.fromMin
  let to = untilMin
  while (to - from > 0.01) {
    const third = (to - from) / 3
    if (cup.tempAt(from + third) < cup.tempAt(to - third)) from += third
    else to -= third
  }
  const min = (from + to) / 2
  return { min, tempC: cup.stateAt(min).tempC }
}

/** What to aim at: so much flow still to come, so long after decanting. */
export interface DecantAim {
  readonly remainingFluidityPerPa: number
  /** From decanting to the moment aimed at. */
  readonly gapMin: number
  /** How long the hands pour: the cup is empty when they are done, not when they begin. */
  readonly handsMin?: number
}

export type DecantAnswer =
  | { readonly kind: 'solved'; readonly decantMin: number; readonly atMin: number }
  /** Even poured at once, the resin is past the aim by then, or the cup past its limit. */
  | { readonly kind: 'tooLateAtOnce'; readonly fluidityPerPa: number }
  /** The cup has to be emptied before; the moment then comes later, in the bed. */
  | { readonly kind: 'cupFirst'; readonly decantMin: number; readonly atMin: number }

/**
 * When to begin decanting so that the bed meets the aim; with the latest answer the cup is just empty when it must be.
 * Null when the resin does not gel. Throws RangeError for a gap below 0.
 */
export function solveDecant(cup: FilledCup, aim: DecantAim): DecantAnswer | null {
  if (!(aim.gapMin >= 0)) throw new RangeError(`solveDecant: gapMin is ${aim.gapMin}, expected 0 or more`)
  if (!cup.limits) return null
  const latestMin = cup.limits.stopMin - (aim.handsMin ?? 0)
  const bedAt = (decantMin: number) => bedHistory(cup, decantMin, true)
  const excess = (decantMin: number) =>
    bedAt(decantMin).stateAt(decantMin + aim.gapMin).remainingFluidityPerPa - aim.remainingFluidityPerPa
  const atOnce = excess(0)
  if (atOnce < 0 || latestMin < 0)
    return { kind: 'tooLateAtOnce', fluidityPerPa: atOnce + aim.remainingFluidityPerPa }
  const decantMin = bisect(excess, { from: 0, to: latestMin, tolerance: 0.005 })
  if (decantMin !== null) return { kind: 'solved', decantMin, atMin: decantMin + aim.gapMin }
  const bed = bedAt(latestMin)
  const atMin = bed.whenFlowLeft(aim.remainingFluidityPerPa)
  return atMin === null ? null : { kind: 'cupFirst', decantMin: latestMin, atMin }
}
