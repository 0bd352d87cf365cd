import { describe, expect, test } from '@jest/globals'
import { laidBloom } from '../../../tests/support/laid.ts'
import { evenPoints, lineLength, polygonOf } from '../mold/index.ts'
import { seededRandom } from '../numeric/index.ts'
import { columnX, gridOf, rowY } from './grid.ts'
import { noiseField } from './noise.ts'
import { layScene, type BagHolds, type BloomScene, type HandMove } from './scene.ts'
import { createBloom } from './simulation.ts'
import { pipedMoves } from '../../../tests/support/moves.ts'

const disc = { shape: 'circle', acrossMm: 100 } as const
const circle = polygonOf(disc)

describe('a mold on a grid', () => {
  const grid = gridOf(circle, [], 96)

  test('covers the area of its outline and knows how far the wall is', () => {
    const cells = grid.inside.reduce((sum, inside) => sum + inside, 0)
    expect((cells * grid.cellM ** 2) / (Math.PI * 0.05 ** 2)).toBeCloseTo(1, 2)
    for (let p = 0; p < grid.inside.length; p++) {
      if (!grid.inside[p]) continue
      const far = Math.hypot(columnX(grid, p % 96), rowY(grid, Math.floor(p / 96)))
      expect(Math.abs(grid.wallM[p]! - (0.05 - far))).toBeLessThan(4e-4)
    }
  })

  test('leaves an island out and measures to its wall too', () => {
    const island = polygonOf({ shape: 'circle', acrossMm: 20 })
    const holed = gridOf(circle, [island], 96)
    const middle = 48 * 96 + 48
    expect(holed.inside[middle]).toBe(0)
    const beside = 48 * 96 + 48 + Math.round(0.012 / holed.cellM)
    expect(holed.inside[beside]).toBe(1)
    expect(holed.wallM[beside]!).toBeLessThan(0.003)
  })

  test('of an outline that holds no cell is a defect', () => {
    const sliver = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 0.001 },
    ]
    expect(() => gridOf(sliver, [], 16)).toThrow(RangeError)
  })
})

describe('noise', () => {
  const grid = gridOf(circle, [], 64)
  const field = (strength: number, shape: 'linear' | 'logNormal', seed = 3) =>
    noiseField(grid, { wavesM: [0.007, 0.003], strength, shape }, seededRandom(seed))

  test('lies about 1, as strong as asked, and is the same for the same seed', () => {
    const noise = field(0.3, 'linear')
    const mean = noise.reduce((sum, value) => sum + value, 0) / noise.length
    expect(mean).toBeCloseTo(1, 0)
    const sd = Math.sqrt(noise.reduce((sum, value) => sum + (value - 1) ** 2, 0) / noise.length)
    expect(sd).toBeCloseTo(0.3, 1)
    expect(field(0.3, 'linear')).toEqual(noise)
    expect(field(0.3, 'linear', 4)).not.toEqual(noise)
  })

  test('switched off is 1 everywhere; log-normal stays above nothing', () => {
    for (const value of field(0, 'logNormal')) expect(value).toBe(1)
    for (const value of field(0.7, 'logNormal')) expect(value).toBeGreaterThan(0)
  })
})

describe('points along a line', () => {
  const square = [
    { x: 0, y: 0 },
    { x: 10, y: 0 },
    { x: 10, y: 10 },
    { x: 0, y: 10 },
  ]

  test('lie evenly, closed all round and open from end to end', () => {
    expect(lineLength(square, true)).toBe(40)
    expect(lineLength(square, false)).toBe(30)
    const closed = evenPoints(square, true, 40)
    expect(closed).toHaveLength(40)
    closed.forEach((point, k) => {
      const next = closed[(k + 1) % closed.length]!
      expect(Math.abs(next.x - point.x) + Math.abs(next.y - point.y)).toBeCloseTo(1, 6)
    })
    const open = evenPoints(square, false, 31)
    expect(open[0]).toEqual({ x: 0, y: 0 })
    expect(open.at(-1)!.x).toBeCloseTo(0, 6)
    expect(open.at(-1)!.y).toBeCloseTo(10, 6)
  })
})

