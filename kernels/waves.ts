/**
 * What every wave of the sheets answers with, on a plane of side m, a power of two. One block holds all its arrays of m x m numbers, one after the other
 * as counted here; the caller counts them the same.
 */
const FIRST_TABLE: usize = 0
const SECOND_TABLE: usize = 4
const MOBILITY: usize = 8
const FILTER: usize = 9
const WHITE: usize = 10
const PRESSURE: usize = 12
const FALL: usize = 14
const SURFACE: usize = 16
const FLOOR: usize = 18
const SUNK: usize = 20

/**
 * Two real fields travel in one complex transform; a wave and its mirror image are untangled together. `fluid` is one over the viscosity; `damping` holds
 * solvent's pull implicitly, or it would ask for steps of milliseconds.
 */
export function answerWaves(
  block: usize,
  waves: usize,
  m: i32,
  fluid: f64,
  damping: f64,
  white: bool,
  fresh: bool,
  solvent: bool,
): void {
  const size = (<usize>(m * m)) << 3
  const half = f64x2.splat(0.5 * fluid)
  const fluids = f64x2.splat(fluid)
  const one = f64x2.splat(1)
  const nothing = f64x2.splat(0)
  for (let a = 0; a <= m / 2; a++) {
    const mirrorA = (m - a) & (m - 1)
    const kx = v128.load64_splat(waves + ((<usize>a) << 3))
    for (let b = 0; b < m; b += 2) {
      const p = block + ((<usize>(a * m + b)) << 3)
      const r0 = block + ((<usize>(mirrorA * m + ((m - b) & (m - 1)))) << 3)
      const r1 = block + ((<usize>(mirrorA * m + m - b - 1)) << 3)
      const ky = v128.load(waves + ((<usize>b) << 3))
      if (fresh) {
        const re = v128.load(p + WHITE * size)
        const im = v128.load(p + (WHITE + 1) * size)
        const mirrorRe = both(r0 + WHITE * size, r1 + WHITE * size)
        const mirrorIm = both(r0 + (WHITE + 1) * size, r1 + (WHITE + 1) * size)
        const sr = f64x2.mul(half, f64x2.add(re, mirrorRe))
        const si = f64x2.mul(half, f64x2.sub(im, mirrorIm))
        const mr = f64x2.mul(half, f64x2.add(im, mirrorIm))
        const mi = f64x2.mul(half, f64x2.sub(mirrorRe, re))
        const surfR = answer(p, 0, size, sr, mr)
        const surfI = answer(p, 0, size, si, mi)
        const midR = answer(p, 1, size, sr, mr)
        const midI = answer(p, 1, size, si, mi)
        v128.store(p + FALL * size, f64x2.sub(surfR, midI))
        v128.store(p + (FALL + 1) * size, f64x2.add(surfI, midR))
        keepBoth(f64x2.add(surfR, midI), r0 + FALL * size, r1 + FALL * size)
        keepBoth(f64x2.sub(midR, surfI), r0 + (FALL + 1) * size, r1 + (FALL + 1) * size)
        v128.store(p + SUNK * size, answer(p, 2, size, sr, mr))
        v128.store(p + (SUNK + 1) * size, answer(p, 2, size, si, mi))
        curl(FLOOR, p, r0, r1, size, kx, ky, answer(p, 3, size, sr, mr), answer(p, 3, size, si, mi))
      }
      let dr = nothing
      let di = nothing
      if (white) {
        dr = v128.load(p + SUNK * size)
        di = v128.load(p + (SUNK + 1) * size)
      }
      if (solvent) {
        const pulled = f64x2.mul(fluids, v128.load(p + MOBILITY * size))
        const square = f64x2.add(f64x2.mul(kx, kx), f64x2.mul(ky, ky))
        const held = f64x2.div(
          f64x2.mul(v128.load(p + FILTER * size), pulled),
          f64x2.add(one, f64x2.mul(f64x2.mul(f64x2.splat(damping), square), pulled)),
        )
        dr = f64x2.add(dr, f64x2.mul(held, v128.load(p + PRESSURE * size)))
        di = f64x2.add(di, f64x2.mul(held, v128.load(p + (PRESSURE + 1) * size)))
      }
      curl(SURFACE, p, r0, r1, size, kx, ky, dr, di)
    }
  }
}

/** Of both sheets: what the first one and the one in transit add at place `k`. */
function answer(p: usize, k: usize, size: usize, surface: v128, transit: v128): v128 {
  return f64x2.add(
    f64x2.mul(v128.load(p + (FIRST_TABLE + k) * size), surface),
    f64x2.mul(v128.load(p + (SECOND_TABLE + k) * size), transit),
  )
}

/** Speeds along x and y, as one complex field, of a potential's slope. */
function curl(
  slot: usize,
  p: usize,
  r0: usize,
  r1: usize,
  size: usize,
  kx: v128,
  ky: v128,
  real: v128,
  imaginary: v128,
): void {
  const yr = f64x2.mul(ky, real)
  const yi = f64x2.mul(ky, imaginary)
  const xr = f64x2.mul(kx, real)
  const xi = f64x2.mul(kx, imaginary)
  v128.store(p + slot * size, f64x2.add(yr, xi))
  v128.store(p + (slot + 1) * size, f64x2.sub(yi, xr))
  keepBoth(f64x2.sub(xi, yr), r0 + slot * size, r1 + slot * size)
  keepBoth(f64x2.add(yi, xr), r0 + (slot + 1) * size, r1 + (slot + 1) * size)
}

function both(first: usize, second: usize): v128 {
  return v128.load64_lane(second, v128.load64_zero(first), 1)
}

function keepBoth(pair: v128, first: usize, second: usize): void {
  v128.store64_lane(first, pair, 0)
  v128.store64_lane(second, pair, 1)
}
