import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { learnedMoves } from './learnedMoves.ts'

describe('what was learned of a resin and a hand', () => {
  test('moves nothing where nothing was learned', () => {
    expect(learnedMoves(bloomRequest({}, 2))).toEqual([])
  })

  test('is told by the minutes it moves: a band that lies later moves decant and white', () => {
    const moves = learnedMoves(bloomRequest({ aimShiftLog: -0.3 }, 2))
    expect(moves.map(({ what }) => what)).toEqual(['decant', 'aim'])
    for (const { fromMin, toMin } of moves) expect(toMin).toBeGreaterThan(fromMin + 1)
  })

  test('is not told where it moves less than a minute', () => {
    expect(learnedMoves(bloomRequest({ aimShiftLog: 0.001 }, 2))).toEqual([])
  })
})
