import { expect, test } from '@jest/globals'
import { NO_DEPARTURE } from '#core/timing/index.ts'
import { METRIC, US_CUSTOMARY } from '#core/units/index.ts'
import { wordBelief, wordReading } from './readings.ts'

const believed = (rateLog: number) => ({ ...NO_DEPARTURE, rateLog })

test('what is believed is said as quicker or slower, after so many readings', () => {
  expect(wordBelief(believed(0), 0)).toMatch(/No reading yet/)
  expect(wordBelief(believed(Math.log(1.12)), 1)).toBe(
    'After 1 reading this resin seems 12 % quicker than its record.',
  )
  expect(wordBelief(believed(Math.log(0.9)), 2)).toBe(
    'After 2 readings this resin seems 10 % slower than its record.',
  )
  expect(wordBelief(believed(0.005), 3)).toMatch(/to run as its record says/)
})

test("a reading is said with how and when, in the person's unit", () => {
  expect(wordReading({ kind: 'temperature', tempC: 29, by: 'infrared', atMin: 10 }, METRIC)).toBe(
    '29.0 °C by infrared at 10 min',
  )
  expect(wordReading({ kind: 'room', tempC: 20, atMin: 0 }, US_CUSTOMARY)).toBe('A room of 68 °F at 0 min')
  expect(wordReading({ kind: 'sign', sign: 'string', there: false, atMin: 15 }, METRIC)).toBe(
    '“No thread yet” at 15 min',
  )
})
