import { inset, isInside, type Point } from '../mold/index.ts'
import { seededRandom } from '../numeric/index.ts'
import type { Bloom, BloomAct } from './simulation.ts'
import type { Stroke } from './tool.ts'

/** A bloom as the hand makes it; lengths in mm, minutes from stop-stir. */
export interface BloomScene {
  readonly outline: readonly Point[]
  readonly islands: readonly (readonly Point[])[]
  readonly beads: readonly (readonly Point[])[]
  readonly beadMm: number
  readonly petals: number
  /** Optical depths of each ink, one dose. */
  readonly inks: readonly (readonly [number, number, number])[]
  readonly inkDrops: number
  readonly inkAtMin: number
  readonly pipeAtMin: number
  readonly seed: number
}

const M_PER_MM = 1e-3
/** A drop of ink where it lands, and the pull of its solvent (by eye). */
const INK_RADIUS_M = 0.003
const INK_PRESSURE_N_PER_M = 0.01
const INK_DOSE = 1.6
/** From the first bead to the first stroke. */
const DRAG_AFTER_S = 60
const DRAG_REACH_M = 0.0034
const DRAG_STRENGTH = 0.85
const RIM_GAP_MM = 4
const CENTRE_SHARE = 0.12
const SWIRL_RAD = 2.6
const LEAST_FROM_WALL_MM = 5

/** Lays a scene's drops, beads and strokes into a piece at their times. */
export function layScene(bloom: Bloom, scene: BloomScene): void {
  const chance = seededRandom(scene.seed * 31 + 5)
  const drops = scatteredDrops(scene, chance)
  drops.forEach((at, k) => {
    const absorb = scene.inks[k % scene.inks.length]!
    bloom.at(scene.inkAtMin * 60, {
      kind: 'ink',
      at,
      radiusM: INK_RADIUS_M,
      absorb: [absorb[0] * INK_DOSE, absorb[1] * INK_DOSE, absorb[2] * INK_DOSE],
      pressureNPerM: INK_PRESSURE_N_PER_M * (0.75 + 0.6 * chance()),
    })
  })
  const pipeS = scene.pipeAtMin * 60
  for (const bead of scene.beads) {
    const path = bead.map(inMetres)
    bloom.at(pipeS, { kind: 'bead', path, closed: true, beadM: scene.beadMm * M_PER_MM } satisfies BloomAct)
  }
  if (scene.petals > 0) bloom.at(pipeS + DRAG_AFTER_S, { kind: 'tool', strokes: strokesOf(scene) })
}

function inMetres({ x, y }: Point): Point {
  return { x: x * M_PER_MM, y: y * M_PER_MM }
}

/** Drops scattered so that none lies near another, away from the wall; in m. */
function scatteredDrops(
  { outline, islands, inks, inkDrops }: BloomScene,
  chance: () => number,
): readonly Point[] {
  if (inks.length === 0 || inkDrops === 0) return []
  const room = inset(outline, LEAST_FROM_WALL_MM, islands)
  if (room.length === 0) return []
  const xs = room.flatMap((line) => line.map(({ x }) => x))
  const ys = room.flatMap((line) => line.map(({ y }) => y))
  const [left, right, bottom, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const apart = Math.sqrt(((right - left) * (top - bottom)) / inkDrops)
  const drops: Point[] = []
  const tries = 4000
  for (let k = 0; k < tries && drops.length < inkDrops; k++) {
    const x = left + chance() * (right - left)
    const y = bottom + chance() * (top - bottom)
    if (!isInside(room, { x, y })) continue
    const least = apart * Math.max(0.35, 1 - k / tries)
    if (drops.every((drop) => Math.hypot(drop.x - x, drop.y - y) >= least)) drops.push({ x, y })
  }
  return drops.map(inMetres)
}

/** Rim to centre and centre to rim in turn, then a swirl in the middle. */
function strokesOf({ outline, petals }: BloomScene): readonly Stroke[] {
  const drags = Array.from({ length: 2 * petals }, (_, k): Stroke => {
    const angle = (Math.PI * k) / petals
    const rim = rimAt(outline, angle)
    const at = (mm: number) => inMetres({ x: mm * Math.cos(angle), y: mm * Math.sin(angle) })
    const ends = [at(rim - RIM_GAP_MM), at(CENTRE_SHARE * rim)]
    return {
      kind: 'drag',
      path: k % 2 === 0 ? ends : ends.reverse(),
      reachM: DRAG_REACH_M,
      strength: DRAG_STRENGTH,
    }
  })
  const widest = Math.max(...outline.map(({ x, y }) => Math.hypot(x, y)))
  const swirl: Stroke = {
    kind: 'swirl',
    centre: { x: 0, y: 0 },
    reachM: 0.2 * widest * M_PER_MM,
    turnRad: SWIRL_RAD,
  }
  return [...drags.filter((_drag, k) => k % 2 === 0), ...drags.filter((_drag, k) => k % 2 === 1), swirl]
}

/** How far the wall is from the middle in that direction, mm. */
function rimAt(outline: readonly Point[], angle: number): number {
  const [dx, dy] = [Math.cos(angle), Math.sin(angle)]
  let farthest = 0
  outline.forEach((one, k) => {
    const other = outline[(k + 1) % outline.length]!
    const [ex, ey] = [other.x - one.x, other.y - one.y]
    const across = dx * ey - dy * ex
    if (Math.abs(across) < 1e-12) return
    const out = (one.x * ey - one.y * ex) / across
    const along = (one.x * dy - one.y * dx) / across
    if (out > farthest && along >= 0 && along <= 1) farthest = out
  })
  return farthest
}
