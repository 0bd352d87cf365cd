import { describe, expect, test } from '@jest/globals'
import type { Scaled } from '#core/batch/index.ts'
import { newMark, WHOLE, type Mark, type MarkKind } from '#core/pattern/index.ts'
import { METRIC, US_CUSTOMARY } from '#core/units/index.ts'
import { wordCardProblem } from './card.ts'
import { wordCompared } from './compare.ts'
import { MARK_WORDS, wordMark, wordScaleChange, wordMoved } from './pattern.ts'

const room = { acrossMm: 100, marginMm: 7, spacingMm: 10, petals: 8 }

describe('marks in a line', () => {
  test.each<[MarkKind, string]>([
    ['drops', '12 drops, inks in turn, scattered'],
    ['rings', 'rings every 10 mm'],
    ['spiral', 'spiral every 10 mm'],
    ['lines', 'lines every 10 mm'],
    ['petals', '8 petals, both ways in turn'],
    ['across', 'across every 20 mm'],
    ['swirl', 'swirl, reach 10 mm'],
    ['sprinkle', 'glitter along the rim'],
  ])('%s: %s', (kind, said) => {
    expect(wordMark(newMark(kind, room), ['Lagoon', 'Plum'])).toBe(said)
    expect(MARK_WORDS[kind].hint).toMatch(/\.$/)
  })

  test('name the ink they take, going round where there are fewer inks than numbers', () => {
    const drop: Mark = { kind: 'drops', inkNo: 3, layout: { kind: 'single', at: { x: 0, y: 0 } } }
    expect(wordMark(drop, ['Lagoon', 'Plum'])).toBe('1 drop of Plum')
    expect(wordMark(drop, [])).toBe('1 drop of ink')
    const rings = { kind: 'rings', zone: WHOLE, marginMm: 7, spacingMm: 9.5, most: 2, startDeg: 0 } as const
    expect(wordMark({ ...rings, nextByDeg: 0 }, [])).toBe('at most 2 rings every 9.5 mm')
    expect(wordMark({ ...rings, nextByDeg: 75 }, [])).toBe(
      'at most 2 rings every 9.5 mm, each begun 75° further',
    )
  })

  test('say what another mold changed', () => {
    expect(wordScaleChange({ markId: 'm1', what: 'drops', from: 28, to: 112 }, 'drops')).toBe(
      'Ink drops: 28 → 112 drops',
    )
  })
})

describe('other sentences', () => {
  test('card problems say what would be right', () => {
    expect(wordCardProblem({ kind: 'cardsAlike', white: 0.8, black: 0.7 })).toMatch(
      /80 % and 70 % bright.*lock/,
    )
    expect(wordCardProblem({ kind: 'doNotMatch', agreement: 0.1 })).toMatch(/change only the card/)
    expect(wordCardProblem({ kind: 'otherShape' })).toMatch(/for both/)
    expect(wordCardProblem({ kind: 'noPiece' })).toMatch(/good part/)
  })

  test('compared values carry their unit, and white says on which side of its best it lay', () => {
    expect(wordCompared('bed', { in: 'mm', value: 5 }, METRIC)).toBe('5.0 mm')
    expect(wordCompared('dose', { in: 'text', text: 'milky' }, METRIC)).toMatch(/^Milky/)
    expect(wordCompared('whiteFromBest', { in: 'min', value: 7 }, METRIC)).toBe('7 min after')
    expect(wordCompared('whiteFromBest', { in: 'min', value: -3 }, METRIC)).toBe('3 min before')
    expect(wordCompared('whiteFromBest', { in: 'min', value: 0.2 }, METRIC)).toBe('at it')
    expect(wordCompared('stir', null, METRIC)).toBe('not known')
  })
})

test('what another mold made different is said in one sentence, in the units chosen', () => {
  const scaled: readonly Scaled[] = [
    { of: 'mark', kind: 'drops', change: { markId: 'm', what: 'drops', from: 28, to: 14 } },
    { of: 'layer', name: 'back layer', fromMl: 40, toMl: 20 },
    { of: 'cup', name: 'sea', fromG: 5, toG: 2.5 },
  ]
  expect(wordMoved('Leaf dish', scaled, METRIC)).toBe(
    'In Leaf dish, by its area: Ink drops: 28 → 14 drops; back layer: 40 ml → 20 ml; cup sea: 5.0 g → 2.5 g.',
  )
  expect(wordMoved('Leaf dish', scaled, US_CUSTOMARY)).toMatch(/back layer: 1.35 US fl oz → 0.68 US fl oz/)
})
