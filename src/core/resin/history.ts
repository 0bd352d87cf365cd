import { conversionAtGlass, cureRatePerS, glassTransitionC, viscosityPaS } from './cure.ts'
import { mixedDensityGPerMl, type MixedFrom, type Resin } from './resin.ts'
import {
  CONVERSION,
  MOLD,
  SPENT_FLOW,
  TEMP,
  traceAt,
  traceCure,
  traceToS,
  traceWhen,
  type SlopeInto,
  type Trace,
} from './trace.ts'
import { airLossAt, heatPathsOf, type AirLoss, type Vessel } from './vessel.ts'

/** What a resin mass is like at one moment. */
export interface ResinState {
  readonly conversion: number
  readonly tempC: number
  /** Of the mold it lies in; of no meaning for a mass without one. */
  readonly moldTempC: number
  /** Infinity from gel on. */
  readonly viscosityPaS: number
  /** Flow still to come, the integral of dt/viscosity from now to gel, in 1/Pa. */
  readonly remainingFluidityPerPa: number
  readonly glassC: number
  readonly ratePerS: number
}

/** One resin mass followed through time in one vessel; minutes from stop-stir. */
export interface CureHistory {
  readonly fromMin: number
  readonly toMin: number
  /** Null when it does not gel within the run. */
  readonly gelMin: number | null
  readonly stateAt: (min: number) => ResinState
  /** The temperature alone, in C. */
  readonly tempAt: (min: number) => number
  /** The first minute at which no more than that flow is still to come, or the glass transition has risen to that many C: the
   *  begin where it is past already, null where it never comes. */
  readonly whenFlowLeft: (perPa: number) => number | null
  readonly whenGlass: (glassC: number) => number | null
}

export type CuringResin = Pick<Resin, 'cure' | 'flow' | 'fullCureDays'> & MixedFrom

export interface CureRun {
  readonly vessel: Vessel
  /** At the begin; `roomSteps` tells when it becomes another. */
  readonly roomTempC: number
  readonly roomSteps?: readonly RoomStep[]
  readonly startTempC: number
  /** Of the mold at the begin; the room's where it is not said. */
  readonly startMoldC?: number
  readonly startConversion: number
  readonly fromMin: number
  readonly toMin: number
  /** On the heat lost to air and board; 1 where it is not said. */
  readonly lossFactor?: number
  /** Of each integration step; 1e-6 where it is not said. */
  readonly relativeError?: number
  /** Stop soon after gel: enough to know the remaining fluidity, cheaper than the whole week. */
  readonly onlyToGel?: boolean
}

/** From that minute on the room is of that temperature. */
export interface RoomStep {
  readonly fromMin: number
  readonly tempC: number
}

/** How closely a gelled mass must follow its own slow heat before its temperature needs no equation of its own, in K. */
const quietWithinK = (relativeError: number) => 2 * Math.sqrt(relativeError)

/**
 * The life of one resin mass: conversion, temperature, its mold's temperature and spent flow integrated together.
 *
 *   da/dt = rate(a, T),   dS/dt = 1/viscosity(a, T)
 *   cp dT/dt = dH da/dt - air (T - T_room) - link (T - T_mold)
 *   c_mold dT_mold/dt = link (T - T_mold) - board (T_mold - T_room)
 *
 * Once it has gelled and its temperature has come to rest on its own slow heat, only the conversion is followed: days pass in long steps
 * instead of steps as short as the mass takes to cool. Where the room becomes another, one leg ends and the next begins.
 */
export function followCure(resin: CuringResin, run: CureRun): CureHistory {
  const step = nextStep(run)
  if (!step) return followLeg(resin, run)
  const before = followLeg(resin, { ...run, toMin: step.fromMin })
  if (run.onlyToGel === true && before.gelMin !== null) return before
  const at = before.stateAt(step.fromMin)
  const after = followCure(resin, {
    ...run,
    roomTempC: step.tempC,
    startTempC: at.tempC,
    startMoldC: at.moldTempC,
    startConversion: at.conversion,
    fromMin: step.fromMin,
  })
  return joined(before, after)
}

