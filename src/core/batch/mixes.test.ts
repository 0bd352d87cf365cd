import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { patternOf, usualPattern } from './patterns.ts'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { TECHNIQUES, type TechniqueId } from '../technique/index.ts'
import { mixedDensityGPerMl } from '../resin/index.ts'
import { fillMolds, orderVolumeMl } from './layers.ts'
import { dropsOf, mixesOf } from './mixes.ts'
import { pieceCount } from './pieces.ts'
import type { BatchRequest } from './request.ts'
import { backLayer } from '../../../tests/support/layers.ts'

const worked = (request: BatchRequest) => {
  const technique = TECHNIQUES[request.technique]
  const fills = fillMolds(request, technique)
  return { fills, mixes: mixesOf(request, technique, fills), drops: dropsOf(fills) }
}

const anyOrder = fc.record({
  technique: fc.constantFrom<TechniqueId>('bloom', 'petri'),
  count: fc.integer({ min: 1, max: 12 }),
  lipMm: fc.double({ min: 0, max: 3, noNaN: true }),
  backMm: fc.double({ min: 0.5, max: 3, noNaN: true }),
  cupFilmG: fc.double({ min: 0, max: 8, noNaN: true }),
})

describe('what is mixed', () => {
  test('is what reaches the molds, and what stays behind, and what the rounding adds', () => {
    fc.assert(
      fc.property(anyOrder, ({ count, backMm, cupFilmG, ...changes }) => {
        const request = bloomRequest(
          {
            ...changes,
            layers: [backLayer('bonds', backMm)],
            loss: { cupFilmG, bagResidueG: 3 },
          },
          count,
        )
        const { fills, mixes } = worked(request)
        const density = mixedDensityGPerMl(request.resin)
        const white = request.technique === 'bloom' ? orderVolumeMl(fills, 'white') : 0
        expect(mixes[0]!.inMoldsG).toBeCloseTo((orderVolumeMl(fills, 'bed') + white) * density, 6)
        expect(mixes[1]!.inMoldsG).toBeCloseTo(orderVolumeMl(fills, 'back') * density, 6)
        for (const mix of mixes) {
          expect(mix.needG).toBeCloseTo(mix.inMoldsG + mix.lossG, 9)
          expect(mix.parts.byWeight.totalG).toBeCloseTo(mix.needG + mix.parts.byWeight.leftoverG, 9)
        }
      }),
      { seed: 13, numRuns: 60 },
    )
  })

  test('doubles with the pieces, but for what stays in cup and bag', () => {
    const one = worked(bloomRequest({}, 2)).mixes[0]!
    const two = worked(bloomRequest({}, 4)).mixes[0]!
    expect(two.inMoldsG).toBeCloseTo(2 * one.inMoldsG, 9)
    expect(two.lossG).toBe(one.lossG)
  })

  test("grows with the square of a tray's size (common practice: trays sold in 25, 30, 35 cm)", () => {
    const bedOf = (acrossMm: number) => {
      const mold = { ...COASTER, outline: { shape: 'circle', acrossMm } } as const
      return orderVolumeMl(
        worked(bloomRequest({ pieces: [{ mold, count: 1, pattern: null }], bedMm: 5 })).fills,
        'bed',
      )
    }
    expect(bedOf(350) / bedOf(250)).toBeCloseTo((350 / 250) ** 2, 6)
  })

  test('several molds in one order add up', () => {
    const tray = { ...COASTER, id: 'tray', outline: { shape: 'circle', acrossMm: 200 } } as const
    const both = bloomRequest({
      pieces: [
        { mold: COASTER, count: 2, pattern: null },
        { mold: tray, count: 1, pattern: null },
      ],
    })
    const sum =
      worked(bloomRequest({ pieces: [{ mold: COASTER, count: 2, pattern: null }] })).mixes[0]!.inMoldsG +
      worked(bloomRequest({ pieces: [{ mold: tray, count: 1, pattern: null }] })).mixes[0]!.inMoldsG
    expect(worked(both).mixes[0]!.inMoldsG).toBeCloseTo(sum, 6)
    expect(pieceCount(both)).toBe(3)
  })
})

describe('cups', () => {
  test('a bloom has a mixing cup and a white cup with drops scaled to the portion', () => {
    const [mix, white] = worked(bloomRequest({}, 4)).mixes[0]!.cups
    expect(mix!.id).toBe('mix')
    expect(white!.additions).toEqual([{ what: 'Chalk paste', drops: Math.round((9.5 / 30) * white!.massG) }])
  })

  test('milky and opaque white take more drops, in proportion to their density', () => {
    const drops = (dose: 'translucent' | 'milky' | 'opaque') => {
      const { cups } = worked(bloomRequest({ white: { ...bloomRequest().white, dose } }, 4)).mixes[0]!
      const [first] = cups[1]!.additions
      return first && 'drops' in first ? first.drops : NaN
    }
    expect(drops('milky') / drops('translucent')).toBeCloseTo(5 / 1.7, 0)
    expect(drops('opaque') / drops('translucent')).toBeCloseTo(12 / 1.7, 0)
  })

  test('a petri has no white cup: white comes from the needle', () => {
    const { mixes, drops } = worked(bloomRequest({ technique: 'petri' }, 2))
    expect(mixes[0]!.cups.map((cup) => cup.id)).toEqual(['mix'])
    expect(drops[0]!.whiteDrops).toBe(22)
    expect(drops[0]!.inks.reduce((sum, ink) => sum + ink.drops, 0)).toBe(22)
  })

  test('every cup leaves a fifth free for stirring', () => {
    for (const count of [1, 3, 6, 12]) {
      for (const cup of worked(bloomRequest({}, count)).mixes[0]!.cups) {
        expect(cup.volumeMl / cup.brimMl!).toBeLessThanOrEqual(0.8 + 1e-9)
      }
    }
  })
})

describe('a pattern of a piece’s own', () => {
  const { white } = bloomRequest()
  const own = usualPattern(COASTER, white, TECHNIQUES.bloom, 5)
  const order = { mold: COASTER, count: 1, pattern: own }

  test('is what the bag pipes; a needle takes its drops and leaves beads and drags alone', () => {
    expect(patternOf(order, white, TECHNIQUES.bloom, 5)).toBe(own)
    const dropped = patternOf(order, white, TECHNIQUES.petri, 6).marks.map(({ mark }) => mark.kind)
    expect(dropped).toEqual(['drops'])
  })
})
