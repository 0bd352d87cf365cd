import { UPRIGHT } from '../mold/index.ts'
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { ARCHETYPES, USUAL_WALL } from '../resin/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { cupFor, CUP_SIZES_ML } from './cups.ts'
import { fillMolds, governingBedMm, orderVolumeMl } from './layers.ts'
import { withFewerDrops } from '../pattern/index.ts'
import type { BatchRequest } from './request.ts'
import { usualPattern } from './patterns.ts'
import { routeLeftover } from './leftovers.ts'
import { dropsOf, mixesOf } from './mixes.ts'
import { measureParts, wholeRatio } from './parts.ts'
import { whiteDrops } from './white.ts'
import { backLayer } from '../../../tests/support/layers.ts'

const FLOWER_TRAY = {
  id: 'tray',
  name: 'Flower tray',
  outline: { shape: 'flower', acrossMm: 200, petals: 8 },
  depthMm: 15,
  waterFillMl: null,
  ...UPRIGHT,
  count: 2,
  cavities: 1,
  wall: USUAL_WALL,
} as const

const trayRequest = bloomRequest({
  pieces: [{ mold: FLOWER_TRAY, count: 1, pattern: null }],
  bedMm: 7,
  white: { dose: 'translucent', holeMm: 3, ringSpacingMm: 12, rimMarginMm: 8, petals: 8 },
})
const fillsOf = (request = trayRequest) => fillMolds(request, TECHNIQUES[request.technique])
const mixesFor = (request = trayRequest) => mixesOf(request, TECHNIQUES[request.technique], fillsOf(request))

describe('against figures of common practice', () => {
  test('a 20 cm flower tray poured half full takes about 210 g in all', () => {
    const [first] = mixesFor()
    expect(Math.abs(first!.needG / 210 - 1)).toBeLessThan(0.05)
  })

  test('a 30 g portion of white is enough for one 20 cm tray, and takes 9 to 10 drops', () => {
    const portion = mixesFor()[0]!.cups.find((cup) => cup.id === 'white')!
    expect(portion.massG).toBeLessThan(30)
    expect(whiteDrops('translucent', 30)).toBeGreaterThanOrEqual(9)
    expect(whiteDrops('translucent', 30)).toBeLessThanOrEqual(10)
  })

  test('the white of a 20 cm flower in rings 12 mm apart is 184 cm and 17.5 g with the bag (independent prototype)', () => {
    const [fill] = fillsOf()
    expect(Math.abs(fill!.white.beadMm / 1840 - 1)).toBeLessThan(0.02)
    const portion = mixesFor()[0]!.cups.find((cup) => cup.id === 'white')!
    expect(Math.abs(portion.massG / 17.5 - 1)).toBeLessThan(0.03)
  })

  test('30 g of white are too little for a 33 cm tray at a 3 mm bead: it needs 56 g (independent prototype)', () => {
    const mold = { ...FLOWER_TRAY, outline: { shape: 'circle', acrossMm: 330 } } as const
    const request = bloomRequest({
      pieces: [{ mold, count: 1, pattern: null }],
      white: { ...trayRequest.white, rimMarginMm: 10 },
    })
    const portion = mixesFor(request)[0]!.cups.find((cup) => cup.id === 'white')!
    expect(Math.abs(portion.massG / 56.2 - 1)).toBeLessThan(0.03)
  })

  test('a back layer of 2 mm on a 20 cm tray needs 60 g where people mix 100', () => {
    const request = { ...trayRequest, layers: [backLayer()] } as const
    const back = mixesFor(request).find((mix) => mix.id === 'back')!
    expect(back.needG).toBeGreaterThan(50)
    expect(back.needG).toBeLessThan(65)
  })

  test('a bloom takes 3 to 4 drops of ink a petal', () => {
    const [drops] = dropsOf(fillsOf())
    const total = drops!.inks.reduce((sum, ink) => sum + ink.drops, 0)
    expect(total / 8).toBeGreaterThanOrEqual(3)
    expect(total / 8).toBeLessThanOrEqual(4)
  })
})

describe('layers', () => {
  test('volumes add up to what the mold holds', () => {
    const [fill] = fillsOf(bloomRequest({ layers: [backLayer()] }))
    const used = fill!.layers.reduce((sum, layer) => sum + layer.volumeMl, 0)
    expect(used + (fill!.lipMm * fill!.areaMm2) / 1000).toBeCloseTo(fill!.brimMl, 9)
  })

  test('layers that do not fit leave less than nothing free', () => {
    const [fill] = fillsOf(bloomRequest({ bedMm: 9, layers: [backLayer()] }))
    expect(fill!.lipMm).toBeLessThan(0)
  })

  test('a water fill sets the area: sloping walls count', () => {
    const sloped = { ...COASTER, waterFillMl: 60 }
    const [fill] = fillsOf(bloomRequest({ pieces: [{ mold: sloped, count: 1, pattern: null }] }))
    expect(fill!.areaMm2).toBeCloseTo(6000, 9)
  })

  test('the bed that governs is the mean by volume over all molds', () => {
    const fills = fillsOf(bloomRequest({ pieces: [{ mold: COASTER, count: 3, pattern: null }], bedMm: 4 }))
    expect(governingBedMm(fills)).toBeCloseTo(4, 9)
    expect(orderVolumeMl(fills, 'bed')).toBeCloseTo((3 * 4 * fills[0]!.areaMm2) / 1000, 9)
  })

  test('a petri wants about 22 cells on a 10 cm round; half as many drops are gone over twice, and who asks for three rounds gets them', () => {
    const whiteDrops = (changes: Partial<BatchRequest>) =>
      fillsOf(bloomRequest({ technique: 'petri', ...changes }))[0]!.white.drops
    expect(whiteDrops({})).toBe(22)
    expect(whiteDrops({ rounds: 3 })).toBe(66)
    const usual = usualPattern(COASTER, bloomRequest().white, TECHNIQUES.petri, 6)
    const half = withFewerDrops(usual, 0.5)
    expect(whiteDrops({ pieces: [{ mold: COASTER, count: 1, pattern: half }] })).toBe(2 * 11)
  })
})

