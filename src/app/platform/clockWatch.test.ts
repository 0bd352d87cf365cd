import { describe, expect, test } from '@jest/globals'
import { gapSince, jumpBetween } from './clockWatch.ts'

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

describe('a clock while the app was closed', () => {
  test('that goes on, or was left for some minutes, asks nothing; nor does one without a note', () => {
    expect(gapSince(1000, 1000 + 9 * MIN)).toEqual({ kind: 'none' })
    expect(gapSince(10 * S, 7 * S)).toEqual({ kind: 'none' })
    expect(gapSince(null, 5 * MIN)).toEqual({ kind: 'none' })
  })

  test('that stands before its last note was set back; one far after it may have been put on', () => {
    expect(gapSince(200 * MIN, 91 * MIN)).toEqual({ kind: 'closedBack', byMs: -109 * MIN })
    expect(gapSince(10 * MIN, 200 * MIN)).toEqual({ kind: 'closedAway', byMs: 190 * MIN })
  })
})
