import { bisect } from '../numeric/index.ts'
import {
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

/**
 * The whole cure of that cup decanted at that minute, or left standing when null.
 * Throws RangeError when the decant is not at or before gel in the cup.
 */
export function forecastPour(cup: FilledCup, decantMin: number | null): PourForecast {
  const { setting, history } = cup
  if (decantMin === null) return { setting, cup: history, decantMin, bed: null }
  const latestMin = history.gelMin ?? history.toMin
  if (!(decantMin >= 0 && decantMin <= latestMin)) {
    throw new RangeError(
      `forecastPour: decant at ${decantMin} min, expected 0 to ${latestMin.toFixed(1)} min, when the cup gels`,
    )
  }
  return { setting, cup: history, decantMin, bed: bedHistory(cup, decantMin, false) }
}

/** Bubbles out and poured: a later layer does not wait in its cup (common practice). */
const LATER_DECANT_MIN = 5

const LEAST_LAYER_G = 1

/** A layer stirred later from the same resin, in the room as it is by then, as if its stop-stir were minute 0. */
export function forecastLayer(
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
  }
  const cup = fillCup(own)
  return forecastPour(cup, Math.min(LATER_DECANT_MIN, cup.limits?.stopMin ?? Infinity))
}

/** The state of the mass that is worked with: the cup's before decanting, the bed's after. */
export function stateAt(forecast: PourForecast, min: number): ResinState {
  return wholeLife(forecast).stateAt(min)
}

/** Cup and bed as one life, from stop-stir on. */
export function wholeLife({ cup, bed }: PourForecast): CureHistory {
  return bed ? joined(cup, bed) : cup
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
const CUP_STOP_OF_GEL = 0.8

function cupLimits(cup: CureHistory): CupLimits | null {
  if (cup.gelMin === null) return null
  const peak = peakOf(cup, cup.gelMin * 1.5)
  const reaches = (tempC: number) =>
    bisect((min) => cup.tempAt(min) - tempC, { from: 0, to: peak.min, tolerance: 0.01 })
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
  let from = 0
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