describe('a scene', () => {
  const scene: Omit<BloomScene, 'moves'> = {
    outline: circle,
    islands: [],
    laid: laidBloom(disc, { inkDrops: 9, rings: 1, petals: 4, marginMm: 10 }),
    films: [],
    inks: [[2, 0.2, 0.2]],
    seed: 2,
  }
  const piece = {
    outline: circle,
    islands: [],
    cells: 32,
    depthM: 0.005,
    excessDensityKgPerM3: 2,
    viscosityAt: () => 3,
  }
  const laidBy = (changes: Partial<BloomScene>, untilMin: number) => {
    const { laid = scene.laid } = changes
    const bloom = createBloom({ ...piece, seed: 1 })
    layScene(bloom, { ...scene, moves: pipedMoves({ laid, inkAtMin: 1, whiteAtMin: 6 }), ...changes })
    bloom.runTo(untilMin * 60)
    return bloom.laid
  }

  test('lays inks first, then a bead of the volume of its hole and length', () => {
    expect(laidBy({}, 4).white).toBe(0)
    expect(laidBy({}, 4).ink[0]).toBeGreaterThan(0)
    const bead = Math.PI * 0.0015 ** 2 * Math.PI * 0.08
    expect(laidBy({}, 6.5).white / bead).toBeCloseTo(1, 1)
  })

  test('nine drops lay nine times one, and no ink lays none', () => {
    const one = laidBy({ laid: laidBloom(disc, { inkDrops: 1, rings: 0, petals: 0 }) }, 2).ink[0]
    expect(laidBy({}, 2).ink[0] / one).toBeCloseTo(9, 6)
    expect(laidBy({ inks: [] }, 2).ink[0]).toBe(0)
  })

  test('a bead of mica lays colour and flakes along its line and no white; a pearl lays both', () => {
    const bead = {
      line: [
        { x: -20, y: 0 },
        { x: 20, y: 0 },
      ],
      closed: false,
    }
    const piped = (holds: BagHolds, holeMm = 3) => {
      const bloom = createBloom({ ...piece, seed: 1 })
      const move = { kind: 'beads', beads: [bead], holeMm, holds } as const
      layScene(bloom, { ...scene, moves: [{ atMin: 1, move }] })
      bloom.runTo(70)
      return bloom
    }
    const mica = piped({ white: false, tint: { absorb: [0.2, 0.6, 1.4], scatter: 3 }, mica: true })
    expect(mica.laid.white).toBe(0)
    // Depth times the width and the length it lies.
    expect(mica.laid.ink.map((amount) => amount / (1.5 * 0.003 * 0.04))).toEqual([
      expect.closeTo(0.2, 6),
      expect.closeTo(0.6, 6),
      expect.closeTo(1.4, 6),
    ])
    expect(mica.specks).toHaveLength(Math.round(220e4 * 1.5 * 0.003 * 0.04))
    for (const { x, y } of mica.specks) {
      expect(Math.abs(x)).toBeLessThan(0.0225)
      expect(Math.abs(y)).toBeLessThanOrEqual(0.00225 + 1e-9)
    }
    const pearl = piped({ white: true, tint: { absorb: [0.2, 0.6, 1.4], scatter: 3 }, mica: false }, 2)
    expect(pearl.laid.white).toBeGreaterThan(0)
    expect(pearl.laid.ink[2] / mica.laid.ink[2]).toBeCloseTo(2 / 3, 6)
    expect(pearl.specks).toEqual([])
  })

  test('drops that were put in lie where they were put, white ones without ink', () => {
    const dropped = (move: HandMove) => {
      const bloom = createBloom({ ...piece, seed: 1 })
      layScene(bloom, { ...scene, moves: [{ atMin: 1, move }] })
      bloom.runTo(60.05)
      return bloom
    }
    const places = [{ x: 20, y: 0 }]
    const { laid, sheets, grid } = dropped({ kind: 'drops', absorb: [0, 1, 0], places })
    expect(laid.ink[1]).toBeGreaterThan(0)
    expect(laid.ink[0]).toBe(0)
    let moment = 0
    for (let p = 0; p < sheets.surface.ink[1].length; p++)
      moment += sheets.surface.ink[1][p]! * (((p % grid.n) + 0.5) * grid.cellM - grid.sideM / 2)
    const all = sheets.surface.ink[1].reduce((sum, each) => sum + each, 0)
    expect(moment / all).toBeCloseTo(0.02, 2)
    const white = dropped({ kind: 'whiteDrops', dropMl: 0.02, places })
    expect(white.laid.white).toBeGreaterThan(0.014e-6)
    expect(white.laid.ink).toEqual([0, 0, 0])
  })
})
