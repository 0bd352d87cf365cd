import { brightness, type Picture } from './picture.ts'

/** Where a pixel of the first picture lies in the second: turned and scaled about the middle, then moved; pixels and radians. */
export interface Placement {
  readonly dx: number
  readonly dy: number
  readonly turn: number
  readonly scale: number
}

/** A placement and how well the edges of both pictures agree there, -1 to 1. */
export interface Registration extends Placement {
  readonly agreement: number
}

interface Edges {
  readonly width: number
  readonly height: number
  readonly values: Float32Array
}

/** How far apart two handheld pictures are looked for. */
const MOST_SHIFT = 0.16
const TURNS = [-6, -3, 0, 3, 6].map((deg) => (deg * Math.PI) / 180)
const SCALES = [0.92, 0.96, 1, 1.04, 1.08]
const COARSEST_PX = 40
const FINEST_STEP = 0.05

/**
 * How the second picture lies on the first, by their edges: a piece on a white and on a black card has the same outline and veins, whatever their
 * brightness. Coarse search over shifts, turns and scales, then a pattern search on ever finer pictures. Both must have the same size; throws
 * RangeError otherwise.
 */
export function registered(first: Picture, second: Picture): Registration {
  if (first.width !== second.width || first.height !== second.height)
    throw new RangeError(
      `registered: ${first.width} x ${first.height} and ${second.width} x ${second.height}, expected the same size`,
    )
  const others = pyramid(edgesOf(second))
  const levels = pyramid(edgesOf(first)).map((one, k): Level => ({ one, other: others[k]! }))
  const coarse = coarseSearch(levels[0]!)
  return levels.reduce((found, level, k) => refined(level, k === 0 ? found : twice(found)), coarse)
}

/** Gradient of the logarithm of brightness, held so that no glint outweighs the rest. */
function edgesOf(picture: Picture): Edges {
  const { width, height } = picture
  const light = brightness(picture).map((value) => Math.log(0.02 + value))
  const values = new Float32Array(width * height)
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const p = y * width + x
      const gx = light[p + 1]! - light[p - 1]!
      const gy = light[p + width]! - light[p - width]!
      values[p] = Math.min(0.6, Math.sqrt(gx * gx + gy * gy))
    }
  return { width, height, values }
}

/** Ever finer versions, the coarsest first. */
function pyramid(finest: Edges): readonly Edges[] {
  const levels = [finest]
  while (Math.min(levels[0]!.width, levels[0]!.height) >= 2 * COARSEST_PX) levels.unshift(halved(levels[0]!))
  return levels
}

function halved({ width, height, values }: Edges): Edges {
  const [w, h] = [width >> 1, height >> 1]
  const half = new Float32Array(w * h)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const p = 2 * y * width + 2 * x
      half[y * w + x] = (values[p]! + values[p + 1]! + values[p + width]! + values[p + width + 1]!) / 4
    }
  return { width: w, height: h, values: half }
}

interface Level {
  readonly one: Edges
  readonly other: Edges
}

function coarseSearch(level: Level): Registration {
  const reach = Math.round(MOST_SHIFT * Math.max(level.one.width, level.one.height))
  let best: Registration = { dx: 0, dy: 0, turn: 0, scale: 1, agreement: -1 }
  for (const turn of TURNS)
    for (const scale of SCALES)
      for (let dy = -reach; dy <= reach; dy += 2)
        for (let dx = -reach; dx <= reach; dx += 2) {
          const agreement = agreementOf(level, { dx, dy, turn, scale }, 2)
          if (agreement > best.agreement) best = { dx, dy, turn, scale, agreement }
        }
  return best
}

function twice(placement: Registration): Registration {
  return { ...placement, dx: 2 * placement.dx, dy: 2 * placement.dy }
}

/** One figure after the other a step this or that way, as long as it helps; then finer steps. */
function refined(level: Level, from: Registration): Registration {
  const across = Math.max(level.one.width, level.one.height) / 2
  const every = Math.max(1, Math.round(across / 100))
  let best: Registration = { ...from, agreement: agreementOf(level, from, every) }
  for (let step = 2; step >= FINEST_STEP;) {
    const tries: readonly Placement[] = [
      { ...best, dx: best.dx + step },
      { ...best, dx: best.dx - step },
      { ...best, dy: best.dy + step },
      { ...best, dy: best.dy - step },
      { ...best, turn: best.turn + step / across },
      { ...best, turn: best.turn - step / across },
      { ...best, scale: best.scale * (1 + step / across) },
      { ...best, scale: best.scale / (1 + step / across) },
    ]
    const better = tries
      .map((placement) => ({ ...placement, agreement: agreementOf(level, placement, every) }))
      .reduce((one, other) => (other.agreement > one.agreement ? other : one))
    if (better.agreement > best.agreement + 1e-6) best = better
    else step /= 2
  }
  return best
}

/** Correlation of the edges where both pictures overlap, looked at every so many pixels. */
function agreementOf({ one, other }: Level, placement: Placement, every: number): number {
  const { width, height } = one
  const { ax, ay, bx, by } = affine(placement, width, height)
  let count = 0
  let a = 0
  let b = 0
  let aa = 0
  let bb = 0
  let ab = 0
  for (let y = 1; y < height - 1; y += every)
    for (let x = 1; x < width - 1; x += every) {
      const u = ax + bx * x - by * y
      const v = ay + by * x + bx * y
      if (u < 1 || v < 1 || u > width - 2 || v > height - 2) continue
      const p = one.values[y * width + x]!
      const q = sampled(other.values, width, u, v)
      count++
      a += p
      b += q
      aa += p * p
      bb += q * q
      ab += p * q
    }
  if (count < (0.4 * width * height) / every ** 2) return -1
  const spread = Math.sqrt((aa - (a * a) / count) * (bb - (b * b) / count))
  return spread > 0 ? (ab - (a * b) / count) / spread : 0
}

/** Where a pixel (x, y) of the first picture lies in the second: (ax + bx x - by y, ay + by x + bx y). */
function affine({ dx, dy, turn, scale }: Placement, width: number, height: number) {
  const [cx, cy] = [(width - 1) / 2, (height - 1) / 2]
  const [bx, by] = [scale * Math.cos(turn), scale * Math.sin(turn)]
  return { bx, by, ax: cx + dx - bx * cx + by * cy, ay: cy + dy - by * cx - bx * cy }
}

/** Between the four nearest pixels of a place that is not left of or above the picture. */
function sampled(values: Float32Array, width: number, u: number, v: number): number {
  const i = u | 0
  const j = v | 0
  const s = u - i
  const t = v - j
  const p = j * width + i
  return (
    (1 - t) * ((1 - s) * values[p]! + s * values[p + 1]!) +
    t * ((1 - s) * values[p + width]! + s * values[p + width + 1]!)
  )
}

/** The second picture laid on the first; where it does not reach its nearest edge goes on. */
export function laidOn(first: Picture, second: Picture, placement: Placement): Picture {
  const { width, height } = first
  const { ax, ay, bx, by } = affine(placement, width, height)
  const lay = (values: Float32Array) => {
    const laid = new Float32Array(width * height)
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const u = held(ax + bx * x - by * y, width)
        const v = held(ay + by * x + bx * y, height)
        laid[y * width + x] = sampled(values, width, u, v)
      }
    return laid
  }
  const [r, g, b] = second.channels
  return { width, height, channels: [lay(r), lay(g), lay(b)] }
}

function held(at: number, size: number): number {
  return Math.min(size - 1.001, Math.max(0, at))
}
