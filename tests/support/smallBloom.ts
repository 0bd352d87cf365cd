import { createBloom, layScene, type Bloom } from '#core/bloom/index.ts'
import { polygonOf } from '#core/mold/index.ts'
import type { LaidPattern } from '#core/pattern/index.ts'
import { laidBloom } from './laid.ts'
import { pipedMoves } from './moves.ts'

const DISC = { shape: 'circle', acrossMm: 100 } as const
export const DISC_LINE = polygonOf(DISC, 120)

/** A round piece of four rings, dragged, followed to where little moves any more, on a coarse grid; anything of its pattern can be replaced. */
export function followedBloom(changes: Partial<LaidPattern> = {}): Bloom {
  const bloom = createBloom({
    outline: DISC_LINE,
    islands: [],
    cells: 64,
    depthM: 0.005,
    excessDensityKgPerM3: 1.7,
    viscosityAt: (s) => 2.2 * Math.exp(s / 2200),
    seed: 3,
  })
  const laid = { ...laidBloom(DISC, { inkDrops: 0, rings: 4, petals: 8 }), ...changes }
  layScene(bloom, {
    outline: DISC_LINE,
    islands: [],
    laid,
    films: [],
    inks: [],
    moves: pipedMoves({ laid, inkAtMin: 0.5, whiteAtMin: 1 }),
    seed: 3,
  })
  bloom.runTo(120 * 60)
  return bloom
}
