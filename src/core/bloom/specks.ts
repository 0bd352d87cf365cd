import { GRAVITY_M_PER_S2 } from '../units/index.ts'
import { boxOf, evenPoints, isInside, lineLength, type Point } from '../mold/index.ts'
import { LAID_WIDTH_PER_HOLE, type LaidSprinkle } from '../pattern/index.ts'
import { cellOf, type BloomGrid } from './grid.ts'
import type { Walls } from './walls.ts'

/** Flakes of glitter or mica, x and y in m, height over the floor in m, radius in m, and how brightly each glints, 0 to 1. */
export interface Speck {
  readonly what: LaidSprinkle['what']
  x: number
  y: number
  z: number
  readonly radiusM: number
  readonly glint: number
}

interface FlakeKind {
  readonly perCm2: number
  readonly radiusM: number
  readonly densityKgPerM3: number
  /** How much a plate's drag exceeds a ball's. */
  readonly plateDrag: number
  /** How much of the white's flow a flake holds back, 0 to 1 (by eye). */
  readonly breaks: number
}

/** A light pinch of each; sizes and densities are of the order of polyester glitter and of coated mica (from memory). */
const FLAKES: Readonly<Record<LaidSprinkle['what'], FlakeKind>> = {
  glitter: { perCm2: 14, radiusM: 1.5e-4, densityKgPerM3: 1400, plateDrag: 4, breaks: 0.97 },
  mica: { perCm2: 22, radiusM: 3e-5, densityKgPerM3: 2900, plateDrag: 2, breaks: 0 },
}

export type StrewnSpeck = Pick<Speck, 'x' | 'y' | 'radiusM' | 'glint'>

/** Flakes by chance all over a strewn area. */
export function strewnIn(
  { what, lines, areaMm2 }: LaidSprinkle,
  chance: () => number,
): readonly StrewnSpeck[] {
  const kind = FLAKES[what]
  const count = Math.round((kind.perCm2 * areaMm2) / 100)
  const { left, right, bottom, top } = boxOf(lines.flat())
  const specks: StrewnSpeck[] = []
  while (specks.length < count) {
    const at: Point = { x: left + chance() * (right - left), y: bottom + chance() * (top - bottom) }
    if (!isInside(lines, at)) continue
    specks.push({
      x: at.x / 1000,
      y: at.y / 1000,
      radiusM: kind.radiusM * (0.6 + 0.8 * chance()),
      glint: chance(),
    })
  }
  return specks
}

/** A bag is stirred far thicker with it than a pinch lies strewn: flakes on a cm2 of a laid bead (by eye). */
const MICA_IN_A_BEAD_PER_CM2 = 220

interface LaidBead {
  /** In metres. */
  readonly path: readonly Point[]
  readonly closed: boolean
  readonly beadM: number
}

/** Flakes of mica by chance along a bead of it, over the width it lies. */
export function flakesAlong({ path, closed, beadM }: LaidBead, chance: () => number): readonly StrewnSpeck[] {
  const widthM = LAID_WIDTH_PER_HOLE * beadM
  const length = lineLength(path, closed)
  const count = Math.max(2, Math.round(MICA_IN_A_BEAD_PER_CM2 * 1e4 * widthM * length))
  return evenPoints(path, closed, count).map(({ x, y }) => ({
    x: x + widthM * (chance() - 0.5),
    y: y + widthM * (chance() - 0.5),
    radiusM: FLAKES.mica.radiusM * (0.6 + 0.8 * chance()),
    glint: chance(),
  }))
}

const RESIN_KG_PER_M3 = 1110

/** How fast a flake sinks, m/s: Stokes' law with a plate's drag, 2/9 (rho_p - rho) g a2 / (mu chi). Glitter's film floats: it stays where it is strewn. */
function fallMPerS(what: LaidSprinkle['what'], radiusM: number, viscosityPaS: number): number {
  if (what === 'glitter') return 0
  const { densityKgPerM3, plateDrag } = FLAKES[what]
  return (
    ((2 / 9) * (densityKgPerM3 - RESIN_KG_PER_M3) * GRAVITY_M_PER_S2 * radiusM ** 2) /
    (viscosityPaS * plateDrag)
  )
}

/**
 * A flake is in the white's way: the white sinks beside it instead of through it, and on the floor it creeps round it, so that petals break into pockets
 * (by eye, after what casters see; no equation).
 */
export function roughen(
  walls: Pick<Walls, 'sinking' | 'currentX' | 'currentY'>,
  grid: BloomGrid,
  { what, specks }: { readonly what: LaidSprinkle['what']; readonly specks: readonly StrewnSpeck[] },
): void {
  const { breaks } = FLAKES[what]
  if (breaks === 0) return
  const reachM = Math.max(1.2 * grid.cellM, BROKEN_M)
  const reach = Math.ceil((2.5 * reachM) / grid.cellM)
  for (const { x, y } of specks) {
    const middle = cellOf(grid, x, y)
    if (middle === null) continue
    for (let dj = -reach; dj <= reach; dj++)
      for (let di = -reach; di <= reach; di++) {
        const p = middle + dj * grid.n + di
        if (p < 0 || p >= walls.sinking.length || !grid.inside[p]) continue
        const kept = 1 - breaks * Math.exp((-(di * di + dj * dj) * grid.cellM ** 2) / reachM ** 2)
        walls.sinking[p]! *= kept
        walls.currentX[p]! *= kept
        walls.currentY[p]! *= kept
      }
  }
}

/** How far about a flake the white is held (by eye). */
const BROKEN_M = 9e-4

/** Flakes above that height go with the surface; moves are in cells, on the cells' faces. */
export function carrySpecks(
  specks: readonly Speck[],
  {
    grid,
    byX,
    byY,
    aboveM,
  }: {
    readonly grid: BloomGrid
    readonly byX: Float64Array
    readonly byY: Float64Array
    readonly aboveM: number
  },
): void {
  for (const speck of specks) {
    if (speck.z < aboveM) continue
    const p = cellOf(grid, speck.x, speck.y)
    if (p === null) continue
    const [x, y] = [speck.x + grid.cellM * byX[p]!, speck.y + grid.cellM * byY[p]!]
    const next = cellOf(grid, x, y)
    if (next === null || !grid.inside[next]) continue
    speck.x = x
    speck.y = y
  }
}

/** Flakes sink for that long, down to the floor. */
export function settleSpecks(
  specks: readonly Speck[],
  { stepS, viscosityPaS }: { readonly stepS: number; readonly viscosityPaS: number },
): void {
  for (const speck of specks)
    if (speck.z > 0)
      speck.z = Math.max(0, speck.z - stepS * fallMPerS(speck.what, speck.radiusM, viscosityPaS))
}