function nextStep({ roomSteps = [], fromMin, toMin }: CureRun): RoomStep | undefined {
  return roomSteps.find((step) => step.fromMin > fromMin && step.fromMin < toMin)
}

/** The room of that run at that minute. */
export function roomAt(
  { roomTempC, roomSteps = [] }: Pick<CureRun, 'roomTempC' | 'roomSteps'>,
  min: number,
): number {
  return roomSteps.findLast((step) => step.fromMin <= min)?.tempC ?? roomTempC
}

/** Two legs of one mass as one life; what flow is left in the first is counted through the second. */
export function joined(first: CureHistory, second: CureHistory): CureHistory {
  const atMin = second.fromMin
  const flowBefore = first.stateAt(atMin).remainingFluidityPerPa
  const flowAfter = second.stateAt(atMin).remainingFluidityPerPa
  const firstOr = (inFirst: number | null, inSecond: () => number | null) =>
    inFirst !== null && inFirst < atMin ? inFirst : inSecond()
  return {
    fromMin: first.fromMin,
    toMin: second.toMin,
    gelMin: firstOr(first.gelMin, () => second.gelMin),
    stateAt: (min) => {
      if (min >= atMin) return second.stateAt(min)
      const state = first.stateAt(min)
      return { ...state, remainingFluidityPerPa: state.remainingFluidityPerPa - flowBefore + flowAfter }
    },
    tempAt: (min) => (min >= atMin ? second : first).tempAt(min),
    whenFlowLeft: (perPa) =>
      firstOr(first.whenFlowLeft(perPa - flowAfter + flowBefore), () => second.whenFlowLeft(perPa)),
    whenGlass: (glassC) => firstOr(first.whenGlass(glassC), () => second.whenGlass(glassC)),
  }
}

function followLeg(resin: CuringResin, run: CureRun): CureHistory {
  const body = heatBodyOf(resin, run)
  const { gelConversion } = resin.flow
  const { relativeError = USUAL_ERROR } = run
  const nearK = quietWithinK(relativeError)
  const lively = traceCure({
    slopeInto: livelySlope(resin, body),
    startConversion: run.startConversion,
    startTempC: run.startTempC,
    startMoldC: run.startMoldC ?? run.roomTempC,
    fromS: run.fromMin * 60,
    toS: run.toMin * 60,
    firstStepS: 60,
    relativeError,
    stopWhen: (conversion, tempC, moldC) => {
      if (conversion <= gelConversion) return false
      if (run.onlyToGel === true) return true
      const quietK = quietState(resin, body, conversion).tempC - body.roomTempC
      return (
        Math.abs(tempC - body.roomTempC - quietK) < nearK &&
        Math.abs(moldC - body.roomTempC - body.moldShare * quietK) < nearK
      )
    },
  })
  const quiet =
    run.onlyToGel || traceToS(lively) >= run.toMin * 60 ? null : quietLife(resin, body, { lively, run })
  return historyOf(resin, { run, body, lively, quiet })
}

const USUAL_ERROR = 1e-6

interface HeatBody {
  readonly roomTempC: number
  readonly adiabaticRiseK: number
  /** Of the resin's excess a second, to the air: per W/gK of that loss. */
  readonly air: AirLoss
  readonly perAir: number
  /** Of the resin's excess a second to the mold; of the mold's: from the resin and to the board. */
  readonly linkPerS: number
  readonly takesPerS: number
  readonly boardPerS: number
  /** At rest: of the resin's excess the mold has so much, and so much of it is lost a second through the mold. */
  readonly moldShare: number
  readonly moldLossPerS: number
  /** How much longer the mold makes the resin lag behind its heat. */
  readonly lagFactor: number
}

