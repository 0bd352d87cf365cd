import { expect, test } from '@jest/globals'
import { diagnose, FAULTS, type FaultId } from '#core/journal/index.ts'
import { CASES, FAULTLESS } from './diagnosisCases.ts'

const top = ({ fault, run }: Pick<(typeof CASES)[number], 'fault' | 'run'>) =>
  diagnose(fault, { ...FAULTLESS, ...run }).causes[0]!.cause

test('of more than forty cases of the fault table the likeliest cause is right in nine of ten', () => {
  expect(CASES.length).toBeGreaterThanOrEqual(40)
  const wrong = CASES.filter((each) => top(each) !== each.cause)
  expect(wrong.map((each) => ({ ...each, found: top(each) }))).toEqual([])
  expect(wrong.length / CASES.length).toBeLessThanOrEqual(0.1)
})

test('every fault of the list has a case and a cause', () => {
  const covered = new Set(CASES.map(({ fault }) => fault))
  expect((Object.keys(FAULTS) as FaultId[]).filter((fault) => !covered.has(fault))).toEqual([])
})
