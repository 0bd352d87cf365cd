import { describe, expect, test } from '@jest/globals'
import { jumpBetween } from './clockWatch.ts'

const S = 1000
const MIN = 60 * S

describe('a device clock', () => {
  test('that keeps pace, or strays by seconds, did not jump', () => {
    expect(jumpBetween(1000, 1000)).toEqual({ kind: 'none' })
    expect(jumpBetween(4 * S, 1 * S)).toEqual({ kind: 'none' })
    expect(jumpBetween(-2 * S, 1 * S)).toEqual({ kind: 'none' })
  })

  test('that went backwards was set: nothing else does that', () => {
    expect(jumpBetween(-59 * MIN, 1 * S)).toEqual({ kind: 'setBack', byMs: -59 * MIN - S })
  })

  test('that leapt ahead may have slept: it is asked about', () => {
    expect(jumpBetween(20 * MIN, 1 * S)).toEqual({ kind: 'ahead', byMs: 20 * MIN - S })
  })
})
