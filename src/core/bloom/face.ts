import { kubelkaMunk, type Linear } from '../colour/index.ts'
import type { BloomGrid } from './grid.ts'
import type { Channels } from './sheets.ts'
import type { Bloom } from './simulation.ts'
import { cellOf } from './grid.ts'

export interface FaceView {
  /** Against the silicone the floor is seen first, and mirrored; the open side lies as it was poured. */
  readonly side: 'silicone' | 'open'
  /** What stands behind, in linear light. */
  readonly backing: Linear
}

/** What the resin itself and the white absorb, 1/m, and what its surfaces reflect inside (Saunderson 1942); all by eye. */
const CLEAR_ABSORB_PER_M: Linear = [3, 2, 6]
const WHITE_ABSORB_PER_M: Linear = [6, 6, 8]
const OUTER_REFLECTION = 0.04
const INNER_REFLECTION = 0.4
const SPECULAR_LEFT_OUT = 0.035
const EXPOSURE = 1.04
const STEPS = 4096

/** What of a piece its picture needs. */
export type PaintedPiece = Pick<Bloom, 'grid' | 'sheets' | 'depthM' | 'recipe' | 'specks'>

/**
 * The piece as seen, RGBA row by row from the top: three sheets as Kubelka-Munk layers before a backing, in linear light. Nothing is added that was
 * not reckoned. Just outside the wall the nearest cell inside is repeated, so that a picture clipped to the outline has no gap; farther out it is
 * transparent.
 */
export function paintFace(
  { grid, sheets, depthM, recipe }: PaintedPiece,
  { side, backing }: FaceView,
): Uint8ClampedArray<ArrayBuffer> {
  const { n } = grid
  const rgba = new Uint8ClampedArray(4 * n * n)
  const { scatterPerM, inkUnder } = recipe
  const fromSilicone = side === 'silicone'
  const shown = tones()
  for (let cell = 0; cell < n * n; cell++) {
    const p = nearestInside(grid, cell)
    if (p < 0) continue
    const x = fromSilicone ? n - 1 - (cell % n) : cell % n
    const at = 4 * ((n - 1 - Math.floor(cell / n)) * n + x)
    for (let channel = 0; channel < 3; channel++) {
      const clear = CLEAR_ABSORB_PER_M[channel]! * depthM
      const surface = { sheet: sheets.surface, p, channel, clear: 0, scatterPerM, inkShare: 1 }
      const transit = { ...surface, sheet: sheets.transit, clear }
      const floor = { ...surface, sheet: sheets.floor, inkShare: 1 - inkUnder }
      const under = Math.exp(-2 * inkUnder * Math.max(0, sheets.floor.ink[channel]![p]!))
      const behind = fromSilicone
        ? under * through(floor, through(transit, through(surface, backing[channel]!)))
        : through(surface, through(transit, through(floor, under * backing[channel]!)))
      const inner =
        ((1 - OUTER_REFLECTION) * (1 - INNER_REFLECTION) * behind) / (1 - INNER_REFLECTION * behind)
      const seen = OUTER_REFLECTION + inner - SPECULAR_LEFT_OUT
      rgba[at + channel] = shown[Math.min(STEPS, Math.max(0, Math.round(seen * EXPOSURE * STEPS)))]!
    }
    rgba[at + 3] = 255
  }
  return rgba
}

const REPEATED_CELLS = 2

/** The cell itself, or the first one inside within two cells; -1 where there is none. */
function nearestInside({ n, inside }: BloomGrid, p: number): number {
  if (inside[p]) return p
  for (let reach = 1; reach <= REPEATED_CELLS; reach++)
    for (const step of [1, -1, n, -n, n + 1, n - 1, 1 - n, -n - 1]) {
      const q = p + reach * step
      if (q >= 0 && q < n * n && inside[q]) return q
    }
  return -1
}

interface Sheet {
  readonly white: Float64Array | Float32Array
  readonly ink: Channels
}

interface Passed {
  readonly sheet: Sheet
  readonly p: number
  readonly channel: number
  /** What the resin itself absorbs there. */
  readonly clear: number
  readonly scatterPerM: number
  /** How much of the sheet's ink lies among its white. */
  readonly inkShare: number
}

function through({ sheet, p, channel, clear, scatterPerM, inkShare }: Passed, behind: number): number {
  const white = Math.max(0, sheet.white[p]!)
  const ink = inkShare * Math.max(0, sheet.ink[channel]![p]!)
  const absorb = ink + WHITE_ABSORB_PER_M[channel]! * white + clear
  const { reflects, passes } = kubelkaMunk(scatterPerM * white, absorb)
  return reflects + (passes * passes * behind) / (1 - reflects * behind)
}

/** A flake as a picture shows it: its middle from the left and the top and its radius as shares of the picture, and how bright it is. */
export interface SeenSpeck {
  readonly u: number
  readonly v: number
  readonly radius: number
  readonly glint: number
}

/** The flakes that shine through what lies before them on that side. */
export function specksSeen(
  { grid, sheets, depthM, recipe: { scatterPerM }, specks }: PaintedPiece,
  side: FaceView['side'],
): readonly SeenSpeck[] {
  return specks.flatMap((speck) => {
    const p = cellOf(grid, speck.x, speck.y)
    if (p === null || !grid.inside[p]) return []
    const before = [
      { z: 0, sheet: sheets.floor },
      { z: depthM / 2, sheet: sheets.transit },
      { z: depthM, sheet: sheets.surface },
    ].filter(({ z }) => (side === 'silicone' ? z < speck.z : z > speck.z))
    const hidden = before.reduce(
      (sum, { sheet }) => sum + scatterPerM * Math.max(0, sheet.white[p]!) + mostInk(sheet.ink, p),
      0,
    )
    const share = (m: number, middleM: number) => (m - middleM) / grid.sideM + 0.5
    const u = share(speck.x, grid.centreM.x)
    return [
      {
        u: side === 'silicone' ? 1 - u : u,
        v: 1 - share(speck.y, grid.centreM.y),
        radius: speck.radiusM / grid.sideM,
        glint: speck.glint / (1 + hidden),
      },
    ]
  })
}

function mostInk(ink: Channels, p: number): number {
  return Math.max(ink[0][p]!, ink[1][p]!, ink[2][p]!)
}

let kept: Uint8Array | null = null

/** The sRGB transfer function (IEC 61966-2-1) as a table. */
function tones(): Uint8Array {
  kept ??= Uint8Array.from({ length: STEPS + 1 }, (_, k) => {
    const value = k / STEPS
    return Math.round(255 * (value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055))
  })
  return kept
}
