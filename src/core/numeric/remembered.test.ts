import { describe, expect, test } from '@jest/globals'
import { remembered } from './remembered.ts'

describe('an answer that is remembered', () => {
  test('is worked out once for the same question, whoever asks it, and anew for another', () => {
    let worked = 0
    const double = remembered(({ of }: { readonly of: number }) => {
      worked += 1
      return 2 * of
    })
    expect([double({ of: 2 }), double({ of: 2 }), double({ of: 3 })]).toEqual([4, 4, 6])
    expect(worked).toBe(2)
  })

  test('is let go after eight other questions', () => {
    let worked = 0
    const same = remembered((value: number) => {
      worked += 1
      return value
    })
    for (let value = 0; value < 9; value++) same(value)
    same(8)
    expect(worked).toBe(9)
    same(0)
    expect(worked).toBe(10)
  })
})
