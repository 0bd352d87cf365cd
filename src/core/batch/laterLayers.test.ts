import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { backLayer, begun, inTwoPours } from '../../../tests/support/layers.ts'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { COLOUR_KINDS, type Colour, type ColourKind } from '../colour/index.ts'
import { volumeUpToMl } from '../mold/index.ts'
import { ARCHETYPES, mixedDensityGPerMl } from '../resin/index.ts'
import { stepRule, TECHNIQUES, withAfter } from '../technique/index.ts'
import { cupsThatFit, divided, dividedOverG, overloadsOf, withinLoad, type LayerCup } from './layerCups.ts'
import { isBacked, nextLayer, plannedBack, type LaterLayer, type LayerAmount } from './laterLayers.ts'
import type { Zone } from './zone.ts'
import { fillMolds } from './layers.ts'
import { cupColours, dividedMixes, mixesOf } from './mixes.ts'
import type { BatchRequest } from './request.ts'

const colour = (kind: ColourKind, id: string = kind): Colour => ({ id, name: id, kind, hex: '#39424e' })
const cup = (id: string, changes: Partial<LayerCup> = {}): LayerCup => ({
  id,
  name: id,
  portion: { by: 'rest' },
  colours: [],
  ...changes,
})
const worked = (request: BatchRequest) => {
  const technique = TECHNIQUES[request.technique]
  const fills = fillMolds(request, technique)
  const mixes = mixesOf(request, technique, fills)
  return { fills, mixes, divided: dividedMixes(request, technique, mixes) }
}

/** Widens upwards: 20 ml to a third of its height, 82 ml to the brim. */
const SLOPED = { ...COASTER, depthMm: 12, waterFillMl: 82, partFills: [{ depthMm: 4, ml: 20 }] }

const anyAmount: fc.Arbitrary<LayerAmount> = fc.oneof(
  fc.record({ by: fc.constant('depth' as const), mm: fc.double({ min: 0.2, max: 2, noNaN: true }) }),
  fc.record({ by: fc.constant('volume' as const), ml: fc.double({ min: 1, max: 12, noNaN: true }) }),
  fc.record({ by: fc.constant('share' as const), frac: fc.double({ min: 0.05, max: 0.3, noNaN: true }) }),
)
const anyZone: fc.Arbitrary<Zone | null> = fc.option(
  fc.record({
    place: fc.constantFrom('side' as const, 'middle' as const, 'edge' as const, 'spots' as const),
    frac: fc.double({ min: 0.1, max: 1, noNaN: true }),
  }),
)
/** Some of them on a part of the piece, and then another beside them in what that leaves. */
const anyLayers = fc
  .array(fc.tuple(anyAmount, anyZone), { minLength: 1, maxLength: 3 })
  .map((all): readonly LaterLayer[] => [
    ...all.flatMap(([amount, zone], k) => {
      const layer = { ...backLayer(), id: `l${k}`, name: `l${k}`, amount, zone }
      return zone && zone.frac < 1 ? [layer, besideOf(layer)] : [layer]
    }),
    { ...begun('secondPour')[0]!, id: 'up' },
  ])
const besideOf = (layer: LaterLayer): LaterLayer => ({
  ...layer,
  id: `${layer.id}b`,
  amount: { by: 'beside' },
  zone: { place: 'side', frac: 1 - layer.zone!.frac },
})

