import { kubelkaMunk, type Linear } from '../colour/index.ts'
import { cellOf, type BloomGrid } from './grid.ts'
import type { Channels, SeenField, Sheets } from './sheets.ts'
import type { Bloom } from './simulation.ts'
import { FLOOR_SHEET, laceOf, type Strands } from './strands.ts'

export interface FaceView {
  /** Against the silicone the floor is seen first, and mirrored; the open side lies as it was poured. */
  readonly side: 'silicone' | 'open'
  /** What stands behind, in linear light. */
  readonly backing: Linear
  /** Pixels a cell, each way; 1 where nothing is said. */
  readonly finer?: number
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
export type PaintedPiece = Pick<Bloom, 'grid' | 'depthM' | 'recipe' | 'specks'> & {
  readonly sheets: Sheets<SeenField>
  /** Null draws no grain. */
  readonly strands: Strands | null
}

/**
 * The piece as seen, RGBA row by row from the top, `finer` pixels a cell each way: three sheets as Kubelka-Munk layers before a backing, in linear
 * light. Between cells the sheets are straight; the grain of the floor's white is drawn from the strands, if there are any, and is the only thing that
 * was not reckoned. Just outside the wall the nearest cell inside is repeated, so that a picture clipped to the outline has no gap; farther out it is
 * transparent.
 */
export function paintFace(
  { grid, sheets, depthM, recipe, strands }: PaintedPiece,
  { side, backing, finer = 1 }: FaceView,
): Uint8ClampedArray<ArrayBuffer> {
  const across = grid.n * finer
  const rgba = new Uint8ClampedArray(4 * across * across)
  const { scatterPerM, inkUnder } = recipe
  const fromSilicone = side === 'silicone'
  const shown = tones()
  const sample = samplerOf(grid, finer)
  const hasGrain = strands?.sheet.includes(FLOOR_SHEET)
  const lace = strands && hasGrain ? laceOf(strands, { grid, floorWhite: sheets.floor.white }, finer) : null
  const { surface, transit, floor } = sheets
  const surfaceInk = surface.ink.map((ink) => diffused(ink, grid))
  for (let row = 0; row < across; row++)
    for (let column = 0; column < across; column++) {
      if (!sample.goTo(column, row)) continue
      const x = fromSilicone ? across - 1 - column : column
      const at = 4 * ((across - 1 - row) * across + x)
      const grain = lace ? lace[row * across + column]! : 1
      const topWhite = sample.of(surface.white)
      const middleWhite = sample.of(transit.white)
      const lowWhite = grain * sample.of(floor.white)
      for (let channel = 0; channel < 3; channel++) {
        const white = WHITE_ABSORB_PER_M[channel]!
        const back = backing[channel]!
        const top = sample.of(surfaceInk[channel]!) + white * topWhite
        const middle =
          sample.of(transit.ink[channel]!) + white * middleWhite + CLEAR_ABSORB_PER_M[channel]! * depthM
        const ink = sample.of(floor.ink[channel]!)
        const low = (1 - inkUnder) * ink + white * lowWhite
        const under = Math.exp(-2 * inkUnder * ink)
        const behind = fromSilicone
          ? under *
            over(
              over(over(back, scatterPerM * topWhite, top), scatterPerM * middleWhite, middle),
              scatterPerM * lowWhite,
              low,
            )
          : over(
              over(over(under * back, scatterPerM * lowWhite, low), scatterPerM * middleWhite, middle),
              scatterPerM * topWhite,
              top,
            )
        const inner =
          ((1 - OUTER_REFLECTION) * (1 - INNER_REFLECTION) * behind) / (1 - INNER_REFLECTION * behind)
        const seen = OUTER_REFLECTION + inner - SPECULAR_LEFT_OUT
        rgba[at + channel] = shown[Math.min(STEPS, Math.max(0, Math.round(seen * EXPOSURE * STEPS)))]!
      }
      rgba[at + 3] = 255
    }
  return rgba
}

/** What is seen of a layer of that scattering and absorption before what stands behind it. */
function over(behind: number, scatter: number, absorb: number): number {
  const { reflects, passes } = kubelkaMunk(scatter, absorb)
  return reflects + (passes * passes * behind) / (1 - reflects * behind)
}

/** Fields between cells, bilinear; a neighbour outside the mold counts as the cell itself. */
function samplerOf(grid: BloomGrid, finer: number) {
  const { n } = grid
  const near = Int32Array.from({ length: n * n }, (_, p) => nearestInside(grid, p))
  let a = 0
  let b = 0
  let c = 0
  let d = 0
  let s = 0
  let t = 0
  return {
    /** False where neither the cell nor one beside it is in the mold. */
    goTo: (column: number, row: number): boolean => {
      const u = (column + 0.5) / finer - 0.5
      const v = (row + 0.5) / finer - 0.5
      const i = u > 0 ? u | 0 : 0
      const j = v > 0 ? v | 0 : 0
      const own = near[((row / finer) | 0) * n + ((column / finer) | 0)]!
      if (own < 0) return false
      s = u > i ? u - i : 0
      t = v > j ? v - j : 0
      const p = j * n + i
      const right = i + 1 < n ? 1 : 0
      const up = j + 1 < n ? n : 0
      a = near[p]! >= 0 ? near[p]! : own
      b = near[p + right]! >= 0 ? near[p + right]! : own
      c = near[p + up]! >= 0 ? near[p + up]! : own
      d = near[p + up + right]! >= 0 ? near[p + up + right]! : own
      return true
    },
    of: (field: SeenField): number =>
      Math.max(
        0,
        (1 - t) * ((1 - s) * field[a]! + s * field[b]!) + t * ((1 - s) * field[c]! + s * field[d]!),
      ),
  }
}

/** Dye spreads by itself about so far until gel: sqrt(2 D t) at 1e-10 m2/s (order of a dye in a thick liquid, from memory) for half an hour. */
const DIFFUSES_M = 0.6e-3

/** Ink that ran together in lines thinner than a cell, as its own diffusion leaves it; nothing is lost to the wall. */
function diffused(ink: SeenField, { n, cellM, inside }: BloomGrid): SeenField {
  let values = ink
  // A pass of this weight spreads by sqrt(2 w) cells.
  const passes = Math.max(1, Math.round((DIFFUSES_M / cellM) ** 2 / (2 * PASS_WEIGHT)))
  for (let pass = 0; pass < passes; pass++) {
    const next = Float64Array.from(values)
    for (let p = n; p < n * n - n; p++) {
      if (!inside[p]) continue
      for (const q of [p - 1, p + 1, p - n, p + n])
        if (inside[q]) next[p]! += PASS_WEIGHT * (values[q]! - values[p]!)
    }
    values = next
  }
  return values
}

const PASS_WEIGHT = 0.2
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
    const sheetsBefore = [
      { z: 0, sheet: sheets.floor },
      { z: depthM / 2, sheet: sheets.transit },
      { z: depthM, sheet: sheets.surface },
    ].filter(({ z }) => (side === 'silicone' ? z < speck.z : z > speck.z))
    const hidden = sheetsBefore.reduce(
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

function mostInk(ink: Channels<SeenField>, p: number): number {
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
