import { expect, test } from '@jest/globals'
import { METRIC, US_CUSTOMARY } from '#core/units/index.ts'
import { supplyUnit } from '#words/supply.ts'

test('an amount is told in the units chosen, a piece as one piece', () => {
  expect(supplyUnit('g', METRIC).print(143)).toBe('143 g')
  expect(supplyUnit('g', US_CUSTOMARY).print(143)).toMatch(/^5(\.0)? oz/)
  expect(supplyUnit('pieces', METRIC).print(1)).toBe('1 piece')
})

test('a book that gave out more than it took in says so, and no amount below nothing', () => {
  expect(supplyUnit('pieces', METRIC).printLeft(-1)).toBe(
    'none by the book, and 1 piece more used than bought: count it',
  )
  expect(supplyUnit('g', METRIC).printLeft(0)).toBe('0 g')
})