function heatBodyOf(resin: CuringResin, { vessel, roomTempC, lossFactor = 1 }: CureRun): HeatBody {
  const { reactionHeatJPerG, heatCapacityJPerGK } = resin.cure
  const paths = heatPathsOf(vessel, mixedDensityGPerMl(resin))
  const own = heatCapacityJPerGK * paths.wallFactor
  const linkPerS = paths.linkWPerGK / own
  const takesPerS = paths.moldJPerGK > 0 ? paths.linkWPerGK / paths.moldJPerGK : 0
  const boardPerS = paths.moldJPerGK > 0 ? (lossFactor * paths.boardWPerGK) / paths.moldJPerGK : 0
  const passes = takesPerS + boardPerS
  const moldShare = passes > 0 ? takesPerS / passes : 0
  return {
    roomTempC,
    adiabaticRiseK: reactionHeatJPerG / own,
    air: paths.air,
    perAir: lossFactor / own,
    linkPerS,
    takesPerS,
    boardPerS,
    moldShare,
    moldLossPerS: linkPerS * (1 - moldShare),
    lagFactor: 1 + (passes > 0 ? (linkPerS * moldShare) / passes : 0),
  }
}

function livelySlope(
  { cure, flow }: CuringResin,
  { roomTempC, air, perAir, linkPerS, takesPerS, boardPerS, adiabaticRiseK }: HeatBody,
): SlopeInto {
  return (conversion, tempC, moldC, slope) => {
    const rate = cureRatePerS(cure, conversion, tempC)
    slope[CONVERSION] = rate
    const excessK = tempC - roomTempC
    const lostK = perAir * airLossAt(air, excessK, roomTempC) * excessK
    slope[TEMP] = rate * adiabaticRiseK - lostK - linkPerS * (tempC - moldC)
    slope[SPENT_FLOW] = conversion < flow.gelConversion ? 1 / viscosityPaS(flow, conversion, tempC) : 0
    slope[MOLD] = takesPerS * (tempC - moldC) - boardPerS * (moldC - roomTempC)
  }
}

interface QuietState {
  readonly ratePerS: number
  readonly tempC: number
}

/** Small enough for a slope, large enough for its digits. */
const A_LITTLE_CURED = 1e-5

/**
 * Rate and temperature where the mass follows its own slow heat: T = T_room + K rate(a, T) less the lag of first order in its
 * cooling time, with K = (dH/cp)/loss, the loss through air, mold and board together and the lag that of both bodies. The rate is taken
 * as linear in T between the room and one substitution. Infinity where the mass would warm without end.
 */
function quietState({ cure }: CuringResin, body: HeatBody, conversion: number): QuietState {
  const { roomTempC, adiabaticRiseK, lagFactor } = body
  const atRoom = cureRatePerS(cure, conversion, roomTempC)
  const lossPerS = restingLossPerS(body, adiabaticRiseK * atRoom)
  if (lossPerS === 0) return { ratePerS: Infinity, tempC: Infinity }
  const heatK = adiabaticRiseK / lossPerS
  if (atRoom === 0 || heatK === 0) return { ratePerS: atRoom, tempC: roomTempC }
  const warmerC = roomTempC + heatK * atRoom
  const warmer = cureRatePerS(cure, conversion, warmerC)
  const damping = 2 - warmer / atRoom
  if (!(damping > 0)) return { ratePerS: Infinity, tempC: Infinity }
  const evenRate = atRoom / damping
  const slower = (cureRatePerS(cure, conversion + A_LITTLE_CURED, warmerC) - warmer) / A_LITTLE_CURED
  const lagK = (lagFactor * heatK * evenRate * slower) / (lossPerS * damping ** 2)
  const perK = (1 - damping) / heatK
  return { ratePerS: evenRate - perK * lagK, tempC: roomTempC + heatK * evenRate - lagK }
}

