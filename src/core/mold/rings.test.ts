import { describe, expect, test } from '@jest/globals'
import { areaMm2, boxOf, HAND_SMOOTH, perimeterMm, polygonOf, type Outline } from './outline.ts'
import { inset, ringsInside } from './rings.ts'

const CONVEX: readonly Outline[] = [
  { shape: 'circle', acrossMm: 100 },
  { shape: 'square', acrossMm: 95, cornerMm: 14 },
  { shape: 'hexagon', acrossMm: 95 },
  { shape: 'octagon', acrossMm: 150 },
  { shape: 'oval', widthMm: 150, heightMm: 100 },
]
const ALL: readonly Outline[] = [
  ...CONVEX,
  { shape: 'flower', acrossMm: 200, petals: 8 },
  { shape: 'heart', widthMm: 120 },
]

describe('an inset', () => {
  test.each(CONVEX)(
    'of $shape, grown back, never leaves the outline (Steiner: A(d) >= A - P d)',
    (outline) => {
      const polygon = polygonOf(outline, HAND_SMOOTH)
      for (const byMm of [2, 5, 10]) {
        const [ring] = inset(polygon, byMm)
        const area = areaMm2(ring!)
        expect(area).toBeLessThan(areaMm2(polygon))
        expect(area).toBeGreaterThanOrEqual(areaMm2(polygon) - perimeterMm(polygon) * byMm - 1)
      }
    },
  )

  test('of a circle obeys Steiner exactly: A - P d + pi d2', () => {
    const polygon = polygonOf({ shape: 'circle', acrossMm: 100 })
    const [ring] = inset(polygon, 8)
    expect(
      Math.abs(areaMm2(ring!) / (areaMm2(polygon) - perimeterMm(polygon) * 8 + Math.PI * 64) - 1),
    ).toBeLessThan(1e-3)
  })

  test('in two steps is the inset in one', () => {
    const polygon = polygonOf({ shape: 'heart', widthMm: 120 }, HAND_SMOOTH)
    const once = inset(polygon, 9)
    const twice = inset(polygon, 4).flatMap((ring) => inset(ring, 5))
    const area = (rings: typeof once) => rings.reduce((sum, ring) => sum + areaMm2(ring), 0)
    expect(Math.abs(area(twice) / area(once) - 1)).toBeLessThan(5e-3)
  })

  test('deeper than the mold is wide leaves nothing', () => {
    expect(inset(polygonOf({ shape: 'oval', widthMm: 60, heightMm: 30 }), 20)).toEqual([])
  })

  test('of a narrow waist splits in two', () => {
    const dumbbell = [
      [-60, -20],
      [-20, -20],
      [-20, -4],
      [20, -4],
      [20, -20],
      [60, -20],
      [60, 20],
      [20, 20],
      [20, 4],
      [-20, 4],
      [-20, 20],
      [-60, 20],
    ].map(([x, y]) => ({ x: x!, y: y! }))
    expect(inset(dumbbell, 6)).toHaveLength(2)
  })
})

describe('beads', () => {
  test.each(ALL)('in $shape stay inside, off the wall, and get shorter inwards', (outline) => {
    const box = boxOf(polygonOf(outline))
    const beads = ringsInside(polygonOf(outline), { marginMm: 7, spacingMm: 10 })
    expect(beads.length).toBeGreaterThan(0)
    for (const bead of beads) {
      const own = boxOf(bead)
      expect(own.left).toBeGreaterThan(box.left + 5)
      expect(own.right).toBeLessThan(box.right - 5)
    }
    expect(perimeterMm(beads.at(-1)!)).toBeLessThan(perimeterMm(beads[0]!))
  })

  test('closer together take more white, a wider margin less', () => {
    const length = (marginMm: number, spacingMm: number) =>
      ringsInside(polygonOf(ALL[0]!), { marginMm, spacingMm }).reduce(
        (sum, bead) => sum + perimeterMm(bead),
        0,
      )
    expect(length(7, 8)).toBeGreaterThan(length(7, 10))
    expect(length(12, 10)).toBeLessThan(length(7, 10))
  })
})
