import { describe, expect, test } from '@jest/globals'
import { backLayer } from '../../../tests/support/layers.ts'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { layerAreaMm2, openAreaMm2 } from '../mold/index.ts'
import type { PatternMark } from '../pattern/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import { fillMolds } from './layers.ts'
import { mixesOf } from './mixes.ts'
import { asRecipe, fromRecipe, laidInto } from './recipe.ts'
import { movedInto } from './scaled.ts'

/** Twice as wide: four times the area. */
const LARGE = { ...COASTER, id: 'large', name: 'Large', outline: { shape: 'circle', acrossMm: 200 } } as const
const cup = (id: string, portion: object) => ({ id, name: id, portion, colours: [] }) as never
const request = bloomRequest(
  {
    bedMm: 4,
    learned: { runs: 3 } as never,
    startAt: '2026-12-01T10:00:00Z',
    promisedOn: '2026-12-20',
    layers: [
      { ...backLayer(), cups: [cup('a', { by: 'mass', g: 5 }), cup('b', { by: 'ownMix', g: 4 })] },
      { ...backLayer(), id: 'film', amount: { by: 'volume', ml: 3 }, only: ['coaster'] },
    ],
  },
  2,
)

describe('a recipe', () => {
  test('is a plan without its occasion', () => {
    expect(asRecipe(request)).toMatchObject({
      startAt: null,
      promisedOn: null,
      learned: null,
      spareMolds: [],
    })
    expect(asRecipe(request).layers).toEqual(request.layers)
  })

  test('is made in this studio: its room, hands and scale, its own molds and resin where they have the same id', () => {
    const own = { ...COASTER, waterFillMl: 60 }
    const here = { ...request, roomTempC: 26, measuring: { graduationG: 0.01, cupLineMl: 5 } }
    const made = fromRecipe({ id: 'r', name: 'Night', note: '', request }, here, { resins: [], molds: [own] })
    expect(made).toMatchObject({ name: 'Night', roomTempC: 26, resin: request.resin })
    expect(made.measuring.graduationG).toBe(0.01)
    expect(made.pieces[0]!.mold).toBe(own)
  })

  test('laid into a mold of four times the area takes four times what is said in ml and g, as deep as before', () => {
    const large = laidInto(request, request.pieces[0]!, LARGE as never)
    expect(layerAreaMm2(large.pieces[0]!.mold) / layerAreaMm2(COASTER)).toBeCloseTo(4, 2)
    expect(large.layers[0]!.cups.map(({ portion }) => 'g' in portion && portion.g)).toEqual([20, 16])
    expect(large.layers[1]).toMatchObject({ amount: { by: 'volume', ml: 12 }, only: ['large'] })
    const of = (asked: typeof request) => {
      const fills = fillMolds(asked, TECHNIQUES.bloom)
      return { fill: fills[0]!, mix: mixesOf(asked, TECHNIQUES.bloom, fills)[1]! }
    }
    const [before, after] = [of(request), of(large)]
    expect(after.fill.layers[0]!.depthMm).toBeCloseTo(before.fill.layers[0]!.depthMm, 6)
    expect(after.mix.inMoldsG / before.mix.inMoldsG).toBeCloseTo(4, 1)
  })

  test('moved into a mold of half the area says every figure that became another', () => {
    const HALF = {
      ...COASTER,
      id: 'half',
      name: 'Half',
      outline: { shape: 'circle', acrossMm: 100 / Math.SQRT2 },
    }
    const drops: PatternMark = {
      id: 'm',
      group: null,
      mark: {
        kind: 'drops',
        colourId: 'ink-1',
        layout: { kind: 'scatter', count: 28, zone: { kind: 'piece' }, fromWallMm: 4 },
      },
    } as never
    const order = {
      ...request.pieces[0]!,
      pattern: { id: 'p', name: 'P', forAreaMm2: openAreaMm2(COASTER.outline), marks: [drops] } as never,
    }
    const inclusions = { proud: false, volumeMl: 8 }
    const { request: moved, scaled } = movedInto(
      { ...request, pieces: [order], inclusions },
      order,
      HALF as never,
    )
    expect(moved.pieces[0]!.mold.id).toBe('half')
    expect(scaled).toContainEqual({
      of: 'mark',
      kind: 'drops',
      change: { markId: 'm', what: 'drops', from: 28, to: 14 },
    })
    expect(scaled).toContainEqual({ of: 'layer', name: 'back layer', fromMl: 3, toMl: 1.5 })
    expect(scaled).toContainEqual({ of: 'cup', name: 'a', fromG: 5, toG: 2.5 })
    expect(scaled.find((each) => each.of === 'inclusions')).toMatchObject({ fromMl: 8 })
    expect(movedInto(moved, moved.pieces[0]!, HALF as never).scaled).toEqual([])
  })
})
