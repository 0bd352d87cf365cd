import { describe, expect, test } from '@jest/globals'
import { drawnOutline } from './drawn.ts'
import { areaMm2, openAreaMm2, polygonOf, type Point } from './outline.ts'
import { inset, narrowZones, ringsInside } from './rings.ts'

const square = (side: number, x = 0, y = 0): Point[] => [
  { x, y },
  { x: x + side, y },
  { x: x + side, y: y + side },
  { x, y: y + side },
]
const drawn = (...lines: (readonly Point[])[]) => {
  const read = drawnOutline(lines)
  if (!read.ok) throw new Error(read.problem.kind)
  return read.value
}
const problem = (...lines: (readonly Point[])[]) => {
  const read = drawnOutline(lines)
  return read.ok ? null : read.problem.kind
}

describe('lines that become a mold', () => {
  test('lie about the middle of their box, counter-clockwise, whatever way they were drawn', () => {
    const outline = drawn([...square(60, 200, -40)].reverse())
    expect(areaMm2(outline.points)).toBeCloseTo(3600, 6)
    expect(Math.max(...outline.points.map(({ x }) => x))).toBeCloseTo(30, 6)
  })

  test('inside the largest one are islands, and take their area away', () => {
    const outline = drawn(square(20, 20, 20), square(80))
    expect(outline.islands).toHaveLength(1)
    expect(openAreaMm2(outline)).toBeCloseTo(80 * 80 - 400, 6)
  })

  test('of thousands of points are kept within a fiftieth of a millimetre', () => {
    const circle = Array.from({ length: 40_000 }, (_, k) => {
      const angle = (2 * Math.PI * k) / 40_000
      return { x: 50 * Math.cos(angle), y: 50 * Math.sin(angle) }
    })
    const { points } = drawn(circle)
    expect(points.length).toBeLessThan(1500)
    expect(Math.abs(areaMm2(points) / (Math.PI * 2500) - 1)).toBeLessThan(2e-3)
  })

  test.each<[string, string, (k: number) => Point]>([
    ['49,000 points on one straight line', 'noArea', (k) => ({ x: Math.min(k, 49_000 - k) / 500, y: 0 })],
    [
      '49,000 points of a circle and back again',
      'noArea',
      (k) => {
        const angle = (2 * Math.PI * Math.min(k, 49_000 - k)) / 24_500
        return { x: 50 * Math.cos(angle), y: 50 * Math.sin(angle) }
      },
    ],
    [
      'a scribble of 30,000 points',
      'noArea',
      (k) => ({
        x: 100 * Math.abs(Math.sin(k * 12.9898)),
        y: 100 * Math.abs(Math.sin(k * 78.233) * Math.cos(k)),
      }),
    ],
  ])(
    '%s are refused in a sentence, and soon: no more of them are looked at than a hand draws',
    (what, kind, at) => {
      const points = Array.from({ length: what.startsWith('a') ? 30_000 : 49_000 }, (_, k) => at(k))
      expect(problem(points)).toBe(kind)
    },
  )

  test.each([
    [
      'a line of two points',
      'tooFewPoints',
      [
        { x: 0, y: 0 },
        { x: 9, y: 9 },
      ],
    ],
    [
      'a line there and back',
      'noArea',
      [
        { x: 0, y: 0 },
        { x: 90, y: 0 },
        { x: 45, y: 0 },
      ],
    ],
    [
      'a bow tie',
      'crossesItself',
      [
        { x: 0, y: 0 },
        { x: 60, y: 60 },
        { x: 60, y: 0 },
        { x: 0, y: 50 },
      ],
    ],
    ['a line gone round twice', 'crossesItself', [...square(40), ...square(40, 1, 1)]],
  ] as const)('%s is refused: %s', (_what, kind, line) => {
    expect(problem(line)).toBe(kind)
  })

  test('a second outline beside the first, and a hundred thousand points, are refused with their number', () => {
    expect(problem(square(50), square(30, 100))).toBe('severalPieces')
    expect(problem(Array.from({ length: 100_001 }, (_, k) => ({ x: k, y: k % 7 })))).toBe('tooManyPoints')
  })
})

describe('insets round islands', () => {
  const outline = drawn(square(100), square(20, 40, 40))

  test('by Steiner: the wall gives way, the island grows with round corners', () => {
    const area = inset(outline.points, 5, outline.islands).reduce((sum, line) => sum + areaMm2(line), 0)
    // 90 x 90 less the island 20 x 20 grown by 5: A + P d + pi d2.
    expect(area).toBeCloseTo(90 * 90 - (400 + 80 * 5 + Math.PI * 25), 0)
  })

  test('beads keep their distance from wall and island', () => {
    const rings = ringsInside(outline.points, { marginMm: 7, spacingMm: 10 }, outline.islands)
    expect(rings.length).toBeGreaterThan(1)
    for (const ring of rings)
      for (const { x, y } of ring) {
        const fromIsland = Math.hypot(Math.max(0, Math.abs(x) - 10), Math.max(0, Math.abs(y) - 10))
        expect(Math.min(fromIsland, 50 - Math.abs(x), 50 - Math.abs(y))).toBeGreaterThan(6.9)
      }
  })
})

describe('narrow zones', () => {
  test('are the neck of a bottle, not its body', () => {
    const bottle: Point[] = [
      { x: -30, y: 0 },
      { x: 30, y: 0 },
      { x: 30, y: 60 },
      { x: 8, y: 60 },
      { x: 8, y: 100 },
      { x: -8, y: 100 },
      { x: -8, y: 60 },
      { x: -30, y: 60 },
    ]
    const zones = narrowZones(bottle, 24)
    const neck = zones.filter((zone) => zone.some(({ y }) => y > 90))
    expect(neck).toHaveLength(1)
    expect(areaMm2(neck[0]!)).toBeGreaterThan(16 * 35)
    expect(zones.every((zone) => zone.every(({ x, y }) => y > 20 || Math.abs(x) > 17))).toBe(true)
  })

  test('a circle wider than that has none, a narrower one is all of it', () => {
    const circle = polygonOf({ shape: 'circle', acrossMm: 60 })
    expect(narrowZones(circle, 24)).toEqual([])
    expect(areaMm2(narrowZones(circle, 61)[0]!)).toBeCloseTo(areaMm2(circle), 0)
  })
})
