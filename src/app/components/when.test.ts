import { expect, test } from '@jest/globals'
import { calendarDay } from './when.ts'

test('a day is written for people, with its year where that is another', () => {
  const now = new Date('2026-11-27T09:00:00').getTime()
  expect(calendarDay('2026-12-17', now)).not.toMatch(/2026/)
  expect(calendarDay('2026-12-17', now)).toMatch(/17/)
  expect(calendarDay('2027-01-03', now)).toMatch(/2027/)
})
