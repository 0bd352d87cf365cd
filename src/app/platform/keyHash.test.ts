import { describe, expect, test } from '@jest/globals'
import { hashKey } from '@tanstack/react-query'
import { keyHash } from './keyHash.ts'

describe('the hash of a question', () => {
  const request = { name: 'six coasters', pieces: [{ count: 6 }] }

  test('is the same for the same words, in whatever order they were said', () => {
    const other = { pieces: [{ count: 6 }], name: 'six coasters' }
    expect(keyHash(['plan', request, {}])).toBe(keyHash(['plan', other, {}]))
    expect(keyHash(['plan', request, {}])).toBe(keyHash(['plan', request, {}]))
  })

  test('tells apart what the library tells apart', () => {
    const keys = [
      ['plan', request, {}],
      ['plan', { ...request, name: 'seven' }, {}],
      ['live', request, {}],
      ['live', null, {}],
      ['live', 'null', {}],
      ['a', 'b'],
      ['a,b'],
      [['a'], 'b'],
    ]
    expect(new Set(keys.map(keyHash)).size).toBe(new Set(keys.map((key) => hashKey(key))).size)
  })
})
