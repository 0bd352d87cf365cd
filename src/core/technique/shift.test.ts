import { describe, expect, test } from '@jest/globals'
import { aimEdges, shiftedTechnique, stepRule, TECHNIQUES, type Technique } from './index.ts'

const criterionOf = (technique: Technique = TECHNIQUES.bloom) => {
  const { moment } = stepRule(technique, 'white')
  if (moment.by !== 'resin' || moment.criterion.by !== 'bloomNumber')
    throw new Error('expected a bloom number')
  return moment.criterion
}

describe('a technique whose band was moved by outcomes', () => {
  test('moves the white by that factor, all three bounds together', () => {
    const usual = criterionOf()
    const moved = criterionOf(shiftedTechnique(TECHNIQUES.bloom, Math.log(1.2)))
    expect(moved.factor / usual.factor).toBeCloseTo(1.2, 9)
  })

  test('leaves every other step as it was, and itself when nothing moved', () => {
    expect(shiftedTechnique(TECHNIQUES.bloom, 0)).toBe(TECHNIQUES.bloom)
    const moved = shiftedTechnique(TECHNIQUES.bloom, 0.3)
    for (const step of TECHNIQUES.bloom.steps) if (step.id !== 'white') expect(moved.steps).toContain(step)
  })

  test('a technique poured by the clock has no band and stays', () => {
    expect(shiftedTechnique(TECHNIQUES.petri, 0.3)).toBe(TECHNIQUES.petri)
    expect(aimEdges(TECHNIQUES.petri)).toBeNull()
  })

  test('edges lie on either side of the best', () => {
    const { earlyLog, lateLog } = aimEdges(TECHNIQUES.bloom)!
    expect(earlyLog).toBeGreaterThan(0)
    expect(lateLog).toBeLessThan(0)
  })
})
