import type { Point } from '../mold/index.ts'
import { seededRandom } from '../numeric/index.ts'
import { inkOfDrop, type Bead, type LaidPattern, type LaidStroke } from '../pattern/index.ts'
import type { Bloom } from './simulation.ts'
import { flakesAlong, strewnIn } from './specks.ts'
import type { Stroke } from './tool.ts'

/** One thing a hand does to a piece, with what it lays. */
export type HandMove =
  /** The drops of the pattern, in that round of them, counted from 0. */
  | { readonly kind: 'inks'; readonly round: number }
  /** The same, and a drop of white from a needle on each at once. */
  | { readonly kind: 'inksAndWhite'; readonly round: number; readonly dropMl: number }
  /** Drops of one ink wherever they were put, in mm. */
  | { readonly kind: 'drops'; readonly absorb: Channels; readonly places: readonly Point[] }
  | { readonly kind: 'whiteDrops'; readonly dropMl: number; readonly places: readonly Point[] }
  /** Beads out of one bag. */
  | {
      readonly kind: 'beads'
      readonly beads: readonly Bead[]
      readonly holeMm: number
      readonly holds: BagHolds
    }
  /** All the drags and swirls of the pattern. */
  | { readonly kind: 'strokes' }

/** What a bag lays: white that sinks, colour that rides with the surface, flakes in it. */
export interface BagHolds {
  readonly white: boolean
  /** What a bead absorbs and scatters where it is laid, as depths; null for a bag of white alone. */
  readonly tint: { readonly absorb: Channels; readonly scatter: number } | null
  readonly mica: boolean
}

/** A piece as the hand makes it; lengths in mm as seen while pouring. */
export interface BloomScene {
  readonly outline: readonly Point[]
  readonly islands: readonly (readonly Point[])[]
  readonly laid: LaidPattern
  /** What was poured there, tinted, before anything was dropped or piped: bands along the wall. */
  readonly films: readonly Film[]
  /** Optical depths of each ink, one dose. */
  readonly inks: readonly Channels[]
  /** In their order; minutes from stop-stir. */
  readonly moves: readonly { readonly atMin: number; readonly move: HandMove }[]
  readonly seed: number
}

export interface Film {
  readonly atMin: number
  readonly fromWallMm: number
  readonly toWallMm: number
  /** Optical depth of all of it. */
  readonly absorb: Channels
}

/** Red, green and blue. */
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
const DRAG_REACH_M = 0.0034
const DRAG_STRENGTH = 0.85
/** No two strokes of a hand are alike. */
const DRAGS_DIFFER = 0.1
const SWIRL_RAD = 2.6

/** Lays a scene's drops, beads and strokes into a piece at their times. */
export function layScene(bloom: Bloom, scene: BloomScene): void {
  const chance = seededRandom(scene.seed * 31 + 5)
  const firstS = 60 * Math.min(...scene.moves.map(({ atMin }) => atMin))
  for (const { atMin, fromWallMm, toWallMm, absorb } of scene.films) {
    const [fromWallM, toWallM] = [fromWallMm * M_PER_MM, toWallMm * M_PER_MM]
    bloom.at(60 * atMin, { kind: 'film', fromWallM, toWallM, absorb })
  }
  for (const sprinkle of scene.laid.sprinkles)
    bloom.at(firstS, { kind: 'sprinkle', what: sprinkle.what, specks: strewnIn(sprinkle, chance) })
  for (const { atMin, move } of scene.moves) makeMove(bloom, scene, { move, atS: 60 * atMin }, chance)
}

function makeMove(
  bloom: Bloom,
  scene: BloomScene,
  { move, atS }: { readonly move: HandMove; readonly atS: number },
  chance: () => number,
): void {
  switch (move.kind) {
    case 'inks':
      return layInks(bloom, scene, { atS, round: move.round, look: BLOOM_INK, missM: 0 }, chance)
    case 'inksAndWhite': {
      layInks(bloom, scene, { atS, round: move.round, look: PETRI_INK, missM: HAND_MISSES_M }, chance)
      const places = scene.laid.drops.map(({ at }) => at)
      return layWhite(bloom, { atS: atS + NEEDLE_AFTER_S, places, dropMl: move.dropMl }, chance)
    }
    case 'drops':
      for (const place of move.places)
        dropInk(bloom, { atS, at: inMetres(place), absorb: move.absorb, look: BLOOM_INK }, chance)
      return
    case 'whiteDrops':
      return layWhite(bloom, { atS, places: move.places, dropMl: move.dropMl }, chance)
    case 'beads':
      for (const bead of move.beads) layBead(bloom, { atS, bead, bag: move }, chance)
      return
    case 'strokes': {
      const strokes = scene.laid.strokes.map((stroke) => strokeOf(stroke, chance))
      if (strokes.length > 0) bloom.at(atS, { kind: 'tool', strokes })
      return
    }
    default:
      return move satisfies never
  }
}

interface NeedleDrops {
  readonly atS: number
  readonly places: readonly Point[]
  readonly dropMl: number
}

function layWhite(bloom: Bloom, { atS, places, dropMl }: NeedleDrops, chance: () => number): void {
  for (const at of places)
    bloom.at(atS, {
      kind: 'whiteDrop',
      at: aimed(inMetres(at), HAND_MISSES_M, chance),
      radiusM: NEEDLE_RADIUS_M,
      volumeM3: dropMl * M3_PER_ML * (0.75 + 0.5 * chance()),
      pressureNPerM: NEEDLE_PRESSURE_N_PER_M,
    })
}

interface BeadLaid {
  readonly atS: number
  readonly bead: Bead
  readonly bag: Extract<HandMove, { kind: 'beads' }>
}

function layBead(
  bloom: Bloom,
  { atS, bead: { line, closed }, bag: { holeMm, holds } }: BeadLaid,
  chance: () => number,
): void {
  const bead = { path: line.map(inMetres), closed, beadM: holeMm * M_PER_MM }
  if (holds.tint) bloom.at(atS, { kind: 'tint', ...bead, ...holds.tint })
  if (holds.white) bloom.at(atS, { kind: 'bead', ...bead })
  if (holds.mica) bloom.at(atS, { kind: 'sprinkle', what: 'mica', specks: flakesAlong(bead, chance) })
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
    dropInk(bloom, { atS, at: aimed(inMetres(drop.at), missM, chance), absorb: inks[no]!, look }, chance)
  }
}

interface InkDrop {
  readonly atS: number
  /** In metres. */
  readonly at: Point
  readonly absorb: Channels
  readonly look: DropLook
}

function dropInk(bloom: Bloom, { atS, at, absorb: [r, g, b], look }: InkDrop, chance: () => number): void {
  bloom.at(atS, {
    kind: 'ink',
    at,
    radiusM: look.radiusM,
    absorb: [r * look.dose, g * look.dose, b * look.dose],
    pressureNPerM: look.pressureNPerM * (0.75 + 0.6 * chance()),
  })
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