/** The loss of a mass at rest that gives off so many kelvin a second: what its own excess makes of it, found by substitution. */
function restingLossPerS(body: HeatBody, warmsKPerS: number): number {
  const { air, perAir, moldLossPerS, roomTempC } = body
  let lossPerS = perAir * airLossAt(air, A_LITTLE_WARMER_K, roomTempC) + moldLossPerS
  if (air.liftWPerGK === 0 && air.glowWPerGK === 0) return lossPerS
  for (let turn = 0; turn < RESTING_TURNS; turn++)
    lossPerS = perAir * airLossAt(air, warmsKPerS / lossPerS, roomTempC) + moldLossPerS
  return lossPerS
}

const A_LITTLE_WARMER_K = 0.1
/** Each turn leaves a quarter of the error of the loss's lift. */
const RESTING_TURNS = 4

function quietLife(
  resin: CuringResin,
  body: HeatBody,
  { lively, run }: { readonly lively: Trace; readonly run: CureRun },
): Trace {
  const fromS = traceToS(lively)
  return traceCure({
    slopeInto: (conversion, _tempC, _moldC, slope) => {
      slope[CONVERSION] = quietState(resin, body, conversion).ratePerS
      slope[TEMP] = 0
      slope[SPENT_FLOW] = 0
      slope[MOLD] = 0
    },
    startConversion: traceAt(lively, CONVERSION, fromS),
    startTempC: body.roomTempC,
    startMoldC: body.roomTempC,
    fromS,
    toS: run.toMin * 60,
    firstStepS: 3600,
    relativeError: run.relativeError ?? USUAL_ERROR,
    stopWhen: () => false,
  })
}

interface Lives {
  readonly run: CureRun
  readonly body: HeatBody
  readonly lively: Trace
  /** Null when the run ended before the mass came to rest. */
  readonly quiet: Trace | null
}

function historyOf(resin: CuringResin, { run, body, lively, quiet }: Lives): CureHistory {
  const { cure, flow } = resin
  const livelyToS = traceToS(lively)
  const allFlow = traceAt(lively, SPENT_FLOW, livelyToS)
  const conversionAt = (s: number) => traceAt(quiet !== null && s > livelyToS ? quiet : lively, CONVERSION, s)
  const warmthAt = (s: number, conversion: number) =>
    quiet !== null && s > livelyToS ? quietState(resin, body, conversion).tempC : traceAt(lively, TEMP, s)
  const moldAt = (s: number, tempC: number) =>
    quiet !== null && s > livelyToS
      ? body.roomTempC + body.moldShare * (tempC - body.roomTempC)
      : traceAt(lively, MOLD, s)
  const minutes = (s: number | null) => (s === null ? null : s / 60)
  const whenConverted = (conversion: number) =>
    minutes(traceWhen(lively, CONVERSION, conversion) ?? (quiet && traceWhen(quiet, CONVERSION, conversion)))
  const stateAt = (min: number): ResinState => {
    if (Number.isNaN(min)) throw new RangeError('stateAt: the minute is not a number')
    const s = min * 60
    const conversion = conversionAt(s)
    const tempC = warmthAt(s, conversion)
    return {
      conversion,
      tempC,
      moldTempC: moldAt(s, tempC),
      viscosityPaS: viscosityPaS(flow, conversion, tempC),
      remainingFluidityPerPa:
        conversion >= flow.gelConversion ? 0 : Math.max(0, allFlow - traceAt(lively, SPENT_FLOW, s)),
      glassC: glassTransitionC(cure, conversion),
      ratePerS: cureRatePerS(cure, conversion, tempC),
    }
  }
  return {
    fromMin: run.fromMin,
    toMin: traceToS(quiet ?? lively) / 60,
    gelMin: whenConverted(flow.gelConversion),
    stateAt,
    tempAt: (min) => warmthAt(min * 60, conversionAt(min * 60)),
    whenFlowLeft: (perPa) => minutes(traceWhen(lively, SPENT_FLOW, allFlow - perPa)),
    whenGlass: (glassC) => whenConverted(conversionAtGlass(cure, glassC)),
  }
}
