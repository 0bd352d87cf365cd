import { expect, test } from '@jest/globals'
import { printClock, printQuantity, printSpan } from './print.ts'

test('an ounce always says which ounce it is', () => {
  expect(printQuantity(56.69904625, 'oz-wt')).toBe('2.00 oz by weight')
  expect(printQuantity(59.147059125, 'fl-oz')).toBe('2.00 US fl oz')
})

test.each([
  [25.4, '25 min'],
  [252, '4 h 12'],
  [7 * 1440, '7 days'],
  [-3, '−3 min'],
])('%d minutes are said as "%s"', (minutes, said) => {
  expect(printSpan(minutes)).toBe(said)
})

test('a clock shows seconds and rolls into hours', () => {
  expect(printClock(1447.9)).toBe('24:07')
  expect(printClock(3753)).toBe('1:02:33')
  expect(printClock(-65)).toBe('−01:05')
})
