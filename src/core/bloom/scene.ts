import type { Point } from '../mold/index.ts'
import { seededRandom } from '../numeric/index.ts'
import { inkOfDrop, type LaidPattern, type LaidStroke } from '../pattern/index.ts'
import type { Bloom } from './simulation.ts'
import { strewnIn } from './specks.ts'
import type { Stroke } from './tool.ts'

/** A piece as the hand makes it; lengths in mm as seen while pouring, minutes from stop-stir. */
export interface BloomScene {
  readonly outline: readonly Point[]
  readonly islands: readonly (readonly Point[])[]
  readonly laid: LaidPattern
  readonly beadMm: number
  /** White from a bottle, one drop on every drop of ink, so often; null where it is piped. */
  readonly needle: Needle | null
  /** What lay there, tinted, before anything was dropped or piped: bands along the wall. */
  readonly films: readonly Film[]
  /** Optical depths of each ink, one dose. */
  readonly inks: readonly Channels[]
  readonly inkAtMin: number
  /** The first bead, or the first round of drops. */
  readonly whiteAtMin: number
  /** So long after the first of the white the tool goes through; a minute where nothing is said. */
  readonly toolAfterMin?: number | undefined
  readonly seed: number
}

export interface Film {
  readonly fromWallMm: number
  readonly toWallMm: number
  /** Optical depth of all of it. */
  readonly absorb: Channels
}

export interface Needle {
  readonly rounds: number
  readonly roundMin: number
  readonly dropMl: number
}

type Channels = readonly [number, number, number]

const M_PER_MM = 1e-3
const M3_PER_ML = 1e-6

/** A drop where it lands, and the pull of its solvent (by eye). */
interface DropLook {
  readonly radiusM: number
  readonly pressureNPerM: number
  readonly dose: number
}
const BLOOM_INK: DropLook = { radiusM: 0.003, pressureNPerM: 0.01, dose: 1.6 }
const PETRI_INK: DropLook = { radiusM: 0.0026, pressureNPerM: 0.009, dose: 1.8 }
const NEEDLE_RADIUS_M = 0.0024
const NEEDLE_PRESSURE_N_PER_M = 0.0035
/** The needle follows the ink at once; a hand aims so well. */
const NEEDLE_AFTER_S = 20
const HAND_MISSES_M = 7e-4
/** From the first bead to the first stroke. */
const DRAG_AFTER_MIN = 1
const DRAG_REACH_M = 0.0034
const DRAG_STRENGTH = 0.85
/** No two strokes of a hand are alike. */
const DRAGS_DIFFER = 0.1
const SWIRL_RAD = 2.6

/** Lays a scene's drops, beads and strokes into a piece at their times. */
export function layScene(bloom: Bloom, scene: BloomScene): void {
  const chance = seededRandom(scene.seed * 31 + 5)
  const firstS = Math.min(scene.inkAtMin, scene.whiteAtMin) * 60
  for (const { fromWallMm, toWallMm, absorb } of scene.films) {
    const [fromWallM, toWallM] = [fromWallMm * M_PER_MM, toWallMm * M_PER_MM]
    bloom.at(firstS, { kind: 'film', fromWallM, toWallM, absorb })
  }
  for (const sprinkle of scene.laid.sprinkles)
    bloom.at(firstS, { kind: 'sprinkle', what: sprinkle.what, specks: strewnIn(sprinkle, chance) })
  if (scene.needle) layRounds(bloom, { ...scene, needle: scene.needle }, chance)
  else layPiped(bloom, scene, chance)
}

function layPiped(bloom: Bloom, scene: BloomScene, chance: () => number): void {
  layInks(bloom, scene, { atS: scene.inkAtMin * 60, round: 0, look: BLOOM_INK, missM: 0 }, chance)
  const pipeS = scene.whiteAtMin * 60
  for (const { line, closed } of scene.laid.beads)
    bloom.at(pipeS, {
      kind: 'bead',
      path: line.map(inMetres),
      closed,
      beadM: scene.beadMm * M_PER_MM,
    })
  layStrokes(bloom, scene, chance)
}

function layStrokes(bloom: Bloom, scene: BloomScene, chance: () => number): void {
  const { laid, whiteAtMin, toolAfterMin = DRAG_AFTER_MIN } = scene
  const strokes = laid.strokes.map((stroke) => strokeOf(stroke, chance))
  if (strokes.length > 0) bloom.at((whiteAtMin + toolAfterMin) * 60, { kind: 'tool', strokes })
}

function layRounds(
  bloom: Bloom,
  scene: BloomScene & { readonly needle: Needle },
  chance: () => number,
): void {
  const { needle, laid } = scene
  for (let round = 0; round < needle.rounds; round++) {
    const atS = (scene.whiteAtMin + round * needle.roundMin) * 60
    layInks(bloom, scene, { atS, round, look: PETRI_INK, missM: HAND_MISSES_M }, chance)
    for (const { at } of laid.drops)
      bloom.at(atS + NEEDLE_AFTER_S, {
        kind: 'whiteDrop',
        at: aimed(inMetres(at), HAND_MISSES_M, chance),
        radiusM: NEEDLE_RADIUS_M,
        volumeM3: needle.dropMl * M3_PER_ML * (0.75 + 0.5 * chance()),
        pressureNPerM: NEEDLE_PRESSURE_N_PER_M,
      })
  }
  layStrokes(bloom, scene, chance)
}

interface InkRound {
  readonly atS: number
  readonly round: number
  readonly look: DropLook
  readonly missM: number
}

function layInks(
  bloom: Bloom,
  { laid, inks }: BloomScene,
  { atS, round, look, missM }: InkRound,
  chance: () => number,
): void {
  for (const drop of laid.drops) {
    const no = inkOfDrop(drop, { round, inks: inks.length })
    if (no === null) return
    const [r, g, b] = inks[no]!
    bloom.at(atS, {
      kind: 'ink',
      at: aimed(inMetres(drop.at), missM, chance),
      radiusM: look.radiusM,
      absorb: [r * look.dose, g * look.dose, b * look.dose],
      pressureNPerM: look.pressureNPerM * (0.75 + 0.6 * chance()),
    })
  }
}

function aimed({ x, y }: Point, missM: number, chance: () => number): Point {
  if (missM === 0) return { x, y }
  return { x: x + missM * (2 * chance() - 1), y: y + missM * (2 * chance() - 1) }
}

function inMetres({ x, y }: Point): Point {
  return { x: x * M_PER_MM, y: y * M_PER_MM }
}

function strokeOf(stroke: LaidStroke, chance: () => number): Stroke {
  return stroke.kind === 'drag'
    ? {
        kind: 'drag',
        path: stroke.line.map((at) => aimed(inMetres(at), HAND_MISSES_M, chance)),
        reachM: DRAG_REACH_M,
        strength: DRAG_STRENGTH * (1 + DRAGS_DIFFER * (2 * chance() - 1)),
      }
    : {
        kind: 'swirl',
        centre: inMetres(stroke.at),
        reachM: stroke.reachMm * M_PER_MM,
        turnRad: SWIRL_RAD,
      }
}
