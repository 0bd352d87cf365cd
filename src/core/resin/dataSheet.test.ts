import { describe, expect, test } from '@jest/globals'
import { ARCHETYPES } from './archetypes.ts'
import { demoldHours, fitDataSheet, potLifeMin, type DataSheet } from './dataSheet.ts'

const { quick } = ARCHETYPES
const sheet = (min: number, massG: number, hours: number): DataSheet => ({
  viscosityPaS: 0.9,
  potLife: { min, massG, tempC: 25 },
  demold: { hours, tempC: 25 },
})
const fitted = (given: DataSheet) => {
  const fit = fitDataSheet(quick, given)
  if (!fit.ok) throw new Error(fit.problem.kind)
  return fit.value
}

describe('a resin from its data sheet', () => {
  /** A first prototype of this model, with the network rate at 0.4545 of the start rate, found these. */
  test.each([
    [20, 100, 12, 7.33e-5, 2.0],
    [30, 150, 24, 5.02e-5, 1.9],
    [45, 150, 24, 3.5e-5, 1.6],
    [60, 150, 36, 2.88e-5, 1.74],
  ])('pot life %d min of %d g, demold %d h', (min, massG, hours, startRatePerS, order) => {
    const { cure, assumed } = fitted(sheet(min, massG, hours))
    expect(cure.startRatePerS / startRatePerS).toBeCloseTo(1, 1)
    expect(Math.abs(cure.startRatePerS / startRatePerS - 1)).toBeLessThan(0.02)
    expect(Math.abs(cure.depletionOrder - order)).toBeLessThan(0.03)
    expect(assumed).toEqual([])
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
    const onlyDemold = fitted({ viscosityPaS: null, potLife: null, demold: { hours: 24, tempC: 25 } })
    const nothing = fitted({ viscosityPaS: null, potLife: null, demold: null })
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
    const fit = fitDataSheet(quick, sheet(20, 100, 300))
    expect(fit.ok).toBe(false)
    if (!fit.ok && fit.problem.kind === 'demoldOutOfReach') {
      expect(fit.problem.leastHours).toBeLessThan(fit.problem.mostHours)
      expect(fit.problem.mostHours).toBeLessThan(300)
    } else throw new Error('expected a demold out of reach')
    const hasty = fitDataSheet(quick, { ...sheet(0.05, 100, 10), demold: null })
    expect(hasty.ok ? null : hasty.problem.kind).toBe('potLifeOutOfReach')
  })
})
