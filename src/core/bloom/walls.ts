import type { Bank } from './bank.ts'
import { noiseField } from './noise.ts'

/** How much of a flow each face and cell lets through; faces lie between a cell and its right or upper neighbour. */
export interface Walls {
  /** Of the surface flow, feathered by contamination. */
  readonly surfaceX: Float64Array
  readonly surfaceY: Float64Array
  /** Of the floor's stagnation flow: none where white sticks to the wall. */
  readonly stokesX: Float64Array
  readonly stokesY: Float64Array
  /** Of the floor's gravity current, fingered by unevenly thinned resin. */
  readonly currentX: Float64Array
  readonly currentY: Float64Array
  readonly currentMost: number
  /** Of sinking and of the tool. */
  readonly cell: Float64Array
  /** Uneven sinking, about 1. */
  readonly sinking: Float64Array
  /** Faces that touch the band in which white sticks to the wall. */
  readonly pinned: Int32Array
}

export interface Unevenness {
  readonly sinking: number
  readonly floor: number
  readonly surface: number
}

/** White this near to the wall stays there (by eye). */
const PIN_M = 0.8e-3
const MOST_SURFACE = 1.8
const MOST_FLOOR = 1.7
const SINKING_WAVES_M = [0.007, 0.0032, 0.0015]
const SURFACE_WAVES_M = [0.006, 0.0028, 0.0014]
const FLOOR_WAVES_M = [0.0055, 0.0026, 0.0013]

/** Factor of a flow at that distance from a no-slip wall in a shear-free layer: 1 - exp(-sqrt 3 x / H) (Brinkman, from memory). */
function wallFactor(fromWallM: number, depthM: number): number {
  return 1 - Math.exp((-Math.sqrt(3) * fromWallM) / depthM)
}

export function wallsOn(
  { grid, keep }: Bank,
  {
    depthM,
    uneven,
    chance,
  }: { readonly depthM: number; readonly uneven: Unevenness; readonly chance: () => number },
): Walls {
  const { n, inside, wallM } = grid
  const field = () => new Float64Array(n * n)
  const [plainX, plainY, stokesX, stokesY, cell] = [field(), field(), field(), field(), field()]
  const pinned: number[] = []
  for (let p = 0; p < n * n - n; p++) {
    if (!inside[p]) continue
    cell[p] = wallM[p]! < PIN_M ? 0 : wallFactor(wallM[p]!, depthM)
    for (const [next, plain, stokes] of [
      [p + 1, plainX, stokesX],
      [p + n, plainY, stokesY],
    ] as const) {
      if (!inside[next]) continue
      const fromWallM = (wallM[p]! + wallM[next]!) / 2
      plain[p] = wallFactor(fromWallM, depthM)
      stokes[p] = fromWallM < PIN_M ? 0 : plain[p]!
    }
    if (Math.min(wallM[p]!, wallM[p + 1]!, wallM[p + n]!) < PIN_M) pinned.push(p)
  }
  const sinking = noiseField(
    grid,
    { wavesM: SINKING_WAVES_M, strength: uneven.sinking, shape: 'linear' },
    chance,
  )
  const slip = noiseField(
    grid,
    { wavesM: SURFACE_WAVES_M, strength: uneven.surface, shape: 'logNormal' },
    chance,
  )
  const creep = noiseField(
    grid,
    { wavesM: FLOOR_WAVES_M, strength: uneven.floor, shape: 'logNormal' },
    chance,
  )
  const between = (faces: Float64Array, noise: Float64Array, step: number, most: number) =>
    faces.map((value, p) => value * Math.min(most, (noise[p]! + (noise[p + step] ?? noise[p]!)) / 2))
  return {
    surfaceX: keep(between(plainX, slip, 1, MOST_SURFACE)),
    surfaceY: keep(between(plainY, slip, n, MOST_SURFACE)),
    stokesX: keep(stokesX),
    stokesY: keep(stokesY),
    currentX: keep(between(stokesX, creep, 1, MOST_FLOOR)),
    currentY: keep(between(stokesY, creep, n, MOST_FLOOR)),
    currentMost: uneven.floor > 0 ? MOST_FLOOR : 1,
    cell: keep(cell),
    sinking: keep(sinking),
    pinned: Int32Array.from(pinned),
  }
}
