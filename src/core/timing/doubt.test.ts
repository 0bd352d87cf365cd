import { expect, test } from '@jest/globals'
import { doubtOf } from './doubt.ts'

test('82 C at ten minutes is asked about: 82 F is 28 C', () => {
  const doubt = doubtOf('resin', { tempC: 82, expectedC: 29.6 })
  expect(doubt?.kind).toBe('otherUnit')
  expect(doubt?.kind === 'otherUnit' && doubt.tempC).toBeCloseTo(27.8, 1)
})

test('28 typed where F is meant is asked about the other way', () => {
  const doubt = doubtOf('resin', { tempC: (28 - 32) / 1.8, expectedC: 29 })
  expect(doubt?.kind === 'otherUnit' && doubt.tempC).toBeCloseTo(28, 9)
})

test('a room of 70 is a room in F; a warm mix and a warm day are asked nothing', () => {
  expect(doubtOf('room', { tempC: 70, expectedC: 21 })?.kind).toBe('otherUnit')
  expect(doubtOf('resin', { tempC: 32, expectedC: 23.4 })).toBeNull()
  expect(doubtOf('room', { tempC: 26, expectedC: 21 })).toBeNull()
  expect(doubtOf('resin', { tempC: 120, expectedC: 30 })).toEqual({ kind: 'unlikely', expectedC: 30 })
})
