import {
  cellsOutcomeOf,
  createBloom,
  DROPPED,
  layScene,
  outcomeOf,
  paintFace,
  PIPED,
  type Bloom,
  type BloomScene,
} from '#core/bloom/index.ts'
import { polygonOf } from '#core/mold/index.ts'
import { layPattern, usualLine, type Pattern } from '#core/pattern/index.ts'
import { laidBloom } from '../support/laid.ts'
import type { Figure } from './solver.ts'
import { needleMoves, pipedMoves } from '../support/moves.ts'

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

interface Scene {
  readonly what: string
  readonly cells: number
  readonly drops: number
  readonly rings: number
  readonly petals: number
  /** Rounds of a needle; null where white is piped. */
  readonly rounds: number | null
  /** What lies there before. */
  readonly films?: BloomScene['films']
  /** In place of rings and petals. */
  readonly pattern?: Pattern
}

/** A piece with everything that will be dropped into it. */
function begin({ cells, drops, rings, petals, rounds, films = [], pattern }: Scene) {
  const petri = rounds !== null
  const bloom = createBloom({
    outline,
    islands: [],
    cells,
    depthM: petri ? 0.006 : 0.005,
    excessDensityKgPerM3: petri ? 60 : 12,
    recipe: petri ? DROPPED : PIPED,
    viscosityAt,
    seed: 7,
  })
  const laid = pattern
    ? layPattern(pattern, disc)
    : laidBloom(disc, { inkDrops: drops, rings, petals, spacingMm: 9 })
  layScene(bloom, {
    outline,
    islands: [],
    laid,
    films,
    inks: INKS,
    moves: petri
      ? needleMoves({ fromMin: PETRI_AT_MIN, rounds, roundMin: 1.5, dropMl: 0.017 })
      : pipedMoves({ laid, inkAtMin: 0.5, whiteAtMin: 13 }),
    seed: 7,
  })
  return bloom
}

const PETRI_AT_MIN = 8

/** From nothing to gel, with the figures of the face. */
function toGelMs(scene: Scene): number {
  const began = performance.now()
  const bloom = begin(scene)
  bloom.runTo(45 * 60)
  if (scene.rounds) cellsOutcomeOf(bloom)
  else outcomeOf(bloom)
  return performance.now() - began
}

/** From nothing to the first picture, as the app paints it. */
function firstPictureMs(scene: Scene): number {
  const began = performance.now()
  const bloom = begin(scene)
  bloom.runTo((scene.rounds ? PETRI_AT_MIN : 0.5) * 60 + 18)
  paintFace(bloom, { side: 'silicone', backing: [0.8, 0.8, 0.8], finer: 2 })
  return performance.now() - began
}

/** One look at a piece that was followed, as the app paints it: two pixels a cell each way. */
function lookMs(bloom: Bloom): number {
  const began = performance.now()
  paintFace(bloom, { side: 'silicone', backing: [0.02, 0.03, 0.12], finer: 2 })
  return performance.now() - began
}

const LIGHT = {
  what: 'light scene, 12 drops, 4 rings, 16 drags',
  drops: 12,
  rings: 4,
  petals: 8,
  rounds: null,
}
const HEAVY = {
  what: 'heavy scene, 48 drops, 5 rings, 18 drags',
  drops: 48,
  rings: 5,
  petals: 9,
  rounds: null,
}
const PETRI = { what: 'petri, 22 cells x 3 rounds', drops: 22, rings: 0, petals: 0, rounds: 3 }

const SWIRLED: Omit<Scene, 'cells'> = {
  what: 'three films, a white line, three swirls',
  drops: 0,
  rings: 0,
  petals: 0,
  rounds: null,
  films: [0, 7, 15].map((fromWallMm, k) => ({
    atMin: 0.5,
    fromWallMm,
    toWallMm: fromWallMm + 8,
    absorb: INKS[k]!,
  })),
  pattern: usualLine({ forAreaMm2: (Math.PI * disc.acrossMm ** 2) / 4, narrowestMm: disc.acrossMm }),
}

const SCENES: readonly Scene[] = [
  { ...LIGHT, cells: 64 },
  { ...LIGHT, cells: 128 },
  { ...LIGHT, cells: 256 },
  { ...LIGHT, cells: 512 },
  { ...HEAVY, cells: 128 },
  { ...HEAVY, cells: 256 },
  { ...PETRI, cells: 128 },
  { ...PETRI, cells: 256 },
  { ...SWIRLED, cells: 256 },
]

/** Speed of the simulation, each the median of three rounds after one of all scenes to warm up. */
export function measureBloom(): readonly Figure[] {
  for (const scene of SCENES) toGelMs(scene)
  const median = (measure: () => number) => [0, 1, 2].map(measure).sort((one, other) => one - other)[1]!
  return SCENES.flatMap((scene) => {
    const what = `${scene.cells} x ${scene.cells}, ${scene.what}`
    const cured = begin(scene)
    cured.runTo(45 * 60)
    return [
      { what: `${what}, to gel`, median: median(() => toGelMs(scene)), unit: 'ms' },
      { what: `${what}, first picture`, median: median(() => firstPictureMs(scene)), unit: 'ms' },
      { what: `${what}, one look`, median: median(() => lookMs(cured)), unit: 'ms' },
    ] satisfies Figure[]
  })
}
