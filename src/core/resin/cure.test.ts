import { describe, expect, test } from '@jest/globals'
import { Solver } from 'odex'
import { ARCHETYPES, type ArchetypeId } from './archetypes.ts'
import { arrhenius, cureRatePerS, glassTransitionC, viscosityPaS } from './cure.ts'
import { followCure, type CureRun, type CuringResin } from './history.ts'
import { heatLossWPerGK } from './vessel.ts'

const { quick } = ARCHETYPES

/** No heat of reaction and no diffusion control: the bare rate law at room temperature. */
function isothermal(cure: Partial<CuringResin['cure']>): CuringResin {
  return { ...quick, cure: { ...quick.cure, reactionHeatJPerG: 0, diffusionOffsetK: 1000, ...cure } }
}

const run: CureRun = {
  vessel: { kind: 'sealed' },
  roomTempC: 25,
  startTempC: 25,
  startConversion: 0,
  fromMin: 0,
  toMin: 600,
}

describe('rate law', () => {
  test('first order: a = 1 - exp(-k t) where only the start reaction runs', () => {
    const resin = isothermal({ startRatePerS: 1e-4, networkRatePerS: 0, depletionOrder: 1 })
    const history = followCure(resin, run)
    for (const min of [10, 60, 240]) {
      expect(history.stateAt(min).conversion).toBeCloseTo(1 - Math.exp(-1e-4 * 60 * min), 5)
    }
  })

  test('autocatalytic: the logistic curve where only the network reaction runs (m = n = 1)', () => {
    const resin = isothermal({
      startRatePerS: 1e-30,
      networkRatePerS: 5e-4,
      networkOrder: 1,
      depletionOrder: 1,
    })
    const history = followCure(resin, { ...run, startConversion: 0.01 })
    for (const min of [30, 120, 300]) {
      const exact = 1 / (1 + 99 * Math.exp(-5e-4 * 60 * min))
      expect(history.stateAt(min).conversion).toBeCloseTo(exact, 5)
    }
  })

  test('58 kJ/mol doubles the rate for about every 10 K (rule of thumb Q10 = 2 to 2.5)', () => {
    const q10 = arrhenius(58e3, 35) / arrhenius(58e3, 25)
    expect(q10).toBeGreaterThan(2)
    expect(q10).toBeLessThan(2.5)
  })

  test('reaction all but stops where the glass transition is far above the resin', () => {
    const cold = cureRatePerS(quick.cure, 0.9, 0)
    expect(cold).toBeLessThan(1e-3 * cureRatePerS({ ...quick.cure, diffusionOffsetK: 1000 }, 0.9, 0))
  })
})

describe('heat', () => {
  test('a sealed cup warms by reaction heat over heat capacity, 400 / 1.9 = 210.5 K', () => {
    const resin = { ...quick, cure: { ...quick.cure, diffusionOffsetK: 1000 } }
    const history = followCure(resin, { ...run, toMin: 5000 })
    const last = history.stateAt(5000)
    expect(last.tempC - 25).toBeCloseTo((400 / 1.9) * last.conversion, 1)
    expect(last.conversion).toBeGreaterThan(0.99)
  })

  test('a mass that does not react cools as exp(-t / tau), tau = cp m / UA (Incropera & DeWitt, lumped capacitance)', () => {
    const resin = isothermal({ startRatePerS: 1e-30, networkRatePerS: 0 })
    const vessel = { kind: 'bed', depthMm: 6 } as const
    const history = followCure(resin, { ...run, vessel, roomTempC: 20, startTempC: 60 })
    const tauMin = quick.cure.heatCapacityJPerGK / heatLossWPerGK(vessel, 1.1) / 60
    expect(tauMin).toBeCloseTo((1.9 * 1100 * 0.006 * 1000) / 18 / 60, 1)
    for (const min of [5, 20, 60])
      expect(history.stateAt(min).tempC).toBeCloseTo(20 + 40 * Math.exp(-min / tauMin), 2)
  })

  test('a cup as high as wide has 5.54 V^(2/3) of surface', () => {
    const volumeM3 = 100e-6 / 1.1
    const perGram = (7 * 5.54 * volumeM3 ** (2 / 3)) / 100
    expect(heatLossWPerGK({ kind: 'cup', massG: 100 }, 1.1)).toBeCloseTo(perGram, 5)
  })
})

describe('glass and gel', () => {
  test('DiBenedetto: unreacted and fully reacted ends, rising in between', () => {
    expect(glassTransitionC(quick.cure, 0)).toBeCloseTo(-35, 9)
    expect(glassTransitionC(quick.cure, 1)).toBeCloseTo(58, 9)
    expect(glassTransitionC(quick.cure, 0.5)).toBeGreaterThan(glassTransitionC(quick.cure, 0.4))
  })

  test('viscosity starts at the data sheet value, 25 C, and has no end at gel', () => {
    expect(viscosityPaS(quick.flow, 0, 25)).toBeCloseTo(1, 9)
    expect(viscosityPaS(quick.flow, 0.599, 25)).toBeGreaterThan(1000)
    expect(viscosityPaS(quick.flow, 0.6, 25)).toBe(Infinity)
  })

  test('the gel conversion lies near 1 / sqrt((f - 1)(g - 1)) = 0.577 of Flory and Stockmayer for f = 4, g = 2', () => {
    expect(Math.abs(quick.flow.gelConversion / (1 / Math.sqrt((4 - 1) * (2 - 1))) - 1)).toBeLessThan(0.05)
  })
})

describe('against an independent solver of the same equations (odex, Gragg-Bulirsch-Stoer)', () => {
  test.each<ArchetypeId>(['quick', 'medium', 'slow'])('the %s resin in a 6 mm bed', (id) => {
    const resin = ARCHETYPES[id]
    const { cure, flow } = resin
    const vessel = { kind: 'bed', depthMm: 6 } as const
    const history = followCure(resin, { ...run, vessel, roomTempC: 22, startTempC: 35, toMin: 1440 })
    const density = 1.1
    const lossPerS = heatLossWPerGK(vessel, density) / cure.heatCapacityJPerGK
    const solver = new Solver(3)
    solver.absoluteTolerance = 1e-10
    solver.relativeTolerance = 1e-10
    solver.maxSteps = 200_000
    const rhs = (_t: number, [a, tempC]: number[]) => {
      const rate = cureRatePerS(cure, a!, tempC!)
      return [
        rate,
        (rate * cure.reactionHeatJPerG) / cure.heatCapacityJPerGK - lossPerS * (tempC! - 22),
        1 / viscosityPaS(flow, a!, tempC!),
      ]
    }
    for (const min of [30, 120, 480, 1440]) {
      const [conversion, tempC, spent] = solver.solve(rhs, 0, [0, 35, 0], min * 60).y
      const state = history.stateAt(min)
      expect(state.conversion).toBeCloseTo(conversion!, 4)
      expect(state.tempC).toBeCloseTo(tempC!, 2)
      const mine = history.stateAt(0).remainingFluidityPerPa - state.remainingFluidityPerPa
      expect(Math.abs(mine / spent! - 1)).toBeLessThan(2e-4)
    }
  })
})
