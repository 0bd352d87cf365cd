import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { backLayer } from '../../../tests/support/layers.ts'
import { bloomRequest } from '../../../tests/support/request.ts'
import type { Colour, ColourKind } from '../colour/index.ts'
import { planBatch } from '../plan/index.ts'
import { needsOf } from '../shelf/index.ts'
import { broughtInto, divided, overloadsOf, withinLoad, type LayerCup, type Portion } from './layerCups.ts'

const colour = (kind: ColourKind, id: string): Colour => ({ id, name: id, kind, hex: '#336699' })
const cup = (
  id: string,
  portion: Portion,
  frac: number | null = null,
  kind: ColourKind = 'paste',
): LayerCup => ({
  id,
  name: id,
  portion,
  colours: frac === null ? [] : [{ colour: colour(kind, `${id} ${kind}`), dose: { by: 'share', frac } }],
})
const planMixes = (request: Parameters<typeof planBatch>[0]) => planBatch(request).mixes
const from = (...of: readonly (readonly [string, number])[]): Portion => ({
  by: 'cups',
  of: of.map(([each, frac]) => ({ cup: each, frac })),
})
const plum = cup('plum', { by: 'mass', g: 30 }, 0.01)
const pearl = cup('pearl', { by: 'mass', g: 20 }, 0.02, 'mica')

describe('a cup that is stirred by itself', () => {
  const white = cup('white', { by: 'ownMix', g: 12 }, 0.02)
  const request = bloomRequest({ layers: [{ ...backLayer(), cups: [plum, white] }] }, 4)
  const planned = planMixes(request)

  test('is a mix of its own of what it holds and a film; the other is smaller by that', () => {
    const [, whole] = planMixes(bloomRequest({ layers: [{ ...backLayer(), cups: [plum] }] }, 4))
    const [, main, own] = planned
    expect(planned.map(({ id, of }) => [id, of])).toEqual([
      ['first', 'pour'],
      ['back', 'layer'],
      ['back.white', 'cup'],
    ])
    expect(main!.inMoldsG).toBeCloseTo(whole!.inMoldsG - 12, 9)
    expect([own!.inMoldsG, own!.lossG]).toEqual([12, request.loss.cupFilmG])
    expect(own!.cups.map(({ name, massG }) => [name, massG])).toEqual([['white', own!.parts.byWeight.totalG]])
    expect(main!.cups.map(({ name }) => name)).toEqual(['plum', null])
  })

  test('is judged, taken off the shelf and told at the layer as what it is', () => {
    const needs = needsOf(request)
    expect(needs.filter(({ at }) => at === 'back.white').map(({ of }) => of.kind)).toEqual([
      'resinA',
      'resinB',
      'colour',
    ])
    const loaded = cup('loaded', { by: 'ownMix', g: 12 }, 0.2)
    const { findings } = planBatch({ ...request, layers: [{ ...backLayer(), cups: [loaded] }] })
    expect(findings.filter(({ kind }) => kind === 'cupOverloaded')).toMatchObject([{ cupName: 'loaded' }])
    const { takes } = planBatch(request).steps.find(({ key }) => key === 'back')!
    expect(takes.flatMap((take) => (take.of === 'mix' ? [take.name] : []))).toEqual([null, 'white'])
  })

  test('more of it than the whole layer takes is told', () => {
    const flood = cup('flood', { by: 'ownMix', g: 400 }, 0.01)
    const { findings } = planBatch({ ...request, layers: [{ ...backLayer(), cups: [flood] }] })
    expect(findings.map(({ kind }) => kind)).toContain('cupsTakeMore')
  })
})

describe('cups of cups', () => {
  test('a dirty cup holds what is poured into it, in order; a mix of 100 g is divided by hand', () => {
    const dirty = cup('dirty', from(['plum', 0.5], ['pearl', 0.25]))
    expect(divided([plum, pearl, dirty], 100)).toEqual([
      { cup: plum, massG: 30, from: [] },
      { cup: pearl, massG: 20, from: [] },
      {
        cup: dirty,
        massG: 20,
        from: [
          { name: 'plum', massG: 15 },
          { name: 'pearl', massG: 5 },
        ],
      },
      { cup: null, massG: 50, from: [] },
    ])
  })

  test('take nothing more of the mix, however they are poured on', () => {
    const share = fc.double({ min: 0.01, max: 0.5, noNaN: true })
    fc.assert(
      fc.property(fc.tuple(share, share, share), ([one, two, three]) => {
        const cups = [
          plum,
          pearl,
          cup('second', from(['plum', one])),
          cup('third', from(['second', two], ['pearl', three])),
        ]
        const parts = divided(cups, 200)
        const ofMix = parts.filter((part) => part.from.length === 0)
        expect(ofMix.reduce((sum, { massG }) => sum + massG, 0)).toBeCloseTo(200, 9)
        expect(parts[3]!.massG).toBeCloseTo(two * one * 30 + three * 20, 9)
      }),
      { seed: 15 },
    )
  })

  test('carry the colour of what was poured in: half of 0.3 g in 15 g, tinted once more', () => {
    const again = cup('again', from(['plum', 0.5]), 0.01)
    const parts = divided([plum, again], 100)
    const brought = broughtInto(again, parts)
    expect(brought.map(({ colour: { name }, addedG }) => [name, addedG])).toEqual([['plum paste', 0.15]])
    const twice = cup('twice', from(['again', 1]))
    const all = broughtInto(twice, divided([plum, again, twice], 100))
    expect(all.reduce((sum, { addedG }) => sum + addedG, 0)).toBeCloseTo(0.3, 9)
  })

  test('are loaded by all of it, and what is too much is taken out of their own', () => {
    const full = cup('full', { by: 'mass', g: 40 }, 0.04)
    const more = cup('more', from(['full', 0.5]), 0.04)
    const parts = divided([full, more], 100)
    const brought = broughtInto(more, parts)
    expect(overloadsOf(full, 40)).toEqual([])
    const [over] = overloadsOf(more, 20, brought)
    expect(over!.share).toBeCloseTo(0.08, 9)
    expect(overloadsOf(withinLoad(more, 20, brought), 20, brought)).toEqual([])
  })
})