describe('what is laid in a mold', () => {
  test('fills it to the height that is said, whatever its walls and however the layers are asked for', () => {
    fc.assert(
      fc.property(anyLayers, fc.constantFrom(COASTER, SLOPED), (layers, mold) => {
        const request = bloomRequest({
          technique: 'plain',
          layers,
          bedMm: 3,
          pieces: [{ mold, count: 2, pattern: null }],
        })
        const [fill] = worked(request).fills
        const heightMm = fill!.layers.reduce((sum, { raisesMm }) => sum + raisesMm, 0)
        const volumeMl = fill!.layers.reduce((sum, each) => sum + each.volumeMl, 0)
        expect(volumeMl).toBeCloseTo(volumeUpToMl(mold, heightMm), 6)
        expect(fill!.lipMm).toBeCloseTo(mold.depthMm - heightMm, 9)
      }),
      { seed: 11, numRuns: 60 },
    )
  })

  test('on half of the piece it takes half the resin and half the colour, as deep where it lies', () => {
    const paste: LayerCup = cup('moss', {
      colours: [{ colour: colour('paste', 'moss'), dose: { by: 'share', frac: 0.02 } }],
    })
    const laid = (zone: Zone | null) => {
      const request = bloomRequest({
        layers: [{ ...backLayer(), zone, cups: [paste] }],
        loss: { cupFilmG: 0, bagResidueG: 0 },
      })
      const { fills, divided: all } = worked(request)
      const [only] = cupColours(all)
      return {
        layer: fills[0]!.layers.at(-1)!,
        mixG: only!.mix.parts.byWeight.totalG,
        colourG: 'massG' in only!.addition ? only!.addition.massG : NaN,
      }
    }
    const [whole, half] = [laid(null), laid({ place: 'side', frac: 0.5 })]
    expect(half.layer.volumeMl).toBeCloseTo(whole.layer.volumeMl / 2, 9)
    // Parts are weighed to a tenth of a gram.
    expect(Math.abs(half.mixG - whole.mixG / 2)).toBeLessThan(0.2)
    expect(half.colourG / half.mixG).toBeCloseTo(whole.colourG / whole.mixG, 9)
    expect([half.layer.depthMm, half.layer.raisesMm]).toEqual([2, expect.closeTo(1, 9)])
  })

  test('beside another it finds the same height: a third and the rest of a pour are the pour', () => {
    const third = { ...backLayer(), zone: { place: 'middle', frac: 1 / 3 } } as const
    const pieces = [{ mold: SLOPED, count: 1, pattern: null }]
    const layersOf = (layers: readonly LaterLayer[]) =>
      worked(bloomRequest({ technique: 'plain', pieces, bedMm: 3, layers })).fills[0]!
    const parts = layersOf([third, besideOf(third)])
    const whole = layersOf([backLayer()])
    expect(parts.layers.map(({ depthMm }) => depthMm)).toEqual([3, 2, 2])
    expect(parts.lipMm).toBeCloseTo(whole.lipMm, 9)
    const ml = (fill: typeof whole) => fill.layers.reduce((sum, { volumeMl }) => sum + volumeMl, 0)
    expect(ml(parts)).toBeCloseTo(ml(whole), 9)
  })

  test('takes all that is free up to the lip where a layer takes the rest', () => {
    const [fill] = worked(
      bloomRequest({ technique: 'plain', layers: inTwoPours(), bedMm: 3, lipMm: 1 }),
    ).fills
    expect(fill!.lipMm).toBeCloseTo(1, 9)
    expect(fill!.layers.map(({ depthMm }) => depthMm)).toEqual([3, 3, 3].map((mm) => expect.closeTo(mm, 9)))
  })

  test('asked for by depth or by the volume of that depth it is the same', () => {
    const pieces = [{ mold: SLOPED, count: 3, pattern: null }]
    const layerOf = (amount: LayerAmount) =>
      worked(bloomRequest({ technique: 'plain', pieces, bedMm: 3, layers: [{ ...backLayer(), amount }] }))
        .fills[0]!.layers[1]!
    const byDepth = layerOf({ by: 'depth', mm: 2.5 })
    const byVolume = layerOf({ by: 'volume', ml: byDepth.volumeMl })
    expect(byVolume.depthMm).toBeCloseTo(2.5, 9)
  })
})

