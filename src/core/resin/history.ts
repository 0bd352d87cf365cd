import { bisect, integrate, type Solution } from '../numeric/index.ts'
import { cureRatePerS, glassTransitionC, viscosityPaS } from './cure.ts'
import { mixedDensityGPerMl, type MixedFrom, type Resin } from './resin.ts'
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

const CONVERSION = 0
const TEMP = 1
const SPENT_FLUIDITY = 2

/** How closely a gelled mass must follow its own slow heat before its temperature needs no equation of its own. */
const QUIET_K = 0.01

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
  const lively = integrate({
    derivative: (_t, y, slope) => {
      const rate = cureRatePerS(resin.cure, y[CONVERSION]!, y[TEMP]!)
      slope[CONVERSION] = rate
      slope[TEMP] = rate * body.adiabaticRiseK - body.lossPerS * (y[TEMP]! - run.roomTempC)
      slope[SPENT_FLUIDITY] = 1 / viscosityPaS(resin.flow, y[CONVERSION]!, y[TEMP]!)
    },
    initial: [run.startConversion, run.startTempC, 0],
    from: run.fromMin * 60,
    to: run.toMin * 60,
    ...tolerances(run.relativeError),
    firstStep: 10,
    stopWhen: (y) => {
      if (y[CONVERSION]! <= resin.flow.gelConversion) return false
      return run.onlyToGel === true || Math.abs(y[TEMP]! - quietTempC(resin, body, y[CONVERSION]!)) < QUIET_K
    },
  })
  const quiet = run.onlyToGel || lively.to >= run.toMin * 60 ? null : quietLife(resin, body, { lively, run })
  return historyOf(resin, { run, body, lively, quiet })
}

interface HeatBody {
  readonly roomTempC: number
  readonly lossPerS: number
  readonly adiabaticRiseK: number
}

/** Errors allowed to conversion, temperature and spent flow, in step with one another. */
function tolerances(relativeError = 1e-6) {
  return { relativeError, absoluteError: [relativeError / 10, relativeError * 100, relativeError * 1e4] }
}

function heatBodyOf(resin: CuringResin, { vessel, roomTempC, lossFactor = 1 }: CureRun): HeatBody {
  const { reactionHeatJPerG, heatCapacityJPerGK } = resin.cure
  return {
    roomTempC,
    lossPerS: (lossFactor * heatLossWPerGK(vessel, mixedDensityGPerMl(resin))) / heatCapacityJPerGK,
    adiabaticRiseK: reactionHeatJPerG / heatCapacityJPerGK,
  }
}

/** Where heat made and heat lost are even: T = T_room + (dH/cp) rate(a, T) / loss, by two substitutions. */
function quietTempC(
  { cure }: CuringResin,
  { roomTempC, lossPerS, adiabaticRiseK }: HeatBody,
  conversion: number,
): number {
  const at = (tempC: number) =>
    roomTempC + (adiabaticRiseK * cureRatePerS(cure, conversion, tempC)) / lossPerS
  return at(at(roomTempC))
}

function quietLife(
  resin: CuringResin,
  body: HeatBody,
  { lively, run }: { readonly lively: Solution; readonly run: CureRun },
): Solution {
  return integrate({
    derivative: (_t, y, slope) => {
      slope[CONVERSION] = cureRatePerS(resin.cure, y[CONVERSION]!, quietTempC(resin, body, y[CONVERSION]!))
    },
    initial: [lively.at(lively.to, CONVERSION)],
    from: lively.to,
    to: run.toMin * 60,
    absoluteError: [1e-7],
    relativeError: 1e-6,
    firstStep: 60,
  })
}

interface Lives {
  readonly run: CureRun
  readonly body: HeatBody
  readonly lively: Solution
  /** Null when the run ended before the mass came to rest. */
  readonly quiet: Solution | null
}

function historyOf(resin: CuringResin, { run, body, lively, quiet }: Lives): CureHistory {
  const { cure, flow } = resin
  const allFluidity = lively.at(lively.to, SPENT_FLUIDITY)
  const untilGel = (s: number) => lively.at(s, CONVERSION) - flow.gelConversion
  const gelS = bisect(untilGel, { from: lively.from, to: lively.to, tolerance: 0.01 })
  const stateAt = (min: number): ResinState => {
    const s = min * 60
    const rests = quiet !== null && s > lively.to
    const conversion = rests ? quiet.at(s, CONVERSION) : lively.at(s, CONVERSION)
    const tempC = rests ? quietTempC(resin, body, conversion) : lively.at(s, TEMP)
    return {
      conversion,
      tempC,
      viscosityPaS: viscosityPaS(flow, conversion, tempC),
      remainingFluidityPerPa: Math.max(0, allFluidity - lively.at(s, SPENT_FLUIDITY)),
      glassC: glassTransitionC(cure, conversion),
      ratePerS: cureRatePerS(cure, conversion, tempC),
    }
  }
  const toMin = (quiet ?? lively).to / 60
  return { fromMin: run.fromMin, toMin, gelMin: gelS === null ? null : gelS / 60, stateAt }
}
