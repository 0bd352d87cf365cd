import { expect, test } from '@jest/globals'
import { METRIC } from '#core/units/index.ts'
import type { PourEvent } from '#core/runsheet/index.ts'
import { bloomRequest } from '../../../../tests/support/request.ts'
import { isTold, markWords, titlesOf } from './markWords.ts'

const request = bloomRequest({
  score: [
    { kind: 'leftOut', step: 'shape' },
    {
      kind: 'added',
      id: 'own1',
      work: { by: 'own', title: 'Breathe', seconds: 5 },
      pieces: null,
      before: 'settle',
    },
  ],
})
const titleOf = titlesOf(request)
const told = (event: Omit<PourEvent, 'id' | 'atMs'>) =>
  markWords(
    { id: 'e', atMs: 0, ...event } as PourEvent,
    { turn: undefined, layers: [], request, titleOf },
    METRIC,
  )

test('a run tells what was written on its order by the names of its steps, those that were left out too', () => {
  expect(titleOf('own1.2')).toBe('Breathe, piece 2')
  expect(titleOf('shape')).toMatch(/^Drag the petals/)
  const dropped = { by: 'drops', colour: request.colours[0]!.id, drops: 1 } as const
  const edit = { kind: 'added', id: 'own2', work: dropped, pieces: [2], before: 'shape' } as const
  expect(told({ kind: 'written', edit } as never)).toBe(
    `On the order: 1 drop of ${request.colours[0]!.name} on piece 2, before “${titleOf('shape')}”.`,
  )
  expect(told({ kind: 'endedAs', ending: 'petri' } as never)).toBe('Ended as petri')
  expect(['written', 'endedAs'].every((kind) => isTold({ kind } as PourEvent))).toBe(true)
})
