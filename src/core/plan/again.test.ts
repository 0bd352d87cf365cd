import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { learnedOf } from '../../../tests/support/learned.ts'
import type { Outcome } from '../journal/index.ts'
import { heldShift, planBatch, saidOf } from './index.ts'

const before = bloomRequest({}, 2)
const whiteMin = (changes: object) =>
  planBatch({ ...before, ...changes }).steps.find(({ step }) => step.does === 'whites')!.beginMin
const judged = (no: number, timing: Outcome['timing']) => ({
  no,
  outcome: { recordedAtMs: 0, rating: 2, timing, faults: [], tags: [], note: '' },
})

describe('a pour that is planned again', () => {
  test('is told by its pieces: when each got its white, where that was wrong', () => {
    const done = { 'white.1': 29.5, 'white.2': 31 }
    expect(saidOf(before, done, [judged(1, 'tooLate'), judged(2, 'right'), judged(3, 'tooLate')])).toEqual([
      { verdict: 'tooLate', atMin: 29.5 },
    ])
  })

  test('is never later than what was too late, though its readings made the resin slower', () => {
    const learned = learnedOf(-0.35)
    const wasMin = whiteMin({})
    expect(whiteMin({ learned })).toBeGreaterThan(wasMin + 4)
    const said = [{ verdict: 'tooLate', atMin: wasMin } as const]
    const shift = heldShift({ ...before, learned }, before, said)!
    expect(whiteMin({ learned, aimShiftLog: shift })).toBeLessThanOrEqual(wasMin - 1)
    expect(whiteMin({ learned, aimShiftLog: shift })).toBeGreaterThan(wasMin - 3)
  })

  test('is never sooner than what was too early, though its readings made the resin quicker', () => {
    const learned = learnedOf(0.15)
    const wasMin = whiteMin({})
    const said = [{ verdict: 'tooEarly', atMin: wasMin } as const]
    const shift = heldShift({ ...before, learned }, before, said)!
    expect(whiteMin({ learned })).toBeLessThan(wasMin)
    expect(whiteMin({ learned, aimShiftLog: shift })).toBeGreaterThanOrEqual(wasMin + 1)
  })

  test('is left as it is where it keeps to that anyway, where pieces contradict each other, and in another room', () => {
    const late = { verdict: 'tooLate', atMin: whiteMin({}) + 5 } as const
    expect(heldShift(before, before, [late])).toBeNull()
    expect(heldShift(before, before, [])).toBeNull()
    const early = { verdict: 'tooEarly', atMin: 40 } as const
    expect(heldShift(before, before, [{ ...late, atMin: 10 }, early])).toBeNull()
    const cooler = { ...before, roomTempC: before.roomTempC - 4 }
    expect(heldShift(cooler, before, [{ ...late, atMin: 10 }])).toBeNull()
  })
})
