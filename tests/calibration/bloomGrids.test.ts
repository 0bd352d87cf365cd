import { describe, expect, test } from '@jest/globals'
import { createBloom, layScene, outcomeOf, type Bloom, type BloomSetup } from '#core/bloom/index.ts'
import { polygonOf } from '#core/mold/index.ts'
import type { LaidPattern } from '#core/pattern/index.ts'
import { laidBloom } from '../support/laid.ts'
import { pipedMoves } from '../support/moves.ts'

const disc = { shape: 'circle', acrossMm: 100 } as const
const outline = polygonOf(disc, 120)
/** A pour's thickening: 2 Pa.s at the bead, doubling every six minutes. */
const viscosityAt = (s: number) => 2 * 2 ** ((s - 780) / 360)

function followed(laid: LaidPattern, changes: Partial<BloomSetup> = {}): Bloom {
  const bloom = createBloom({
    outline,
    islands: [],
    cells: 128,
    depthM: 0.005,
    excessDensityKgPerM3: 12,
    viscosityAt,
    seed: 7,
    ...changes,
  })
  layScene(bloom, {
    outline,
    islands: [],
    laid,
    films: [],
    inks: [[0.6, 9, 2.2]],
    moves: pipedMoves({ laid, inkAtMin: 3, whiteAtMin: 13 }),
    seed: 7,
  })
  bloom.runTo(90 * 60)
  return bloom
}

/** White on the floor by the cells of the coarser grid, mean of what lies in each. */
function coarse({ sheets, grid }: Bloom): Float64Array {
  const every = grid.n / 128
  const cells = new Float64Array(128 * 128)
  sheets.floor.white.forEach((white, p) => {
    const [i, j] = [Math.floor((p % grid.n) / every), Math.floor(p / grid.n / every)]
    cells[j * 128 + i]! += white / every ** 2
  })
  return cells
}

describe('the same piece on a grid twice as fine', () => {
  // The tolerances are those an independent prototype of the same equations held.
  const CASES = [
    ['without the tool', 0, 0.15],
    // Another forty seconds: only when asked for, LONG=1 npm run unit -- tests/calibration/bloomGrids.
    ...(process.env['LONG']
      ? ([['with 16 drags and a swirl, whose threads are finer than a coarse cell', 8, 0.32]] as const)
      : []),
  ] as const
  test.each(CASES)('has its white in the same places, %s', (_what, petals, most) => {
    const laid = laidBloom(disc, { inkDrops: 12, rings: 4, petals })
    const [rough, fine] = [followed(laid), followed(laid, { cells: 256 })]
    const [a, b] = [coarse(rough), coarse(fine)]
    const apart = a.reduce((sum, white, p) => sum + Math.abs(white - b[p]!), 0)
    expect(apart / b.reduce((sum, white) => sum + white, 0)).toBeLessThan(most)
    expect(Math.abs(outcomeOf(rough).onFace - outcomeOf(fine).onFace)).toBeLessThan(0.03)
  })
})

test('steps four times finer and a strict floor current change coverage and score by no more than two points', () => {
  const laid = laidBloom(disc, { inkDrops: 12, rings: 4, petals: 8 })
  const cells = 64
  const [usual, careful] = [
    outcomeOf(followed(laid, { cells })),
    outcomeOf(followed(laid, { cells, care: 4 })),
  ]
  expect(Math.abs(usual.onFace - careful.onFace)).toBeLessThan(0.02)
  expect(Math.abs(usual.coverage - careful.coverage)).toBeLessThan(0.02)
  expect(Math.abs(usual.score - careful.score)).toBeLessThan(0.05)
})
