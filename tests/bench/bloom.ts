import { createBloom, layScene, outcomeOf, paintFace } from '#core/bloom/index.ts'
import { polygonOf } from '#core/mold/index.ts'
import { laidBloom } from '../support/laid.ts'
import type { Figure } from './solver.ts'

/** A placeholder curve that is as thick as a pour at every minute: minutes and Pa.s, straight in the logarithm between. */
const CURVE = [
  [0, 0.6],
  [5, 1],
  [15, 3],
  [22, 7],
  [30, 20],
  [40, 120],
  [50, 1000],
] as const

function viscosityAt(atS: number): number {
  const min = Math.min(50, atS / 60)
  const k = Math.max(
    1,
    CURVE.findIndex(([at]) => at >= min),
  )
  const [from, low] = CURVE[k - 1]!
  const [to, high] = CURVE[k]!
  return low * (high / low) ** ((min - from) / (to - from))
}

const disc = { shape: 'circle', acrossMm: 100 } as const
const outline = polygonOf(disc, 240)
const INKS = [
  [0.6, 9, 2.2],
  [8, 4.5, 0.6],
  [4.5, 8, 1.4],
  [9, 1.3, 1.6],
] as const

/** One piece from its first drop to gel, and the time to its first picture. */
function piece(cells: number, inkDrops: number, rings: number, petals: number) {
  const began = performance.now()
  const bloom = createBloom({
    outline,
    islands: [],
    cells,
    depthM: 0.005,
    excessDensityKgPerM3: 12,
    viscosityAt,
    seed: 7,
  })
  layScene(bloom, {
    outline,
    islands: [],
    laid: laidBloom(disc, { inkDrops, rings, petals, spacingMm: 9 }),
    beadMm: 3,
    needle: null,
    inks: INKS,
    inkAtMin: 0.5,
    whiteAtMin: 13,
    seed: 7,
  })
  bloom.runTo(31)
  paintFace({ ...bloom, strands: null }, { side: 'silicone', backing: [0.8, 0.8, 0.8] })
  const firstMs = performance.now() - began
  bloom.runTo(45 * 60)
  outcomeOf(bloom)
  return { firstMs, wholeMs: performance.now() - began, bloom }
}

const SCENES = [
  ['light scene, 12 drops, 4 rings, 16 drags', 128, 12, 4, 8],
  ['light scene, 12 drops, 4 rings, 16 drags', 256, 12, 4, 8],
  ['heavy scene, 48 drops, 5 rings, 18 drags', 128, 48, 5, 9],
  ['heavy scene, 48 drops, 5 rings, 18 drags', 256, 48, 5, 9],
] as const

/** Speed of the simulation, each the median of three rounds after one of all scenes to warm up. */
export function measureBloom(): readonly Figure[] {
  const run = ([, cells, drops, rings, petals]: (typeof SCENES)[number]) => piece(cells, drops, rings, petals)
  for (const scene of SCENES) run(scene)
  return SCENES.flatMap((scene) => {
    const [what, cells] = scene
    const runs = [0, 1, 2].map(() => run(scene))
    const median = (of: (each: (typeof runs)[number]) => number) =>
      runs.map(of).sort((one, other) => one - other)[1]!
    return [
      { what: `${cells} x ${cells}, ${what}, to gel`, median: median((each) => each.wholeMs), unit: 'ms' },
      { what: `${cells} x ${cells}, first picture`, median: median((each) => each.firstMs), unit: 'ms' },
    ] satisfies Figure[]
  })
}
