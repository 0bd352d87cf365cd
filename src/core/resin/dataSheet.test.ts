import { describe, expect, test } from '@jest/globals'
import { ARCHETYPES } from './archetypes.ts'
import { demoldHours, fitDataSheet, hottestBedC, potLifeMin } from './dataSheet.ts'
import { mixedDensityGPerMl, type DataSheet } from './resin.ts'
import { referenceFirst, referenceStates } from '../../../tests/support/referenceCure.ts'

const { quick } = ARCHETYPES
const sheet = (min: number, massG: number, hours: number): DataSheet => ({
  viscosityPaS: 0.9,
  potLife: { min, massG, tempC: 25 },
  demold: { hours, tempC: 25 },
  greatestLayerMm: null,
})
const fitted = (given: DataSheet) => {
  const fit = fitDataSheet(quick, given)
  if (!fit.ok) throw new Error(fit.problem.kind)
  return fit.value
}

describe('a resin from its data sheet', () => {
  /** A plain fixed-step program of the same equations, in the label's cup and, poured after a third of it, in the label's bed. */
  test.each([
    [20, 100, 12],
    [30, 150, 24],
    [45, 150, 24],
    [8, 100, 12],
    [60, 100, 12],
    [180, 200, 48],
  ])('pot life %d min of %d g, demold %d h, as an independent program has it', (min, massG, hours) => {
    const { cure, flow, assumed } = fitted(sheet(min, massG, hours))
    const resin = { ...quick, cure, flow }
    const pour = {
      cure,
      flow,
      densityGPerMl: mixedDensityGPerMl(quick),
      roomC: 25,
      cupG: massG,
      decantMin: Infinity,
      bedMm: 6,
      untilMin: 1.2 * min,
    }
    const gelMin = referenceFirst(referenceStates(pour), ({ conversion }) => conversion >= flow.gelConversion)
    expect(Math.abs(gelMin / min - 1)).toBeLessThan(0.01)
    const poured = { ...pour, cupG: 100, decantMin: potLifeMin(resin, { massG: 100, tempC: 25 }) / 3 }
    const stiffMin = referenceFirst(
      referenceStates({ ...poured, untilMin: 75 * hours }),
      ({ glassC, tempC }) => glassC >= Math.max(25, tempC - 3) + 5,
    )
    expect(Math.abs(stiffMin / 60 / hours - 1)).toBeLessThan(0.02)
    expect(assumed).toEqual([])
  })

  /** What labels of the trade say, and what each can be (no source). */
  const labels = [5, 10, 25, 90, 300].flatMap((min) => [1, 6, 12, 72].map((hours) => [min, hours] as const))
  test.each(labels)(
    'a label of %d min and %d h comes back, or is refused with the hours it could be',
    (min, hours) => {
      const fit = fitDataSheet(quick, sheet(min, 100, hours))
      if (fit.ok) {
        const resin = { ...quick, ...fit.value }
        expect(Math.abs(potLifeMin(resin, { massG: 100, tempC: 25 }) / min - 1)).toBeLessThan(0.02)
        expect(Math.abs(demoldHours(resin, { tempC: 25 }) / hours - 1)).toBeLessThan(0.02)
        return
      }
      // It still runs when it is to be hard: a caster would say the same.
      expect(hours).toBeLessThan(min / 10)
      expect(fit.problem).toMatchObject({ kind: 'demoldOutOfReach' })
    },
  )

  test('a quick label is not the edge of a bed that runs away: a millimetre less is no other resin', () => {
    const resin = { ...quick, ...fitted(sheet(10, 100, 6)) }
    expect(hottestBedC(resin, 6, 25)).toBeLessThan(63)
    expect(resin.cure.reactionHeatJPerG).toBeLessThan(quick.cure.reactionHeatJPerG)
    expect(resin.cure.reactionHeatJPerG).toBeGreaterThanOrEqual(200)
  })

  test('gives back what the sheet said', () => {
    const resin = { ...quick, ...fitted(sheet(35, 120, 20)) }
    expect(potLifeMin(resin, { massG: 120, tempC: 25 })).toBeCloseTo(35, 1)
    expect(demoldHours(resin, { tempC: 25 })).toBeCloseTo(20, 1)
    expect(resin.flow.viscosityAtRefPaS).toBe(0.9)
  })

  test('that is silent names what was assumed and is the wider for it', () => {
    const whole = fitted(sheet(30, 150, 24))
    const noDemold = fitted({ ...sheet(30, 150, 24), demold: null })
    const onlyDemold = fitted({
      viscosityPaS: null,
      potLife: null,
      demold: { hours: 24, tempC: 25 },
      greatestLayerMm: null,
    })
    const nothing = fitted({ viscosityPaS: null, potLife: null, demold: null, greatestLayerMm: null })
    expect(noDemold.assumed).toEqual(['demold'])
    expect(noDemold.cure.depletionOrder).toBe(quick.cure.depletionOrder)
    expect(onlyDemold.assumed).toEqual(['viscosity', 'potLife'])
    expect(demoldHours({ ...quick, ...onlyDemold }, { tempC: 25 })).toBeCloseTo(24, 1)
    expect(nothing.cure).toEqual(quick.cure)
    const widths = [whole, onlyDemold, nothing].map(({ spread }) => spread.rateLog)
    expect(widths).toEqual([...widths].sort((one, other) => one - other))
    expect(onlyDemold.spread.viscosityLog).toBeGreaterThan(whole.spread.viscosityLog)
  })

  test('that contradicts itself is refused with what would go together', () => {
    const fit = fitDataSheet(quick, sheet(120, 100, 2))
    expect(fit.ok).toBe(false)
    if (!fit.ok && fit.problem.kind === 'demoldOutOfReach') {
      expect(fit.problem.leastHours).toBeLessThan(fit.problem.mostHours)
      expect(fit.problem.leastHours).toBeGreaterThan(2)
    } else throw new Error('expected a demold out of reach')
    const hasty = fitDataSheet(quick, { ...sheet(0.05, 100, 10), demold: null })
    expect(hasty.ok ? null : hasty.problem.kind).toBe('potLifeOutOfReach')
  })

  test('with a greatest layer keeps a bed of it below 60 C at 23 C, and still gels and demolds when the sheet says', () => {
    const hot = { ...quick, ...fitted(sheet(40, 150, 24)) }
    expect(hottestBedC(hot, 15)).toBeGreaterThan(60)
    const fit = fitted({ ...sheet(40, 150, 24), greatestLayerMm: 15 })
    const resin = { ...quick, ...fit }
    expect(hottestBedC(resin, 15)).toBeLessThan(62)
    expect(fit.hotAtGreatestC).toBeNull()
    expect(fit.greatestLayerMm).toBe(15)
    expect(fit.cure.reactionHeatJPerG).toBeLessThan(quick.cure.reactionHeatJPerG)
    expect(potLifeMin(resin, { massG: 150, tempC: 25 })).toBeCloseTo(40, 0)
    expect(demoldHours(resin, { tempC: 25 })).toBeCloseTo(24, 0)
  })

  test('with a depth its own minutes do not allow says how hot that would be, and keeps the depth as the limit', () => {
    const fit = fitted({ ...sheet(20, 100, 12), greatestLayerMm: 40 })
    expect(fit.hotAtGreatestC).toBeGreaterThan(80)
    expect(fit.greatestLayerMm).toBe(40)
  })

  test('with a greatest layer alone is as slow as that depth needs', () => {
    const fit = fitted({ viscosityPaS: null, potLife: null, demold: null, greatestLayerMm: 25 })
    expect(hottestBedC({ ...quick, ...fit }, 25)).toBeLessThan(61)
    expect(fit.cure.startRatePerS).toBeLessThan(quick.cure.startRatePerS)
  })
})
