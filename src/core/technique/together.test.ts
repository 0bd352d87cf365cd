import { describe, expect, test } from '@jest/globals'
import {
  bottlenecksOf,
  bringsWhite,
  gets,
  marksOnPiece,
  orderBreaches,
  standsAlone,
  TECHNIQUES,
  together,
  type Technique,
} from './index.ts'

const WHITE = { excessDensityKgPerM3: 1.7, holeMm: 3, bedDepthMm: 5 }
// What shares its pour with none is stopped in the plan (`pouredAlone`).
const ALL = Object.values(TECHNIQUES).filter((way) => !standsAlone(way))
const { bloom, petri, plain, inclusions } = TECHNIQUES
const PAIRS = ALL.flatMap((lead) =>
  ALL.filter((other) => other !== lead).map((other) => [lead, other] as const),
)
const poured = (technique: Technique) => technique.steps.filter(({ place }) => place === 'pour')
const idsOf = (technique: Technique) => technique.steps.map(({ id }) => id)

describe.each(PAIRS.map((pair) => [`${pair[0].id} with ${pair[1].id}`, ...pair] as const))(
  '%s in one pour',
  (_name, lead, other) => {
    const pour = together([lead, other], WHITE)

    test('keeps the order rules of both', () => {
      expect(orderBreaches(pour.steps, pour.order)).toEqual([])
    })

    test('names a step once, refers only to steps it has, and to none that only comes later for an "after"', () => {
      const ids = idsOf(pour)
      expect(new Set(ids).size).toBe(ids.length)
      pour.steps.forEach(({ moment }, k) => {
        if ('step' in moment) expect(ids).toContain(moment.step)
        if (moment.by === 'after') expect(ids.indexOf(moment.step)).toBeLessThan(k)
      })
      for (const rule of pour.order) if (rule.kind === 'waitBetween') expect(ids).toContain(rule.wait)
      for (const id of bottlenecksOf(pour)) expect(ids).toContain(id)
    })

    test('gives the pieces of each way what its own pour gives them, in the same order', () => {
      for (const way of [lead, other]) {
        const titles = (steps: Technique['steps']) =>
          steps.filter((step) => !step.shared).map(({ title }) => title)
        expect(titles(poured(pour).filter((step) => gets(step, way.id)))).toEqual(titles(poured(way)))
      }
    })

    test('goes through what every pour has once', () => {
      const shared = (technique: Technique) =>
        idsOf({ ...technique, steps: technique.steps.filter((step) => step.shared) })
      expect(shared(pour)).toEqual(shared(lead))
    })
  },
)

describe('a pour of several ways', () => {
  test('of one way is that way', () => expect(together([petri], WHITE)).toBe(petri))

  test('drops on the petri pieces before it inks the bloom: their window closes first', () => {
    const ids = idsOf(together([bloom, petri, plain], WHITE))
    expect(ids.indexOf('petri-ink')).toBe(ids.indexOf('ink') - 1)
    expect(ids).toHaveLength(idsOf(bloom).length + 1)
  })

  test('lays in after a see-through white, which closes first, and before a strong one, which closes later', () => {
    const placeOf = (excessDensityKgPerM3: number) => {
      const ids = idsOf(together([bloom, inclusions], { ...WHITE, excessDensityKgPerM3 }))
      return ids.indexOf('inclusions-place') - ids.indexOf('white')
    }
    expect(placeOf(1.7)).toBeGreaterThan(0)
    expect(placeOf(12)).toBeLessThan(0)
  })

  test('rests in its cup until the other way portions its white', () => {
    const pour = together([petri, bloom], WHITE)
    expect(pour.steps.find(({ id }) => id === 'rest')!.moment).toEqual({
      by: 'before',
      step: 'bloom-portion',
      minutes: 0,
    })
    expect(pour.white.by).toBe('bag')
  })

  test('whose other way breaks its own rule is told so: white on ink that has not settled', () => {
    const pour = together([petri, bloom], WHITE)
    const unsettled = pour.steps.filter(({ id }) => id !== 'bloom-settle')
    expect(orderBreaches(unsettled, pour.order).map(({ step, rule }) => [step, rule.kind])).toEqual([
      ['bloom-white', 'waitBetween'],
    ])
  })

  test('heat after the ink of whichever piece is refused: it is one air', () => {
    const pour = together([plain, petri], WHITE)
    const bubbles = pour.steps.find(({ id }) => id === 'bubbles')!
    const late = [...pour.steps.filter((step) => step !== bubbles), bubbles]
    expect(orderBreaches(late, pour.order).map(({ rule }) => rule.kind)).toContain('noFlameWith')
  })
})

test('what was marked on a piece is found by what its own way does, in whichever round', () => {
  const pour = together([bloom, petri], WHITE)
  const done = { stir: 0, decant: 17, 'ink.1': 21, 'white.1': 27, 'petri-ink.2': 19, 'petri-ink.2.2': 20.5 }
  const whiteOn = (pieceNo: number, way: 'bloom' | 'petri') =>
    marksOnPiece(bringsWhite, pour, { done, pieceNo, way })
  expect(whiteOn(1, 'bloom')).toEqual([27])
  expect(whiteOn(2, 'petri')).toEqual([19, 20.5])
  expect(whiteOn(3, 'petri')).toEqual([])
  // One round alone has no number: the key is step and piece.
  expect(marksOnPiece(bringsWhite, petri, { done: { 'ink.1': 8 }, pieceNo: 1, way: 'petri' })).toEqual([8])
})
