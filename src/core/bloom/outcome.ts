import type { BloomGrid } from './grid.ts'
import type { Sheets } from './sheets.ts'
import type { Bloom } from './simulation.ts'

/** What became of the white, as figures of the face; shares run from 0 to 1. */
export interface BloomOutcome {
  readonly of: 'petals'
  /** Of the face that is clearly white, and that stayed clear. */
  readonly coverage: number
  readonly gap: number
  /** Of the white that lies in opaque slabs. */
  readonly blob: number
  /** How finely the white is drawn: its contrast within 1.5 mm over its mean. */
  readonly delicacy: number
  /** Of the outer 4 mm that stayed clear. */
  readonly rimGap: number
  /** Of the white that reached the face, and that never left the surface. */
  readonly onFace: number
  readonly stuck: number
  /** How far it bloomed, how fine it stayed, and both together. */
  readonly bloomed: number
  readonly fine: number
  readonly score: number
  readonly verdict: 'tooEarly' | 'inWindow' | 'tooLate'
}

const CLEARLY_WHITE = 0.12
const CLEAR = 0.06
const OPAQUE = 0.4
const RIM_M = 0.004
const RIM_CLEAR = 0.08
const FINE_BLUR_M = 0.0015
const SLAB_BLUR_M = 0.003
const GOOD = 0.5

/** The figures of a piece as it lies now; the thresholds are by eye, and only their order is to be trusted. */
export function outcomeOf({ sheets, grid, recipe }: Bloom): BloomOutcome {
  const face = whiteFace(sheets, grid, recipe.scatterPerM)
  const fine = blurred(face, grid, FINE_BLUR_M)
  const slab = blurred(face, grid, SLAB_BLUR_M)
  let cells = 0
  let covered = 0
  let clear = 0
  let mean = 0
  let contrast = 0
  let rim = 0
  let rimClear = 0
  let opaque = 0
  let onFloor = 0
  let total = 0
  let surface = 0
  for (let p = 0; p < face.length; p++) {
    if (!grid.inside[p]) continue
    const white = face[p]!
    cells++
    mean += white
    if (white > CLEARLY_WHITE) covered++
    if (white < CLEAR) clear++
    contrast += (white - fine[p]!) ** 2
    onFloor += sheets.floor.white[p]!
    surface += sheets.surface.white[p]!
    total += sheets.floor.white[p]! + sheets.surface.white[p]! + sheets.transit.white[p]!
    if (slab[p]! > OPAQUE) opaque += sheets.floor.white[p]!
    if (grid.wallM[p]! < RIM_M) {
      rim++
      if (white < RIM_CLEAR) rimClear++
    }
  }
  mean /= cells
  const share = (part: number) => (total > 0 ? part / total : 0)
  const delicacy = mean > 0 ? Math.sqrt(contrast / cells) / mean : 0
  const coverage = covered / cells
  const [onFace, blob] = [share(onFloor), share(opaque)]
  const bloomed = smoothStep(onFace, 0.1, 0.4) * smoothStep(coverage, 0.25, 0.65)
  const fineness = (1 - smoothStep(blob, 0.25, 0.75)) * smoothStep(delicacy, 0.12, 0.36)
  const score = bloomed * fineness
  return {
    of: 'petals',
    coverage,
    gap: clear / cells,
    blob,
    delicacy,
    rimGap: rim > 0 ? rimClear / rim : 0,
    onFace,
    stuck: share(surface),
    bloomed,
    fine: fineness,
    score,
    verdict: score >= GOOD ? 'inWindow' : bloomed < fineness ? 'tooLate' : 'tooEarly',
  }
}

function smoothStep(value: number, from: number, to: number): number {
  const t = Math.min(1, Math.max(0, (value - from) / (to - from)))
  return t * t * (3 - 2 * t)
}

/** What the white alone reflects at the face over black (Kubelka-Munk without absorption), floor before the sheet in transit. */
export function whiteFace(
  { floor, transit }: Sheets,
  { inside }: BloomGrid,
  scatterPerM: number,
): Float64Array {
  return floor.white.map((white, p) => {
    if (!inside[p]) return 0
    const near = scatterPerM * Math.max(0, white)
    const far = 0.5 * scatterPerM * Math.max(0, transit.white[p]!)
    const [reflects, passes, behind] = [near / (1 + near), 1 / (1 + near), far / (1 + far)]
    return reflects + (passes * passes * behind) / (1 - reflects * behind)
  })
}

/** Two box blurs each way, about a Gaussian of that spread, over the inside only. */
function blurred(field: Float64Array, grid: BloomGrid, spreadM: number): Float64Array {
  const reach = Math.max(1, Math.round((spreadM / grid.cellM) * 0.86))
  let values: Float64Array = field
  let weights: Float64Array = Float64Array.from(grid.inside)
  for (let pass = 0; pass < 2; pass++) {
    values = boxed(boxed(values, grid.n, { reach, along: 1 }), grid.n, { reach, along: grid.n })
    weights = boxed(boxed(weights, grid.n, { reach, along: 1 }), grid.n, { reach, along: grid.n })
  }
  return values.map((value, p) => (grid.inside[p] ? value / Math.max(1e-9, weights[p]!) : 0))
}

function boxed(
  field: Float64Array,
  n: number,
  { reach, along }: { readonly reach: number; readonly along: number },
): Float64Array {
  const out = new Float64Array(field.length)
  for (let line = 0; line < n; line++) {
    const start = along === 1 ? line * n : line
    let sum = 0
    for (let i = 0; i <= reach && i < n; i++) sum += field[start + i * along]!
    for (let i = 0; i < n; i++) {
      out[start + i * along] = sum
      if (i + reach + 1 < n) sum += field[start + (i + reach + 1) * along]!
      if (i - reach >= 0) sum -= field[start + (i - reach) * along]!
    }
  }
  return out
}
