import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import type { Outcome } from '../journal/index.ts'
import { trialResult, variedIn } from './index.ts'

const outcomes = (...ratings: number[]): Outcome[] =>
  ratings.map((rating) => ({
    recordedAtMs: 0,
    rating,
    timing: null,
    faults: rating < 3 ? ['gaps'] : [],
    tags: [],
    note: '',
  }))

describe('an experiment', () => {
  test('says what it varies and what it keeps', () => {
    const { varied, kept } = variedIn(bloomRequest(), bloomRequest({ roomTempC: 24 }))
    expect(varied.map(({ id, values }) => [id, values])).toEqual([
      [
        'room',
        [
          { in: 'C', value: 21 },
          { in: 'C', value: 24 },
        ],
      ],
    ])
    expect(kept.map(({ id }) => id)).toEqual(
      expect.arrayContaining(['resin', 'inks', 'dose', 'hole', 'mold']),
    )
  })

  test('has no result before both sides were looked at', () => {
    expect(trialResult([], outcomes(5))).toBeNull()
    expect(trialResult(outcomes(5), [])).toBeNull()
  })

  test('is rated on both sides, with the pieces that have a fault', () => {
    expect(trialResult(outcomes(2, 2, 3), outcomes(4, 5))).toMatchObject({
      before: { pieces: 3, rating: 7 / 3, faulty: 2 },
      after: { pieces: 2, rating: 4.5, faulty: 0 },
    })
  })

  // Worked by hand: of the 20 ways to deal 1, 1, 1, 5, 5, 5 to two sides of three, two lie as far apart.
  test.each([
    [[1, 1, 1], [5, 5, 5], 2 / 20],
    [[2], [5], 1],
    [[3, 3], [3, 3], 1],
    [[1, 2], [3, 4], 2 / 6],
  ])('%j against %j could be chance in %d of the ways to deal them', (before, after, chance) => {
    expect(trialResult(outcomes(...before), outcomes(...after))!.chance).toBeCloseTo(chance, 12)
  })
})
