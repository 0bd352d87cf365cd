import { describe, expect, test } from '@jest/globals'
import { gapOf, gapSince, jumpBetween, noteOf } from './clockWatch.ts'

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

describe('the note of a pour', () => {
  const note = { batchId: 'one', stirId: 's1', seenMs: 10 * MIN }

  test('is of that stirring of that batch alone', () => {
    expect(noteOf([note], { batchId: 'one', stirId: 's1' })).toBe(note)
    expect(noteOf([note], { batchId: 'one', stirId: 's2' })).toBeNull()
    expect(noteOf([note], { batchId: 'two', stirId: 's1' })).toBeNull()
  })

  test('asks nothing of the next pour, a day later', () => {
    const next = [{ batchId: 'two', stirId: 's9' }]
    expect(gapOf([note], next, 22 * 60 * MIN)).toEqual({ gap: { kind: 'none' }, batchIds: [] })
  })

  test('asks of its own pour, and of no other that is worked beside it', () => {
    const both = [
      { batchId: 'one', stirId: 's1' },
      { batchId: 'two', stirId: 's9' },
    ]
    const { gap, batchIds } = gapOf([note], both, 200 * MIN)
    expect([gap.kind, batchIds]).toEqual(['closedAway', ['one']])
  })
})
