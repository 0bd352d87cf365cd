import { describe, expect, test } from '@jest/globals'
import { stepRule, TECHNIQUES } from '#core/technique/index.ts'
import { droppedOn } from './rows.ts'

describe('a step that is dragged onto another', () => {
  const rows = ['decant', 'ink', 'settle', 'white'].map((id) => ({ step: stepRule(TECHNIQUES.bloom, id) }))

  test('takes its place: up, before it; down, behind it', () => {
    expect(droppedOn(rows, 'settle', 'ink')).toEqual({ kind: 'moved', step: 'settle', before: 'ink' })
    expect(droppedOn(rows, 'decant', 'ink')).toEqual({ kind: 'moved', step: 'decant', before: 'settle' })
  })

  test('stays where it was let go of at home, or behind the last', () => {
    expect(droppedOn(rows, 'ink', 'ink')).toBeNull()
    expect(droppedOn(rows, 'ink', 'white')).toBeNull()
    expect(droppedOn(rows, 'gone', 'ink')).toBeNull()
  })
})
