import { expect, test } from '@jest/globals'
import type { Take } from '#core/batch/index.ts'
import { METRIC } from '#core/units/index.ts'
import { wordTake } from './takes.ts'

const drops = (inks: readonly (readonly [string, number])[], whiteDrops: number): Take => ({
  of: 'drops',
  pieceName: 'Coaster',
  inks: inks.map(([what, each]) => ({ what, drops: each })),
  whiteDrops,
})

test.each([
  [drops([['Dusk', 7]], 0), '7 drops of Dusk'],
  [drops([['Dusk', 7]], 7), '7 drops of Dusk, a white drop on each'],
  [drops([], 7), '7 drops of white ink, one on each ink'],
  [drops([], 0), 'No ink'],
])('drops are told as they fall: %#', (take, said) => {
  expect(wordTake(take, METRIC)).toContain(said)
})
