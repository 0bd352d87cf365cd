import { expect, test } from '@jest/globals'
import { printBand, printWindow } from './minutes.ts'

test('a window and a band are told apart by their form', () => {
  expect(printWindow({ openMin: 38, closeMin: 67 })).toBe('38 min – 67 min')
  expect(printWindow({ openMin: 1148, closeMin: null })).toBe('19 h 08 – open')
  expect(printBand({ lowMin: 26.6, midMin: 30, highMin: 33.2 })).toBe(
    'between 27 min and 33 min, four times in five',
  )
  expect(printBand({ lowMin: 30.1, midMin: 30.2, highMin: 30.3 })).toBe('at 30 min')
})
