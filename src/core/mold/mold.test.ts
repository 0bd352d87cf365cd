import { UPRIGHT } from './mold.ts'
import { describe, expect, test } from '@jest/globals'
import { USUAL_WALL } from '../resin/index.ts'
import { areaMm2, boxOf, perimeterMm, HAND_SMOOTH, polygonOf, type Outline } from './outline.ts'
import { inset, ringsInside } from './rings.ts'
import { brimVolumeMl, layerAreaMm2, waterFillOverDrawn, type Mold } from './mold.ts'

const areaOf = (outline: Outline) => areaMm2(polygonOf(outline))

describe('areas against their closed forms', () => {
  test.each<[string, Outline, number]>([
    ['circle pi r2', { shape: 'circle', acrossMm: 100 }, Math.PI * 2500],
    [
      'square less its corners, a2 - (4 - pi) r2',
      { shape: 'square', acrossMm: 90, cornerMm: 10 },
      8100 - (4 - Math.PI) * 100,
    ],
    ['sharp rectangle', { shape: 'rectangle', widthMm: 120, heightMm: 40, cornerMm: 0 }, 4800],
    ['hexagon across flats, sqrt(3)/2 d2', { shape: 'hexagon', acrossMm: 100 }, (Math.sqrt(3) / 2) * 1e4],
    [
      'octagon across flats, 2 (sqrt(2) - 1) d2',
      { shape: 'octagon', acrossMm: 100 },
      2 * (Math.SQRT2 - 1) * 1e4,
    ],
    ['ellipse pi a b', { shape: 'oval', widthMm: 140, heightMm: 90 }, Math.PI * 70 * 45],
    [
      'flower pi R2 ((1 - w)2 + w2 / 2)',
      { shape: 'flower', acrossMm: 200, petals: 8 },
      Math.PI * 1e4 * (0.86 ** 2 + 0.14 ** 2 / 2),
    ],
    ['heart curve, 180 pi (w / 32)2', { shape: 'heart', widthMm: 120 }, 180 * Math.PI * (120 / 32) ** 2],
  ])('%s', (_name, outline, expected) => {
    expect(Math.abs(areaOf(outline) / expected - 1)).toBeLessThan(2e-4)
  })

  test('a heart is as wide as it is said to be', () => {
    const box = boxOf(polygonOf({ shape: 'heart', widthMm: 120 }))
    expect(box.right - box.left).toBeCloseTo(120, 1)
  })
})

describe('insets', () => {
  test('a circle shrinks to a smaller circle', () => {
    const [ring] = inset(polygonOf({ shape: 'circle', acrossMm: 100 }), 7)
    expect(perimeterMm(ring!)).toBeCloseTo(2 * Math.PI * 43, 0)
  })

  test('a convex outline loses perimeter x d - area of the rounded corners (Steiner, for an inward offset of a square)', () => {
    const [ring] = inset(polygonOf({ shape: 'square', acrossMm: 90, cornerMm: 0 }), 10)
    expect(areaMm2(ring!)).toBeCloseTo(70 * 70, 0)
  })

  const ringsOf = (outline: Outline, marginMm: number, spacingMm: number) => {
    const rings = ringsInside(polygonOf(outline, HAND_SMOOTH), { marginMm, spacingMm })
    return { count: rings.length, lengthCm: rings.reduce((sum, ring) => sum + perimeterMm(ring), 0) / 10 }
  }

  test.each<[Outline, number, number, number, number]>([
    [{ shape: 'circle', acrossMm: 100 }, 7, 10, 4, 70],
    [{ shape: 'circle', acrossMm: 100 }, 6, 12, 4, 65],
    [{ shape: 'circle', acrossMm: 200 }, 8, 12, 8, 251],
    [{ shape: 'circle', acrossMm: 200 }, 8, 10, 9, 294],
    [{ shape: 'circle', acrossMm: 330 }, 10, 12, 13, 678],
    [{ shape: 'flower', acrossMm: 200, petals: 8 }, 8, 12, 6, 184],
  ])(
    '%j, %d mm off the wall, %d mm apart: %d rings, %d cm (figures of an independent prototype)',
    (outline, margin, gap, count, cm) => {
      const rings = ringsOf(outline, margin, gap)
      expect(rings.count).toBe(count)
      expect(Math.abs(rings.lengthCm / cm - 1)).toBeLessThan(0.02)
    },
  )

  test('circles keep to their closed form, the sum of 2 pi (R - margin - i x spacing)', () => {
    const closedFormCm = [43, 33, 23, 13].reduce((sum, radius) => sum + (2 * Math.PI * radius) / 10, 0)
    expect(
      Math.abs(ringsOf({ shape: 'circle', acrossMm: 100 }, 7, 10).lengthCm / closedFormCm - 1),
    ).toBeLessThan(5e-4)
  })

  test('spacing of nothing is refused', () => {
    expect(() =>
      ringsInside(polygonOf({ shape: 'circle', acrossMm: 100 }), { marginMm: 7, spacingMm: 0 }),
    ).toThrow(/spacingMm/)
  })
})

describe('what a mold holds', () => {
  const coaster: Mold = {
    id: 'm',
    name: 'Round coaster',
    outline: { shape: 'circle', acrossMm: 100 },
    depthMm: 7,
    waterFillMl: null,
    ...UPRIGHT,
    count: 4,
    cavities: 2,
    wall: USUAL_WALL,
  }

  test('a 10 cm round coaster takes 50 to 60 ml (common practice)', () => {
    expect(brimVolumeMl(coaster)).toBeGreaterThan(50)
    expect(brimVolumeMl(coaster)).toBeLessThan(60)
  })

  test('the water fill wins over the drawing, and says how far the two are apart', () => {
    const measured = { ...coaster, waterFillMl: 50 }
    expect(layerAreaMm2(measured)).toBeCloseTo(50_000 / 7, 6)
    expect(waterFillOverDrawn(measured)).toBeCloseTo(50 / 54.98, 3)
    expect(waterFillOverDrawn(coaster)).toBeNull()
  })
})
