import { kubelkaMunk, type Linear } from '../colour/index.ts'
import { cellOf, type BloomGrid } from './grid.ts'
import type { Channels, SeenField, Sheets } from './sheets.ts'
import type { Bloom } from './simulation.ts'

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
/** What cured white is seen to scatter, 1/m: opaque from a third of a millimetre (by eye). The figures of a face are told from thinner white, `recipe.ts`. */
const SCATTER_PER_M = 12_000
/** The petals' shadow on what lies behind them, as a window would throw it (by eye; in no figure). */
const SHADOW = 0.3
const SHADOW_SOFT_M = 0.9e-3
const SHADOW_ASIDE_M = 0.7e-3

/** What of a piece its picture needs. */
export type PaintedPiece = Pick<Bloom, 'grid' | 'depthM' | 'recipe' | 'specks'> & {
  readonly sheets: Sheets<SeenField>
}

/**
 * The piece as seen, RGBA row by row from the top, `finer` pixels a cell each way: three sheets as Kubelka-Munk layers before a backing, in linear
 * light. Just outside the wall the nearest cell inside is repeated, so that a picture clipped to the outline has no gap; farther out it is
 * transparent.
 */
export function paintFace(
  { grid, sheets, depthM, recipe }: PaintedPiece,
  { side, backing, finer = 1 }: FaceView,
): Uint8ClampedArray<ArrayBuffer> {
  const across = grid.n * finer
  const rgba = new Uint8ClampedArray(4 * across * across)
  const { inkUnder } = recipe
  const fromSilicone = side === 'silicone'
  const shown = tones()
  const near = new Int32Array(grid.n ** 2)
  for (let p = 0; p < near.length; p++) near[p] = nearestInside(grid, p)
  const drawn = (field: SeenField) => resampled(extended(field, near), grid.n, finer)
  const { surface, transit, floor } = sheets
  const topWhites = drawn(hiding(surface))
  const middleWhites = drawn(transit.white)
  const lowWhites = drawn(floor.white)
  const shadows = fromSilicone ? drawn(shadowOf(floor.white, grid)) : null
  const inks = [0, 1, 2].map((channel) => ({
    top: drawn(softened(surface.ink[channel]!, { ...grid, spreadCells: DIFFUSES_M / grid.cellM })),
    middle: drawn(transit.ink[channel]!),
    low: drawn(floor.ink[channel]!),
  }))
  for (let row = 0; row < across; row++)
    for (let column = 0; column < across; column++) {
      if (near[((row / finer) | 0) * grid.n + ((column / finer) | 0)]! < 0) continue
      const p = row * across + column
      const x = fromSilicone ? across - 1 - column : column
      const at = 4 * ((across - 1 - row) * across + x)
      const topWhite = topWhites[p]!
      const middleWhite = middleWhites[p]!
      const lowWhite = lowWhites[p]!
      const lit = shadows ? 1 - SHADOW * shadows[p]! : 1
      for (let channel = 0; channel < 3; channel++) {
        const white = WHITE_ABSORB_PER_M[channel]!
        const back = backing[channel]!
        const own = inks[channel]!
        const top = own.top[p]! + white * topWhite
        const middle = own.middle[p]! + white * middleWhite + CLEAR_ABSORB_PER_M[channel]! * depthM
        const ink = own.low[p]!
        const low = (1 - inkUnder) * ink + white * lowWhite
        const under = Math.exp(-2 * inkUnder * ink)
        const behind = fromSilicone
          ? under * over(lit * over(over(back, topWhite, top), middleWhite, middle), lowWhite, low)
          : over(over(over(under * back, lowWhite, low), middleWhite, middle), topWhite, top)
        const inner =
          ((1 - OUTER_REFLECTION) * (1 - INNER_REFLECTION) * behind) / (1 - INNER_REFLECTION * behind)
        const seen = OUTER_REFLECTION + inner - SPECULAR_LEFT_OUT
        rgba[at + channel] = shown[Math.min(STEPS, Math.max(0, Math.round(seen * EXPOSURE * STEPS)))]!
      }
      rgba[at + 3] = 255
    }
  return rgba
}

/** All that hides what lies under the surface, as white would: white itself, and colours that scatter. */
function hiding({ white, cover }: Sheets<SeenField>['surface']): SeenField {
  if (cover.every((depth) => depth === 0)) return white
  const all = Float32Array.from(white)
  for (let p = 0; p < all.length; p++) all[p]! += cover[p]! / SCATTER_PER_M
  return all
}

/** A field with the nearest cell inside repeated just outside the wall. */
function extended(field: SeenField, near: Int32Array): Float32Array {
  // By hand: building an array from another with a function of each takes several times as long.
  const out = new Float32Array(near.length)
  for (let at = 0; at < near.length; at++) {
    const value = near[at]! < 0 ? 0 : field[near[at]!]!
    if (value > 0) out[at] = value
  }
  return out
}

