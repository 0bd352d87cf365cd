import { expect, test } from '@jest/globals'
import { markAt, type Mark } from './marks.ts'

/** A mark of a word at that place, in a text that only `holder` holds. */
const word = {}
const markedAt = (left: number): Mark =>
  ({
    term: { id: 'feather' },
    range: {
      startContainer: word,
      getClientRects: () => [{ left, right: left + 50, top: 100, bottom: 120 }],
    },
  }) as unknown as Mark
const holder = { contains: (node: unknown) => node === word }
const button = { contains: () => false }

test('a word is tapped where it stands, not where a button lies over it', () => {
  const marks = [markedAt(10), markedAt(200)]
  expect(markAt(marks, { clientX: 220, clientY: 110, target: holder })).toBe(marks[1])
  expect(markAt(marks, { clientX: 220, clientY: 110, target: button })).toBeNull()
  expect(markAt(marks, { clientX: 220, clientY: 130, target: holder })).toBeNull()
})
