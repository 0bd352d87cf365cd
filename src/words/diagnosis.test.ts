import { describe, expect, test } from '@jest/globals'
import { CASES, FAULTLESS } from '../../tests/golden/diagnosisCases.ts'
import { diagnose, type CauseId } from '#core/journal/index.ts'
import { METRIC, US_CUSTOMARY } from '#core/units/index.ts'
import { CAUSE_WORDS, QUESTION_WORDS, wordEvidence } from './diagnosis.ts'

describe('a diagnosis in words', () => {
  test('whatever the run shows is said with what it is', () => {
    for (const { fault, run } of CASES) {
      const facts = { ...FAULTLESS, ...run }
      const { causes, ask } = diagnose(fault, facts)
      for (const { cause, shown } of causes) {
        expect(CAUSE_WORDS[cause].name).not.toBe('')
        expect(CAUSE_WORDS[cause].next).not.toBe('')
        if (shown) expect(wordEvidence(cause, facts, METRIC)).toMatch(/\w{3}/)
      }
      if (ask) expect(QUESTION_WORDS[ask]).toMatch(/\?$/)
    }
  })

  test.each<[CauseId, object, RegExp]>([
    [
      'whiteLate',
      { white: { atMin: 38, openMin: 22, bestMin: 25, closeMin: 30 }, cupTempC: 47 },
      /^white at 38 min; the window was 22 min – 30 min, best at 25 min; the cup had reached 47 °C$/,
    ],
    ['whiteLate', { white: null }, /^null$/],
    ['wrongRatio', { ratioError: 0.09 }, /^as weighed 9 % too much A$/],
    ['wrongRatio', { ratioError: -0.12 }, /^as weighed 12 % too much B$/],
    ['shortStir', { stirMin: 1.4 }, /^stirred for 84 s$/],
    ['muddyPair', { muddyPair: ['Ember', 'Dusk'] }, /^Ember and Dusk make mud$/],
    ['overfilled', { overMm: 1.5 }, /^the layers were 1\.5 mm too deep$/],
    ['overfilled', { lipMm: 0 }, /^no lip was planned$/],
    ['uncovered', { coveredAfterMin: 40 }, /^covered 40 min after the last stroke$/],
    ['uncovered', { coverSkipped: true }, /^the cover was passed over at the gate$/],
    ['demoldedSoon', { demoldEarlyH: 5 }, /^demolded 5 h/],
  ])('%s %j', (cause, run, said) => {
    expect(String(wordEvidence(cause, { ...FAULTLESS, ...run }, METRIC))).toMatch(said)
  })

  test('speaks in the person’s units', () => {
    const cold = { ...FAULTLESS, roomTempC: 15, holeMm: 2 }
    expect(wordEvidence('cold', cold, US_CUSTOMARY)).toBe('the room had 59 °F')
    expect(wordEvidence('beadThin', cold, US_CUSTOMARY)).toMatch(/in$/)
  })
})