describe('a mix divided into cups', () => {
  const four = [
    cup('moss', {
      portion: { by: 'mass', g: 26 },
      colours: [{ colour: colour('paste', 'moss'), dose: { by: 'dropsPerG', drops: 0.3 } }],
    }),
    cup('rust', {
      portion: { by: 'share', frac: 0.2 },
      colours: [{ colour: colour('mica', 'rust'), dose: { by: 'share', frac: 0.02 } }],
    }),
    cup('pearl', {
      portion: { by: 'share', frac: 0.1 },
      colours: [{ colour: colour('powder', 'pearl'), dose: { by: 'mass', g: 0.4 } }],
    }),
  ]

  test('is divided whole: cups, and what stays clear', () => {
    fc.assert(
      fc.property(fc.double({ min: 40, max: 900, noNaN: true }), (mixG) => {
        const parts = divided(four, mixG)
        expect(parts.reduce((sum, { massG }) => sum + massG, 0)).toBeCloseTo(mixG, 6)
        expect(parts.at(-1)!.cup).toBeNull()
      }),
      { seed: 3 },
    )
  })

  test('the grams of layers, cups and losses are those of the mixes', () => {
    const request = bloomRequest({ layers: [{ ...backLayer(), cups: four }] }, 6)
    const { mixes, fills } = worked(request)
    const mix = mixes.find(({ of }) => of === 'layer')!
    const layerMl = fills.reduce((sum, { count, layers }) => sum + count * layers.at(-1)!.volumeMl, 0)
    expect(mix.inMoldsG).toBeCloseTo(layerMl * mixedDensityGPerMl(request.resin), 9)
    // Every cup keeps a film of its own.
    expect(mix.lossG).toBe(3 * request.loss.cupFilmG)
    expect(mix.cups.reduce((sum, { massG }) => sum + massG, 0)).toBeCloseTo(mix.parts.byWeight.totalG, 9)
    expect(mix.cups.map(({ holds }) => holds)).toEqual(['part', 'part', 'part', 'clear'])
  })

  test('a pour that is divided leaves a film in every cup, too', () => {
    const request = { ...bloomRequest({}, 2), technique: 'plain' as const }
    const filmsOf = (cups: readonly LayerCup[]) => worked({ ...request, cups }).mixes[0]!.lossG
    expect(filmsOf([])).toBe(request.loss.cupFilmG)
    expect(filmsOf([four[0]!, four[1]!])).toBe(2 * request.loss.cupFilmG)
  })

  test('half the resin takes half the colour of a dose by weight', () => {
    const addedG = (count: number) => {
      const { divided: all } = worked(
        bloomRequest(
          { layers: [{ ...backLayer(), cups: [four[1]!] }], loss: { cupFilmG: 0, bagResidueG: 0 } },
          count,
        ),
      )
      const [only] = cupColours(all)
      return 'massG' in only!.addition ? only!.addition.massG / only!.mix.parts.byWeight.totalG : NaN
    }
    expect(addedG(2)).toBeCloseTo(addedG(4), 9)
    expect(addedG(4)).toBeCloseTo(0.2 * 0.02, 9)
  })

  test('asks for more than there is, is told, and fits once all cups are smaller by the same share', () => {
    const greedy = [
      cup('a', { portion: { by: 'share', frac: 0.8 } }),
      cup('b', { portion: { by: 'mass', g: 60 } }),
    ]
    expect(dividedOverG(greedy, 100)).toBeCloseTo(40, 9)
    expect(dividedOverG(cupsThatFit(greedy, 100), 100)).toBe(0)
  })

  test('of another resin it is weighed by that one, and the batch keeps its own', () => {
    const slow = { ...ARCHETYPES.slow, densityAGPerMl: 1.3 }
    const { mixes } = worked(bloomRequest({ layers: [{ ...backLayer(), resin: slow }] }, 2))
    expect(mixes.map(({ resin }) => resin.id)).toEqual([ARCHETYPES.quick.id, 'slow'])
  })
})

describe('what a cup carries', () => {
  test.each(Object.entries(COLOUR_KINDS).filter(([, { mostShare }]) => mostShare > 0))(
    '%s is judged by its own kind, and is within it once it is said so',
    (kind, { mostShare }) => {
      const dosed = (frac: number) => [
        { colour: colour(kind as ColourKind), dose: { by: 'share', frac } } as const,
      ]
      expect(overloadsOf(cup('c', { colours: dosed(mostShare) }), 50)).toEqual([])
      const over = cup('c', { colours: dosed(2 * mostShare) })
      expect(overloadsOf(over, 50)).toMatchObject([{ share: 2 * mostShare, mostShare }])
      expect(overloadsOf(withinLoad(over, 50), 50)).toEqual([])
    },
  )

  test('two inks of half their most each are one load; an ink and a mica are not', () => {
    const half = (kind: ColourKind, id: string) =>
      ({ colour: colour(kind, id), dose: { by: 'share', frac: 0.04 } }) as const
    expect(
      overloadsOf(cup('c', { colours: [half('alcoholInk', 'a'), half('alcoholInk', 'b')] }), 30),
    ).toHaveLength(1)
    expect(overloadsOf(cup('c', { colours: [half('alcoholInk', 'a'), half('mica', 'b')] }), 30)).toEqual([])
  })
})

describe('layers', () => {
  test('begun from the same are told apart', () => {
    const one = nextLayer([], 'back')
    const two = nextLayer([one], 'back')
    expect([one.id, two.id]).toEqual(['back', 'back2'])
  })

  test('a back stands behind a piece; a clear pour up to the lip does not', () => {
    expect(isBacked({ layers: [backLayer()] })).toBe(true)
    expect(isBacked({ layers: begun('secondPour', 'clearCoat', 'varnish') })).toBe(false)
    expect(plannedBack({ layers: [backLayer('bonds', 2, colour('paste', 'navy'))] })?.name).toBe('navy')
  })
})

describe('laid before its time', () => {
  const earlyOf = (way: LaterLayer['way'], when: LaterLayer['when']) => {
    const layer: LaterLayer = { ...begun('clearCoat')[0]!, id: 'on', way, when }
    const request = bloomRequest({ layers: [layer] })
    return stepRule(withAfter(TECHNIQUES.bloom, request), 'on').early
  }
  test('a layer says what comes of it, by when it is laid; a film under a lamp may curl the piece', () => {
    expect(earlyOf('plain', 'bonds')).toContain('too soft')
    expect(earlyOf('paint', 'hard')).toContain('wrinkles')
    expect(earlyOf('lampFilm', 'finished')).toContain('curl under the lamp')
  })
})
