import { describe, expect, test } from '@jest/globals'
import { backLayer } from '../../../tests/support/layers.ts'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { asPoured, planBatch } from '../plan/index.ts'
import { AS_PLANNED } from '../timing/index.ts'
import { asRecipe, bedOf, kindId, pourMixOf, sealedRequest, type BatchRequest } from './index.ts'

const mold = { ...COASTER, depthMm: 10 }
const poured = bloomRequest({ pieces: [{ mold, count: 2, pattern: null }], layers: [], bedMm: null }, 2)
const later = (request: BatchRequest, mm: number): BatchRequest => ({
  ...request,
  layers: [...request.layers, { ...backLayer(), when: 'demolded', amount: { by: 'depth', mm } }],
})
const told = (request: BatchRequest) => {
  const { fills, mixes, findings } = planBatch(request)
  const { byWeight } = pourMixOf(mixes).parts
  return { mm: bedOf(fills[0]!).depthMm, g: byWeight.totalG, lipMm: fills[0]!.lipMm, findings }
}

describe('what was poured', () => {
  const before = told(poured)

  test('stays as deep and as heavy as it was, whatever is planned over it', () => {
    expect(told(later(poured, 4)).mm).toBeLessThan(before.mm)
    const after = told(later(sealedRequest(poured, []), 4))
    expect([after.mm, after.g]).toEqual([before.mm, before.g])
    expect(after.lipMm).toBeCloseTo(before.lipMm - 4, 6)
  })

  test('a layer that takes its lip is warned of, one that runs over stopped', () => {
    const kinds = (mm: number) => told(later(sealedRequest(poured, []), mm)).findings.map(({ kind }) => kind)
    expect(kinds(before.lipMm - 0.3)).toContain('lipTaken')
    expect(kinds(before.lipMm + 1)).toContain('noLipForLayer')
    expect(told(poured).findings.map(({ kind }) => kind)).not.toContain('lipTaken')
  })

  test('a layer whose mix is stirred keeps its depth too, though it took what was free', () => {
    const rest = { ...backLayer(), when: 'bonds', amount: { by: 'rest' } } as const
    const second = {
      ...backLayer(),
      id: 'more',
      name: 'one more',
      when: 'nextDay',
      amount: { by: 'depth', mm: 2 },
    } as const
    const stirred = sealedRequest({ ...poured, layers: [rest] }, ['back'])
    const depth = (request: BatchRequest) =>
      planBatch(request).fills[0]!.layers.find(({ id }) => id === 'back')!.depthMm
    expect(depth({ ...stirred, layers: [rest, second] })).toBeCloseTo(depth({ ...poured, layers: [rest] }), 9)
    expect(depth({ ...poured, layers: [rest, second] })).toBeLessThan(depth(stirred))
  })

  test('is sealed once: sealing again changes nothing, and a drawn pattern goes by the sealed bed', () => {
    const once = sealedRequest(poured, [])
    expect(sealedRequest(later(once, 4), []).sealed).toEqual(once.sealed)
    expect(once.sealed).toEqual([
      { piece: kindId(poured.pieces[0]!), depths: [{ layer: 'bed', mm: before.mm }] },
    ])
  })

  test('is poured again as deep as it was: a repeat and a recipe say its bed', () => {
    const sealed = later(sealedRequest(poured, []), 4)
    for (const again of [asPoured(sealed, AS_PLANNED), asRecipe(sealed)]) {
      expect(again.sealed).toBeUndefined()
      expect(again.bedMm).toBeCloseTo(before.mm, 9)
    }
  })
})
