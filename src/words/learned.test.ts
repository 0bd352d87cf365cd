import { describe, expect, test } from '@jest/globals'
import { METRIC, US_CUSTOMARY } from '#core/units/index.ts'
import { outcomeLines, wordOutcome } from './bloom.ts'
import { wordSheetProblem } from './dataSheet.ts'
import { wordBand, wordLearned } from './learning.ts'
import { wordTaken } from './readings.ts'

describe('what was learned, in a sentence', () => {
  const before = { mean: 0, sd: 0.25 }

  test('says how much quicker or slower, from how many runs, and how much surer', () => {
    expect(wordLearned({ before, now: { mean: Math.log(1.12), sd: 0.1 }, runs: 3 })).toBe(
      'About 12 % faster than its label, from 3 pours.',
    )
    expect(wordLearned({ before, now: { mean: Math.log(0.9), sd: 0.125 }, runs: 1 })).toBe(
      'About 10 % slower than its label, from 1 pour.',
    )
    expect(wordLearned({ before, now: { mean: 0.005, sd: 0.1 }, runs: 2 })).toContain('As fast as its label')
    expect(wordLearned({ before, now: before, runs: 0 })).toContain('the label alone')
  })

  test('of a band says later or sooner, or that it holds', () => {
    expect(wordBand({ mean: -0.2, sd: 0.1 }, 5)).toMatch(
      /^5 judged pieces say: pipe later, with 18 % less flow/,
    )
    expect(wordBand({ mean: 0.2, sd: 0.1 }, 1)).toMatch(
      /^1 judged piece says: pipe sooner, with 22 % more flow/,
    )
    expect(wordBand({ mean: 0.01, sd: 0.1 }, 4)).toContain('bear the usual band out')
    expect(wordBand({ mean: 0, sd: 0.25 }, 0)).toContain('No piece was judged yet')
  })
})

describe('a simulated face, in the words of the trade', () => {
  const outcome = {
    of: 'petals',
    coverage: 0.6,
    gap: 0.3,
    blob: 0.55,
    delicacy: 0.4,
    rimGap: 0.2,
    onFace: 0.17,
    stuck: 0.2,
    bloomed: 1,
    fine: 1,
    score: 1,
    verdict: 'inWindow',
  } as const

  test('says what would be seen', () => {
    expect(wordOutcome(outcome)).toContain('Petals close over 60 % of the face')
    expect(wordOutcome({ ...outcome, verdict: 'tooEarly' })).toContain('55 % of it lies in opaque slabs')
    expect(wordOutcome({ ...outcome, verdict: 'tooLate' })).toContain(
      'only 17 % of the white reaches the face',
    )
    expect(outcomeLines(outcome)).toHaveLength(5)
  })
})

test('a data sheet that cannot be met says what could', () => {
  expect(wordSheetProblem({ kind: 'demoldOutOfReach', leastHours: 10, mostHours: 50 })).toContain(
    'after 10 h 00 at the soonest and 2 d 2 h at the latest',
  )
  expect(wordSheetProblem({ kind: 'potLifeOutOfReach', leastMin: 3, mostMin: 90 })).toContain(
    '3 min to 1 h 30',
  )
})

test('a reading is told in the unit of the person', () => {
  const taken = { kind: 'temperature', by: 'probe', tempC: 40 } as const
  expect(wordTaken(taken, METRIC)).toBe('40.0 °C by probe')
  expect(wordTaken(taken, US_CUSTOMARY)).toContain('104')
  expect(wordTaken({ kind: 'sign', sign: 'string', there: true }, METRIC)).toBe('“Lifts a thread”')
  expect(wordTaken({ kind: 'room', tempC: 21 }, METRIC)).toContain('room 21')
})
