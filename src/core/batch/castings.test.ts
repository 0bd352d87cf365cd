import { expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { castingCount, castingOf } from './index.ts'

const LARGE = { ...COASTER, id: 'large', name: 'Large' }
const pieces = [
  { mold: COASTER, count: 2, pattern: null },
  { mold: LARGE, count: 1, pattern: null },
]

test('what a drip runs down is a casting too, numbered behind the pieces and in their order', () => {
  const drip = bloomRequest({ technique: 'drip', layers: [], pieces })
  expect(castingCount(drip)).toBe(6)
  const told = [1, 2, 3, 4, 5, 6].map((no) => {
    const { order, isObject } = castingOf(drip, no)!
    return [order.mold.name, isObject]
  })
  expect(told).toEqual([
    ['Round coaster', false],
    ['Round coaster', false],
    ['Large', false],
    ['Round coaster', true],
    ['Round coaster', true],
    ['Large', true],
  ])
  expect(castingOf(drip, 7)).toBeUndefined()
})

test('of any other way the pieces are all there is', () => {
  const bloom = bloomRequest({ pieces })
  expect(castingCount(bloom)).toBe(3)
  expect(castingOf(bloom, 4)).toBeUndefined()
})
