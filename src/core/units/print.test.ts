import { expect, test } from '@jest/globals'
import { printClock, printQuantity, printSpan, weighedDecimals } from './print.ts'

test('an ounce always says which ounce it is', () => {
  expect(printQuantity(56.69904625, 'oz-wt')).toBe('2.00 oz by weight')
  expect(printQuantity(59.147059125, 'fl-oz')).toBe('2.00 US fl oz')
})

test('what is weighed is told as finely as the scale shows it, in ounces too: a tenth of an ounce is near three grams', () => {
  const told = (unit: 'g' | 'oz-wt', graduationG: number) =>
    printQuantity(100, unit, weighedDecimals(unit, graduationG))
  expect([told('g', 0.1), told('g', 0.01)]).toEqual(['100.0 g', '100.00 g'])
  expect([told('oz-wt', 0.1), told('oz-wt', 0.01)]).toEqual(['3.53 oz by weight', '3.527 oz by weight'])
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
