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
  /** Stop soon after gel: enough to know the remaining fluidity, cheaper than the whole week. */
  readonly onlyToGel?: boolean
}

const CONVERSION = 0
const TEMP = 1
const SPENT_FLUIDITY = 2

/**
 * The life of one resin mass: conversion, temperature and spent flow integrated together.
 *
 *   da/dt = rate(a, T),   cp dT/dt = dH da/dt - (UA/m)(T - T_room),   dS/dt = 1/viscosity(a, T)
 */
export function followCure(resin: CuringResin, run: CureRun): CureHistory {
  const { cure, flow } = resin
  const lossPerS = heatLossWPerGK(run.vessel, mixedDensityGPerMl(resin)) / cure.heatCapacityJPerGK
  const adiabaticRiseK = cure.reactionHeatJPerG / cure.heatCapacityJPerGK
  const solution = integrate({
    derivative: (_t, y, slope) => {
      const rate = cureRatePerS(cure, y[CONVERSION]!, y[TEMP]!)
      slope[CONVERSION] = rate
      slope[TEMP] = rate * adiabaticRiseK - lossPerS * (y[TEMP]! - run.roomTempC)
      slope[SPENT_FLUIDITY] = 1 / viscosityPaS(flow, y[CONVERSION]!, y[TEMP]!)
    },
    initial: [run.startConversion, run.startTempC, 0],
    from: run.fromMin * 60,
    to: run.toMin * 60,
    absoluteError: [1e-7, 1e-4, 1e-2],
    relativeError: 1e-6,
    firstStep: 10,
    ...(run.onlyToGel && { stopWhen: (y: Float64Array) => y[CONVERSION]! > flow.gelConversion }),
  })
  return historyOf(resin, run, solution)
}

function historyOf({ cure, flow }: CuringResin, run: CureRun, solution: Solution): CureHistory {
  const allFluidity = solution.at(solution.to, SPENT_FLUIDITY)
  const untilGel = (s: number) => solution.at(s, CONVERSION) - flow.gelConversion
  const gelS = bisect(untilGel, { from: solution.from, to: solution.to, tolerance: 0.01 })
  const stateAt = (min: number): ResinState => {
    const conversion = solution.at(min * 60, CONVERSION)
    const tempC = solution.at(min * 60, TEMP)
    return {
      conversion,
      tempC,
      viscosityPaS: viscosityPaS(flow, conversion, tempC),
      remainingFluidityPerPa: Math.max(0, allFluidity - solution.at(min * 60, SPENT_FLUIDITY)),
      glassC: glassTransitionC(cure, conversion),
      ratePerS: cureRatePerS(cure, conversion, tempC),
    }
  }
  return { fromMin: run.fromMin, toMin: solution.to / 60, gelMin: gelS === null ? null : gelS / 60, stateAt }
}
