import { at, clear, firstRow, from, lastRow, larger, n, row, to } from './grid'

const STABLE: f64 = 0.23
const THIN_M: f64 = 1e-7

/**
 * One explicit turn of the gravity current on the floor: white over its faces by unit f3 c(f/H) grad f, colour along on the same fluxes. Answers the
 * thickest cell afterwards.
 */
export function turn(
  white: usize,
  red: usize,
  green: usize,
  blue: usize,
  currentX: usize,
  currentY: usize,
  unit: f64,
  depthM: f64,
  withInk: bool,
): f64 {
  const units = f64x2.splat(unit)
  const perDepth = f64x2.splat(1 / depthM)
  const thin = f64x2.splat(THIN_M)
  const half = f64x2.splat(0.5)
  const up = row(0)
  clear(0)
  clear(1)
  clear(2)
  clear(3)
  const stride = (<usize>n) << 3
  const nothing = f64x2.splat(0)
  let thickest = nothing
  for (let j = max(1, firstRow); j <= min(n - 2, lastRow); j++) {
    const first = min(from(j), from(j + 1))
    const last = min(n - 1, max(to(j), to(j + 1)))
    let in0 = nothing
    let inRed = nothing
    let inGreen = nothing
    let inBlue = nothing
    for (let i = first; i <= last; i += 2) {
      const p = j * n + i
      const cell = at(white, p)
      const here = v128.load(cell)
      const right = v128.load(cell + 8)
      const above = v128.load(cell + stride)
      const below = v128.load(at(up, i))
      const most = f64x2.max(f64x2.max(here, right), above)
      if (
        !v128.any_true(f64x2.ge(most, thin)) &&
        !v128.any_true(f64x2.ne(below, nothing)) &&
        f64x2.extract_lane(in0, 1) === 0
      ) {
        in0 = nothing
        inRed = nothing
        inGreen = nothing
        inBlue = nothing
        continue
      }
      const meanX = f64x2.mul(half, f64x2.add(here, right))
      const meanY = f64x2.mul(half, f64x2.add(here, above))
      const outX = f64x2.mul(
        mobility(f64x2.mul(units, v128.load(at(currentX, p))), meanX, perDepth, thin),
        f64x2.sub(here, right),
      )
      const outY = f64x2.mul(
        mobility(f64x2.mul(units, v128.load(at(currentY, p))), meanY, perDepth, thin),
        f64x2.sub(here, above),
      )
      if (withInk) {
        const forth = f64x2.gt(outX, nothing)
        const shareX = shareOf(outX, v128.bitselect(here, right, forth))
        const upward = f64x2.gt(outY, nothing)
        const shareY = shareOf(outY, v128.bitselect(here, above, upward))
        inRed = carry(red, 1, p, i, shareX, forth, shareY, upward, inRed)
        inGreen = carry(green, 2, p, i, shareX, forth, shareY, upward, inGreen)
        inBlue = carry(blue, 3, p, i, shareX, forth, shareY, upward, inBlue)
      }
      const inX = v128.shuffle<f64>(in0, outX, 1, 2)
      const now = f64x2.sub(here, f64x2.add(f64x2.sub(outX, inX), f64x2.sub(outY, below)))
      v128.store(cell, now)
      v128.store(at(up, i), outY)
      thickest = f64x2.max(thickest, now)
      in0 = outX
    }
  }
  return larger(thickest)
}

/** Of a face of that mean thickness, held to what an explicit turn bears. */
function mobility(unit: v128, mean: v128, perDepth: v128, thin: v128): v128 {
  const share = f64x2.mul(mean, perDepth)
  const rest = f64x2.sub(f64x2.splat(3), share)
  const exchange = f64x2.sub(
    f64x2.splat(1),
    f64x2.mul(f64x2.mul(f64x2.splat(0.25), share), f64x2.mul(rest, rest)),
  )
  const slope = f64x2.mul(f64x2.mul(f64x2.mul(unit, mean), f64x2.mul(mean, mean)), exchange)
  const moves = v128.and(f64x2.gt(mean, thin), f64x2.lt(share, f64x2.splat(1)))
  return v128.and(f64x2.min(slope, f64x2.splat(STABLE)), moves)
}

function shareOf(out: v128, upwind: v128): v128 {
  return v128.and(f64x2.div(out, upwind), f64x2.ne(out, f64x2.splat(0)))
}

/** One colour over the right and the upper face of a pair of cells; what went right out of it. */
function carry(
  ink: usize,
  scratch: i32,
  p: i32,
  i: i32,
  shareX: v128,
  forth: v128,
  shareY: v128,
  upward: v128,
  inX: v128,
): v128 {
  const cell = at(ink, p)
  const here = v128.load(cell)
  const outX = f64x2.mul(shareX, v128.bitselect(here, v128.load(cell + 8), forth))
  const outY = f64x2.mul(shareY, v128.bitselect(here, v128.load(cell + ((<usize>n) << 3)), upward))
  const up = at(row(scratch), i)
  const gone = f64x2.add(f64x2.sub(outX, v128.shuffle<f64>(inX, outX, 1, 2)), f64x2.sub(outY, v128.load(up)))
  v128.store(cell, f64x2.sub(here, gone))
  v128.store(up, outY)
  return outX
}
