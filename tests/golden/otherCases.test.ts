import { describe, expect, test } from '@jest/globals'
import { EXCESS_DENSITY_KG_PER_M3 } from '#core/batch/index.ts'
import { reportForecast } from '#core/plan/index.ts'
import { ARCHETYPES, mixedDensityGPerMl, type ArchetypeId } from '#core/resin/index.ts'
import { referenceFirst, referenceFluidity, referenceStates } from '../support/referenceCure.ts'

interface Case {
  readonly resin: ArchetypeId
  readonly roomC: number
  readonly cupG: number
  readonly decantMin: number
  readonly bedMm: number
}

/** Rooms, cups, beds and resins that no table of the model lists. */
const CASES: readonly Case[] = [
  { resin: 'quick', roomC: 17, cupG: 80, decantMin: 25, bedMm: 4 },
  { resin: 'quick', roomC: 19.5, cupG: 320, decantMin: 18, bedMm: 5 },
  { resin: 'quick', roomC: 23, cupG: 45, decantMin: 20, bedMm: 6 },
  { resin: 'medium', roomC: 20, cupG: 210, decantMin: 28, bedMm: 7 },
  { resin: 'medium', roomC: 24, cupG: 150, decantMin: 15, bedMm: 3 },
  { resin: 'slow', roomC: 22, cupG: 400, decantMin: 40, bedMm: 5 },
]

const forecastOf = ({ resin, roomC, cupG, decantMin, bedMm }: Case, atMin: readonly number[]) => {
  const report = reportForecast({
    resin: ARCHETYPES[resin],
    cupMassG: cupG,
    roomTempC: roomC,
    startTempC: null,
    bedDepthMm: bedMm,
    decantMin,
    decantKeepsFrac: 0.9,
    atMin,
    white: { dose: 'milky', excessDensityKgPerM3: null, holeMm: 2.5 },
    solve: null,
  })
  if (!report.ok) throw new Error(report.problem.kind)
  return report.value
}

const within = (value: number, expected: number, share: number) =>
  expect(Math.abs(value / expected - 1)).toBeLessThan(share)

describe.each(CASES)(
  '$resin at $roomC C, $cupG g decanted at $decantMin min into $bedMm mm, against a plain RK4 of the same equations',
  (each) => {
    const resin = ARCHETYPES[each.resin]
    const states = referenceStates({
      cure: resin.cure,
      flow: resin.flow,
      densityGPerMl: mixedDensityGPerMl(resin),
      roomC: each.roomC,
      cupG: each.cupG,
      decantMin: each.decantMin,
      bedMm: each.bedMm,
      untilMin: 36 * 60,
    })
    const minutes = [5, each.decantMin + 5, each.decantMin + 30, 240, 1440]
    const report = forecastOf(each, minutes)

    test('conversion, temperature and flow to come agree at every asked minute', () => {
      for (const state of report.states) {
        const reference = states.find((candidate) => candidate.min >= state.min - 1e-6)!
        expect(Math.abs(state.conversion - reference.conversion)).toBeLessThan(1e-3)
        expect(Math.abs(state.tempC - reference.tempC)).toBeLessThan(0.1)
        const flow = referenceFluidity(states, state.min)
        if (flow > 5) within(state.remainingFluidityPerPa, flow, 0.01)
      }
    })

    test('gel, leathery and demold come at the same minute', () => {
      within(
        report.stages.gel!.openMin,
        referenceFirst(states, (state) => state.conversion >= 0.6),
        0.005,
      )
      within(
        report.stages.leathery!.openMin,
        referenceFirst(states, (state) => state.glassC >= each.roomC - 14),
        0.005,
      )
      const stiff = referenceFirst(states, (state) => state.glassC >= each.roomC + 5)
      if (Number.isFinite(stiff)) within(report.stages.demold!.bestMin, stiff, 0.005)
    })

    test('the bloom number of milky white through a 2.5 mm hole follows from the same flow', () => {
      const state = report.states[1]!
      const pascal =
        EXCESS_DENSITY_KG_PER_M3.milky * 9.81 * 0.0025 * (2.5 / 3) ** 2.7 * (each.bedMm / 5) ** -0.7
      within(state.bloomNumber!, pascal * referenceFluidity(states, state.min), 0.01)
    })
  },
)
