import { kubelkaMunk, type Linear } from '../colour/index.ts'
import type { BloomGrid } from './grid.ts'
import { WHITE_SCATTER_PER_M } from './outcome.ts'
import type { Channels, Sheets } from './sheets.ts'

export interface FaceView {
  /** Front is the side against the silicone: the floor sheet is seen first. */
  readonly side: 'front' | 'back'
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

/**
 * The piece as seen, RGBA row by row from the top: three sheets as Kubelka-Munk layers before a backing, in linear light. Nothing is added that was
 * not reckoned. Just outside the wall the nearest cell inside is repeated, so that a picture clipped to the outline has no gap; farther out it is
 * transparent.
 */
export function paintFace(
  { grid, sheets, depthM }: { readonly grid: BloomGrid; readonly sheets: Sheets; readonly depthM: number },
  { side, backing }: FaceView,
): Uint8ClampedArray<ArrayBuffer> {
  const { n } = grid
  const rgba = new Uint8ClampedArray(4 * n * n)
  const near = side === 'front' ? sheets.floor : sheets.surface
  const far = side === 'front' ? sheets.surface : sheets.floor
  const shown = tones()
  for (let cell = 0; cell < n * n; cell++) {
    const p = nearestInside(grid, cell)
    if (p < 0) continue
    const x = side === 'front' ? cell % n : n - 1 - (cell % n)
    const at = 4 * ((n - 1 - Math.floor(cell / n)) * n + x)
    for (let channel = 0; channel < 3; channel++) {
      const clear = CLEAR_ABSORB_PER_M[channel]! * depthM
      let behind = backing[channel]!
      behind = through(far, p, channel, 0, behind)
      behind = through(sheets.transit, p, channel, clear, behind)
      behind = through(near, p, channel, 0, behind)
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

function through(sheet: Sheet, p: number, channel: number, clear: number, behind: number): number {
  const white = Math.max(0, sheet.white[p]!)
  const absorb = Math.max(0, sheet.ink[channel]![p]!) + WHITE_ABSORB_PER_M[channel]! * white + clear
  const { reflects, passes } = kubelkaMunk(WHITE_SCATTER_PER_M * white, absorb)
  return reflects + (passes * passes * behind) / (1 - reflects * behind)
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