const anyResin = fc.constantFrom(...Object.values(ARCHETYPES))
const anyNeed = fc.double({ min: 5, max: 2000, noNaN: true })
const anyMeasuring = fc.record({
  graduationG: fc.constantFrom(0.01, 0.1, 0.5, 1, 5),
  cupLineMl: fc.constantFrom(1, 2.5, 5, 10),
})

describe('A and B', () => {
  test('are never too little, and too much by less than the rounding explains', () => {
    fc.assert(
      fc.property(anyResin, anyNeed, anyMeasuring, (resin, needG, measuring) => {
        const { byWeight, byVolume } = measureParts(resin, needG, measuring)
        expect(byWeight.totalG).toBeGreaterThanOrEqual(needG - 1e-6)
        expect(byWeight.leftoverG).toBeLessThan(4 * measuring.graduationG)
        expect(byVolume.totalG).toBeGreaterThan(needG - 5 * measuring.cupLineMl)
        expect(byVolume.leftoverG).toBeLessThan(6 * measuring.cupLineMl)
      }),
      { seed: 7, numRuns: 300 },
    )
  })

  test('lie on the scale and keep the ratio to half a graduation', () => {
    fc.assert(
      fc.property(anyResin, anyNeed, (resin, needG) => {
        const { byWeight } = measureParts(resin, needG, { graduationG: 1, cupLineMl: 5 })
        expect(Number.isInteger(byWeight.a) && Number.isInteger(byWeight.b)).toBe(true)
        expect(Math.abs(byWeight.ratioError)).toBeLessThan(1.6 / byWeight.b)
      }),
      { seed: 11, numRuns: 300 },
    )
  })

  test('by volume in whole ratio units keep a ratio stated by volume exactly: 2:1 as 40 and 20 ml', () => {
    const { byVolume } = measureParts(ARCHETYPES.medium, 60, { graduationG: 0.1, cupLineMl: 5 })
    expect([byVolume.a, byVolume.b]).toEqual([40, 20])
    expect(byVolume.ratioError).toBeCloseTo(0, 12)
  })

  test('by weight, 143 g of a 1:1-by-volume resin are 75 and 68 g, not 71.5 each', () => {
    const { byWeight } = measureParts(ARCHETYPES.quick, 143, { graduationG: 1, cupLineMl: 5 })
    expect([byWeight.a, byWeight.b]).toEqual([75, 68])
    expect(byWeight.leftoverG).toBeCloseTo(0, 9)
  })

  test.each([
    [1, 1, [1, 1]],
    [1.5, 1, [3, 2]],
    [100, 45, [20, 9]],
    [100, 43, null],
  ])('%d : %d in whole numbers is %j', (a, b, expected) => {
    expect(wholeRatio(a, b)).toEqual(expected)
  })
})

describe('cups, drops and leftovers', () => {
  test('the smallest cup with a fifth free for stirring is taken; nothing fits too much', () => {
    expect(cupFor(79)).toBe(100)
    expect(cupFor(81)).toBe(150)
    expect(cupFor(CUP_SIZES_ML.at(-1)! + 1)).toBeNull()
  })

  test('inks in turn share the drops without losing any, and white is none of them', () => {
    const request = bloomRequest({ white: { ...trayRequest.white, petals: 2 } })
    const [drops] = dropsOf(fillsOf(request))
    expect(drops!.inks.map((ink) => ink.drops)).toEqual([4, 3])
  })

  test('leftovers go into the largest spare mold they fill, never more than is left', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 400, noNaN: true }), (volumeMl) => {
        const charm = {
          ...COASTER,
          id: 'charm',
          outline: { shape: 'circle', acrossMm: 35 },
          depthMm: 4,
          count: 3,
        } as const
        const uses = routeLeftover(volumeMl, [charm, COASTER])
        expect(uses.reduce((sum, use) => sum + use.count * use.volumeMl, 0)).toBeLessThanOrEqual(volumeMl)
        for (const use of uses) expect(use.count).toBeLessThanOrEqual(use.mold.count)
      }),
      { seed: 3, numRuns: 200 },
    )
  })
})
