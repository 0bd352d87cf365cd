import { expect, test } from '@jest/globals'
import { standingLine } from './standing.ts'

test('one verdict is said in one way', () => {
  expect(standingLine({ kind: 'soon', opensInMin: 12.501 })).toBe('Soon, in 12:31')
  expect(standingLine({ kind: 'now', closesInMin: 7.95 })).toBe('Now, for another 07:57')
  expect(standingLine({ kind: 'now', closesInMin: null })).toBe('Now')
  expect(standingLine({ kind: 'hurry', closesInMin: 1 })).toBe('Hurry, 01:00 left')
  expect(standingLine({ kind: 'past', byMin: 2.5 })).toBe('Late, by 02:30')
})