/** How much light the petals of the floor keep from what lies behind them: a soft share, thrown aside and down. */
function shadowOf(floorWhite: SeenField, { n, cellM, inside }: BloomGrid): Float32Array {
  const cover = new Float32Array(n * n)
  for (let p = 0; p < n * n; p++) if (inside[p]) cover[p] = over(0, Math.max(0, floorWhite[p]!), 0)
  const soft = softened(cover, { n, inside, spreadCells: SHADOW_SOFT_M / cellM })
  const aside = Math.round(SHADOW_ASIDE_M / cellM)
  const shadow = new Float32Array(n * n)
  for (let p = 0; p < n * n; p++) {
    const from = p - aside + aside * n
    if (inside[p]) shadow[p] = from >= 0 && from < n * n ? soft[from]! : soft[p]!
  }
  return shadow
}

/** The four cells a pixel lies between, from the first, and what each counts: a cubic through them (Catmull & Rom 1974, from memory). */
function cubicAt(share: number): { readonly first: number; readonly weights: readonly number[] } {
  const t = share < 0 ? share + 1 : share
  return {
    first: share < 0 ? -2 : -1,
    weights: [
      0.5 * (-t + 2 * t ** 2 - t ** 3),
      0.5 * (2 - 5 * t ** 2 + 3 * t ** 3),
      0.5 * (t + 4 * t ** 2 - 3 * t ** 3),
      0.5 * (t ** 3 - t ** 2),
    ],
  }
}

/** A field on `finer` pixels a cell each way, smooth between the cells and nowhere below nothing. */
function resampled(field: Float32Array, n: number, finer: number): Float32Array {
  if (finer === 1) return field
  const side = n * finer
  const wide = stretched(field, { n, finer, step: 1, lines: n, lineStep: n })
  const seen = stretched(wide, { n, finer, step: side, lines: side, lineStep: 1 })
  for (let p = 0; p < seen.length; p++) if (seen[p]! < 0) seen[p] = 0
  return seen
}

interface Stretch {
  readonly n: number
  readonly finer: number
  /** From one value of a line to the next, and from one line to the next. */
  readonly step: number
  readonly lines: number
  readonly lineStep: number
}

/** Each line of `n` values as one of `n * finer`. Rows lie one after the other; of columns each value is as far from the next as it was. */
function stretched(field: Float32Array, { n, finer, step, lines, lineStep }: Stretch): Float32Array {
  const out = new Float32Array(lines * n * finer)
  const outLine = lineStep === 1 ? 1 : n * finer
  const last = n - 1
  for (let k = 0; k < finer; k++) {
    const { first, weights } = cubicAt((k + 0.5) / finer - 0.5)
    const [w0, w1, w2, w3] = weights as [number, number, number, number]
    const along = (i: number, line: number): void => {
      const at = line * lineStep
      out[line * outLine + step * (i * finer + k)] =
        w0 * field[at + step * Math.max(0, i + first)]! +
        w1 * field[at + step * Math.min(last, Math.max(0, i + first + 1))]! +
        w2 * field[at + step * Math.min(last, i + first + 2)]! +
        w3 * field[at + step * Math.min(last, i + first + 3)]!
    }
    // Neighbours in memory are gone through together.
    if (step === 1) for (let line = 0; line < lines; line++) for (let i = 0; i < n; i++) along(i, line)
    else for (let i = 0; i < n; i++) for (let line = 0; line < lines; line++) along(i, line)
  }
  return out
}

/** What is seen of a layer of so much white, in m, and that absorption before what stands behind it. */
function over(behind: number, whiteM: number, absorb: number): number {
  const { reflects, passes } = kubelkaMunk(SCATTER_PER_M * whiteM, absorb)
  return reflects + (passes * passes * behind) / (1 - reflects * behind)
}

/** Dye spreads by itself about so far until gel: sqrt(2 D t) at 1e-10 m2/s (order of a dye in a thick liquid, from memory) for half an hour. */
const DIFFUSES_M = 0.6e-3

interface Softening {
  readonly n: number
  readonly inside: Uint8Array
  readonly spreadCells: number
}

/** A field spread by diffusion over so many cells; nothing is lost to the wall. */
function softened(field: SeenField, { n, inside, spreadCells }: Softening): SeenField {
  let values = field
  // A pass of this weight spreads by sqrt(2 w) cells.
  const passes = Math.max(1, Math.round(spreadCells ** 2 / (2 * PASS_WEIGHT)))
  for (let pass = 0; pass < passes; pass++) {
    const next = Float32Array.from(values)
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
  { grid, sheets, depthM, specks }: PaintedPiece,
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
      (sum, { sheet }) => sum + SCATTER_PER_M * Math.max(0, sheet.white[p]!) + mostInk(sheet.ink, p),
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
