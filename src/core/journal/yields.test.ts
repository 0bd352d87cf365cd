import { describe, expect, test } from '@jest/globals'
import { faultCounts, yieldOf, yieldsBy, type JudgedOutcome } from './yields.ts'

const piece = (rating: number, changes: Partial<JudgedOutcome> = {}): JudgedOutcome => ({
  rating,
  faults: [],
  technique: 'Bloom',
  resin: 'Heron',
  ...changes,
})

describe('yields', () => {
  test('are pieces of four or five over all, the largest group first', () => {
    const pieces = [piece(5), piece(4), piece(3), piece(4, { technique: 'Petri' })]
    expect(yieldsBy(pieces, ({ technique }) => technique)).toMatchObject([
      { group: 'Bloom', good: 2, all: 3 },
      { group: 'Petri', good: 1, all: 1 },
    ])
  })

  test('8 of 10 are somewhere between 60 and 91 % (Wilson score interval at 80 %, by hand)', () => {
    const { low, high } = yieldOf('x', [...Array.from({ length: 8 }, () => piece(5)), piece(1), piece(2)])
    expect(low).toBeCloseTo(0.6016, 3)
    expect(high).toBeCloseTo(0.9138, 3)
  })

  test('of one piece say little, of many more, and never leave 0 to 1', () => {
    const one = yieldOf('x', [piece(5)])
    const many = yieldOf(
      'x',
      Array.from({ length: 200 }, () => piece(5)),
    )
    expect(one.high - one.low).toBeGreaterThan(0.5)
    expect(many.high - many.low).toBeLessThan(0.02)
    for (const each of [one, many]) expect(each.high).toBeLessThanOrEqual(1)
    expect(() => yieldOf('x', [])).toThrow(/at least one/)
  })
})

test('faults are counted, the commonest first', () => {
  const pieces = [piece(2, { faults: ['blobs', 'dust'] }), piece(3, { faults: ['blobs'] }), piece(5)]
  expect(faultCounts(pieces)).toEqual([
    { fault: 'blobs', count: 2 },
    { fault: 'dust', count: 1 },
  ])
})
