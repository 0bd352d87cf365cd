import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { COASTER } from '../../../tests/support/request.ts'
import { areaMm2, heightOfMm, inset, polygonOf, profileOf, volumeUpToMl } from './index.ts'

/** A salt dish that widens upwards: 4 ml to 3 mm, 14 ml to the brim at 8 mm. */
const DISH = { ...COASTER, depthMm: 8, waterFillMl: 14, partFills: [{ depthMm: 3, ml: 4 }] }

describe('what a cavity holds', () => {
  test('a prism holds its outline times the height', () => {
    expect(volumeUpToMl(COASTER, 5)).toBeCloseTo((Math.PI * 50 ** 2 * 5) / 1000, 1)
  })

  test('is what was measured at its water fills', () => {
    expect(volumeUpToMl(DISH, 3)).toBeCloseTo(4, 9)
    expect(volumeUpToMl(DISH, 8)).toBeCloseTo(14, 9)
  })

  /** The volume of a cone's frustum, pi h/3 (r0^2 + r0 r1 + r1^2), of a bowl of 30 mm at its floor and 50 mm at its brim. */
  const [floorMm, brimMm, deepMm] = [30, 50, 12]
  const coneMl = (heightMm: number) => {
    const radius = floorMm + ((brimMm - floorMm) * heightMm) / deepMm
    return (Math.PI * heightMm * (floorMm ** 2 + floorMm * radius + radius ** 2)) / 3000
  }
  const bowl = (...heights: readonly number[]) => ({
    ...COASTER,
    depthMm: deepMm,
    waterFillMl: coneMl(deepMm),
    partFills: heights.map((depthMm) => ({ depthMm, ml: coneMl(depthMm) })),
  })

  test.each([
    ['one fill half way', bowl(6)],
    ['two fills low down', bowl(2, 5)],
    ['three fills', bowl(3, 6, 9)],
  ])('of a cone with %s is that cone between them', (_what, mold) => {
    for (const heightMm of [0.5, 1, 2.5, 4, 7, 10, 11.5])
      expect(Math.abs(volumeUpToMl(mold, heightMm) / coneMl(heightMm) - 1)).toBeLessThan(1e-3)
  })

  test('of a cavity that narrows upwards is no more than at its fills either', () => {
    const vase = { ...COASTER, depthMm: 10, waterFillMl: 40, partFills: [{ depthMm: 5, ml: 25 }] }
    expect(volumeUpToMl(vase, 2.5)).toBeGreaterThan(12.5)
    expect(volumeUpToMl(vase, 2.5)).toBeLessThan(15)
  })

  test('45 ml over ten dishes stand as high in each as the fills say: a little above the first', () => {
    expect(heightOfMm(DISH, 4.5)).toBeGreaterThan(3.2)
    expect(heightOfMm(DISH, 4.5)).toBeLessThan(3.4)
  })

  test('asked forwards and backwards it is the same, below the brim and above it', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 12, noNaN: true }), (heightMm) => {
        expect(heightOfMm(DISH, volumeUpToMl(DISH, heightMm))).toBeCloseTo(heightMm, 9)
      }),
      { seed: 5 },
    )
  })

  test('is drawn as wide as it is: a prism all the way up, a dish that widens from its floor to its brim', () => {
    expect(profileOf(COASTER).map(({ widthFrac }) => widthFrac)).toEqual([1, 1])
    const [floor, third, brim] = profileOf(DISH)
    expect([floor!.heightMm, third!.heightMm, brim!.heightMm]).toEqual([0, 3, 8])
    // One slope throughout: 3 s2 + 9 s k + 9 k2 = 4000 and 8 s2 + 64 s k + 170.67 k2 = 14000 give s = 33.415, k = 2.038 (mm).
    expect(floor!.widthFrac).toBeCloseTo(33.415 / (33.415 + 8 * 2.038), 3)
    expect([third!.widthFrac < 1, brim!.widthFrac]).toEqual([true, 1])
  })
})

/** The channel of a raised edge against the library that moves outlines (clipper2). */
describe('the area a raised edge leaves', () => {
  test.each([
    ['circle', { shape: 'circle', acrossMm: 100 }],
    ['square', { shape: 'square', acrossMm: 95, cornerMm: 14 }],
    ['sharp rectangle', { shape: 'rectangle', widthMm: 120, heightMm: 60, cornerMm: 0 }],
    ['rounder than its edge is wide', { shape: 'rectangle', widthMm: 120, heightMm: 60, cornerMm: 3 }],
    ['hexagon', { shape: 'hexagon', acrossMm: 95 }],
    ['flower', { shape: 'flower', acrossMm: 200, petals: 8 }],
    ['heart', { shape: 'heart', widthMm: 120 }],
  ] as const)('%s', (_name, outline) => {
    for (const widthMm of [3, 6]) {
      const mold = { ...COASTER, outline, depthMm: 10, edge: { heightMm: 4, widthMm } }
      const middleMm2 = inset(polygonOf(outline), widthMm).reduce((sum, line) => sum + areaMm2(line), 0)
      const channelMl = ((areaMm2(polygonOf(outline)) - middleMm2) * 4) / 1000
      expect(Math.abs(volumeUpToMl(mold, 4) / channelMl - 1)).toBeLessThan(0.02)
    }
  })

  test('round an island it is as wide', () => {
    const square = (half: number) => [
      { x: -half, y: -half },
      { x: half, y: -half },
      { x: half, y: half },
      { x: -half, y: half },
    ]
    const outline = { shape: 'drawn', points: square(50), islands: [square(10)] } as const
    const mold = { ...COASTER, outline, depthMm: 10, edge: { heightMm: 4, widthMm: 5 } }
    // 90 x 90 less the island grown by 5 with round corners: 400 + 80 x 5 + pi 25.
    const middleMm2 = 8100 - (400 + 400 + Math.PI * 25)
    expect(volumeUpToMl(mold, 4)).toBeCloseTo(((1e4 - 400 - middleMm2) * 4) / 1000, 1)
  })
})
