import { conversionAtGlass, cureRatePerS, glassTransitionC, viscosityPaS } from './cure.ts'
import { mixedDensityGPerMl, type MixedFrom, type Resin } from './resin.ts'
import {
  CONVERSION,
  SPENT_FLOW,
  TEMP,
  traceAt,
  traceCure,
  traceToS,
  traceWhen,
  type SlopeInto,
  type Trace,
} from './trace.ts'
import { heatLossWPerGK, type Vessel } from './vessel.ts'

/** What a resin mass is like at one moment. */
export interface ResinState {
  readonly conversion: number
  readonly tempC: number
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

export type CuringResin = Pick<Resin, 'cure' | 'flow'> & MixedFrom

export interface CureRun {
  readonly vessel: Vessel
  readonly roomTempC: number
  readonly startTempC: number
  readonly startConversion: number
  readonly fromMin: number
  readonly toMin: number
  /** On the heat lost to the room; 1 where it is not said. */
  readonly lossFactor?: number
  /** Of each integration step; 1e-6 where it is not said. */
  readonly relativeError?: number
  /** Stop soon after gel: enough to know the remaining fluidity, cheaper than the whole week. */
  readonly onlyToGel?: boolean
}

/** How closely a gelled mass must follow its own slow heat before its temperature needs no equation of its own, in K. */
const quietWithinK = (relativeError: number) => 2 * Math.sqrt(relativeError)

/**
 * The life of one resin mass: conversion, temperature and spent flow integrated together.
 *
 *   da/dt = rate(a, T),   cp dT/dt = dH da/dt - (UA/m)(T - T_room),   dS/dt = 1/viscosity(a, T)
 *
 * Once it has gelled and its temperature has come to rest on T_room + dH rate / (UA/m), only the conversion is followed:
 * days pass in long steps instead of steps as short as the mass takes to cool.
 */
export function followCure(resin: CuringResin, run: CureRun): CureHistory {
  const body = heatBodyOf(resin, run)
  const { gelConversion } = resin.flow
  const { relativeError = USUAL_ERROR } = run
  const nearK = quietWithinK(relativeError)
  const lively = traceCure({
    slopeInto: livelySlope(resin, body),
    startConversion: run.startConversion,
    startTempC: run.startTempC,
    fromS: run.fromMin * 60,
    toS: run.toMin * 60,
    firstStepS: 60,
    relativeError,
    stopWhen: (conversion, tempC) => {
      if (conversion <= gelConversion) return false
      return run.onlyToGel === true || Math.abs(tempC - quietState(resin, body, conversion).tempC) < nearK
    },
  })
  const quiet =
    run.onlyToGel || traceToS(lively) >= run.toMin * 60 ? null : quietLife(resin, body, { lively, run })
  return historyOf(resin, { run, body, lively, quiet })
}

const USUAL_ERROR = 1e-6

interface HeatBody {
  readonly roomTempC: number
  readonly lossPerS: number
  readonly adiabaticRiseK: number
}

function heatBodyOf(resin: CuringResin, { vessel, roomTempC, lossFactor = 1 }: CureRun): HeatBody {
  const { reactionHeatJPerG, heatCapacityJPerGK } = resin.cure
  return {
    roomTempC,
    lossPerS: (lossFactor * heatLossWPerGK(vessel, mixedDensityGPerMl(resin))) / heatCapacityJPerGK,
    adiabaticRiseK: reactionHeatJPerG / heatCapacityJPerGK,
  }
}

function livelySlope(
  { cure, flow }: CuringResin,
  { roomTempC, lossPerS, adiabaticRiseK }: HeatBody,
): SlopeInto {
  return (conversion, tempC, slope) => {
    const rate = cureRatePerS(cure, conversion, tempC)
    slope[CONVERSION] = rate
    slope[TEMP] = rate * adiabaticRiseK - lossPerS * (tempC - roomTempC)
    slope[SPENT_FLOW] = conversion < flow.gelConversion ? 1 / viscosityPaS(flow, conversion, tempC) : 0
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
 * cooling time, with K = (dH/cp)/loss. The rate is taken as linear in T between the room and one substitution. Infinity where the
 * mass would warm without end.
 */
function quietState({ cure }: CuringResin, body: HeatBody, conversion: number): QuietState {
  const { roomTempC, lossPerS, adiabaticRiseK } = body
  const heatK = adiabaticRiseK / lossPerS
  const atRoom = cureRatePerS(cure, conversion, roomTempC)
  if (atRoom === 0) return { ratePerS: 0, tempC: roomTempC }
  const warmerC = roomTempC + heatK * atRoom
  const warmer = cureRatePerS(cure, conversion, warmerC)
  const damping = 2 - warmer / atRoom
  if (!(damping > 0)) return { ratePerS: Infinity, tempC: Infinity }
  const evenRate = atRoom / damping
  const slower = (cureRatePerS(cure, conversion + A_LITTLE_CURED, warmerC) - warmer) / A_LITTLE_CURED
  const lagK = (heatK * evenRate * slower) / (lossPerS * damping ** 2)
  const perK = (1 - damping) / heatK
  return { ratePerS: evenRate - perK * lagK, tempC: roomTempC + heatK * evenRate - lagK }
}

function quietLife(
  resin: CuringResin,
  body: HeatBody,
  { lively, run }: { readonly lively: Trace; readonly run: CureRun },
): Trace {
  const fromS = traceToS(lively)
  return traceCure({
    slopeInto: (conversion, _tempC, slope) => {
      slope[CONVERSION] = quietState(resin, body, conversion).ratePerS
      slope[TEMP] = 0
      slope[SPENT_FLOW] = 0
    },
    startConversion: traceAt(lively, CONVERSION, fromS),
    startTempC: body.roomTempC,
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
      viscosityPaS: viscosityPaS(flow, conversion, tempC),
      remainingFluidityPerPa: Math.max(0, allFlow - traceAt(lively, SPENT_FLOW, s)),
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
