import { describe, expect, test } from '@jest/globals'
import { ARCHETYPES } from '#core/resin/index.ts'
import { planBatch } from '#core/plan/index.ts'
import { METRIC, US_CUSTOMARY } from '#core/units/index.ts'
import { bloomRequest } from '../../tests/support/request.ts'
import { wordDensityAssumed, wordPastWorkingTime, wordWeighing } from './dataSheet.ts'

const { quick, slow } = ARCHETYPES

describe('what a label says, in words', () => {
  test('weighing is exact where its ratio is by weight or its densities are known, and is said not to be elsewhere', () => {
    expect(wordWeighing(quick)).toBe('Weighing is exact.')
    expect(wordWeighing({ ...slow, densitiesAssumed: true })).toBe('Weighing is exact.')
    expect(wordWeighing({ ...quick, densitiesAssumed: true })).toMatch(/assumed.*measure by volume/)
  })

  test('an assumed density says what another one would change, and by weight that it changes nothing weighed', () => {
    expect(wordDensityAssumed(quick)).toBe(
      'Were A 0.04 heavier, 1.137 parts of A would be weighed for each of B in place of 1.099.',
    )
    expect(wordDensityAssumed(slow)).toMatch(/by weight/)
  })

  test('a plan that works on after the working time says of what that time is, in the units chosen', () => {
    const plan = planBatch(bloomRequest())
    const endMin = plan.capacity.endMin
    const sheetOf = (min: number) => ({
      sheet: {
        viscosityPaS: null,
        potLife: { min, massG: 100, tempC: 25 },
        demold: null,
        greatestLayerMm: null,
      },
    })
    expect(wordPastWorkingTime(sheetOf(endMin + 1), plan, METRIC)).toBeNull()
    expect(wordPastWorkingTime({ sheet: undefined }, plan, METRIC)).toBeNull()
    expect(wordPastWorkingTime(sheetOf(10), plan, METRIC)).toMatch(
      /^The label’s 10 min are those of 100 g .* 25 °C/,
    )
    expect(wordPastWorkingTime(sheetOf(10), plan, US_CUSTOMARY)).toMatch(/3\.5 oz by weight .* 77 °F/)
  })
})
