import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { planBatch } from '../plan/index.ts'
import type { BatchRequest } from './request.ts'
import type { Take } from './takes.ts'
import { backLayer, begun } from '../../../tests/support/layers.ts'

type Of<K extends Take['of']> = Extract<Take, { of: K }>

function takesIn<K extends Take['of']>(request: BatchRequest, of: K): readonly Of<K>[] {
  return planBatch(request).steps.flatMap(({ takes }) =>
    takes.filter((take): take is Of<K> => take.of === of),
  )
}

const SMALL = {
  ...COASTER,
  id: 'small',
  name: 'Small round',
  outline: { shape: 'circle', acrossMm: 70 },
} as const
const TWO_MOLDS = [
  { mold: COASTER, count: 2, pattern: null },
  { mold: SMALL, count: 1, pattern: null },
]

describe('what a step takes', () => {
  test('adds up to what is mixed: beds, the white of every piece, and what stays in cup and bag', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), (count) => {
        const request = bloomRequest({ whiteApart: false }, count)
        const [first] = planBatch(request).mixes
        const beds = takesIn(request, 'pour').reduce((sum, { massG, pieces }) => sum + pieces * massG, 0)
        const beads = takesIn(request, 'beads').reduce((sum, { massG }) => sum + massG, 0)
        expect(beds + beads).toBeCloseTo(first!.inMoldsG, 6)
        expect(takesIn(request, 'portion')[0]!.massG).toBeCloseTo(beads + request.loss.bagResidueG, 6)
      }),
      { numRuns: 6 },
    )
  })

  test('drops, round by round, are those of the order', () => {
    for (const rounds of [1, 3]) {
      const request = bloomRequest({ technique: 'petri', rounds, pieces: TWO_MOLDS })
      const { drops, fills } = planBatch(request)
      const byHand = takesIn(request, 'drops').flatMap(({ inks }) => inks)
      const wanted = drops.flatMap(({ inks }, k) =>
        inks.map(({ what, drops: each }) => ({ what, drops: each * fills[k]!.count })),
      )
      const total = (all: typeof byHand, name: string) =>
        all.reduce((sum, { what, drops: each }) => sum + (what === name ? each : 0), 0)
      expect(byHand.length).toBeGreaterThan(0)
      for (const { what } of wanted) expect(total(byHand, what)).toBe(total(wanted, what))
    }
  })

  test('is of the piece at hand where it is done piece by piece', () => {
    const named = (of: 'drops' | 'beads') =>
      takesIn(bloomRequest({ pieces: TWO_MOLDS }), of).map(({ pieceName }) => pieceName)
    expect(named('beads')).toEqual(['Round coaster', 'Round coaster', 'Small round'])
    expect(named('drops')).toEqual(named('beads'))
  })

  test('on the rack is the mix of its own name', () => {
    const request = bloomRequest({
      layers: [backLayer(), ...begun('clearCoat')],
    })
    const { steps, mixes } = planBatch(request)
    for (const id of ['back', 'clearCoat']) {
      const { byWeight } = mixes.find((mix) => mix.id === id)!.parts
      expect(steps.find(({ key }) => key === id)!.takes[0]).toEqual({
        of: 'mix',
        name: null,
        aG: byWeight.a,
        bG: byWeight.b,
        totalG: byWeight.totalG,
      })
    }
    expect(steps.find(({ key }) => key === 'cover')!.takes).toEqual([])
  })

  test('tells how much of a bought coat is wanted: its depth over the pieces', () => {
    const request = bloomRequest({ layers: begun('heatCoat') }, 3)
    const [coat] = takesIn(request, 'product')
    const [fill] = planBatch(request).fills
    expect(coat!.areaMm2).toBeCloseTo(3 * fill!.areaMm2, 3)
    expect(coat!.volumeMl).toBeCloseTo((3 * fill!.areaMm2 * 1.5) / 1000, 3)
  })
})
