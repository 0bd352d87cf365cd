import { at, firstRow, from, lastRow, n, to } from './grid'

/** A sheet's white and its three inks, one after the other, `apart` bytes from each other. */
const INKS: usize = 3

/**
 * White sinks from one sheet into the one below: a share 1 - exp(-x) of it by its Pade form, x = perSpeed times the fall; a share of the ink goes along
 * with it. What is above is never lifted again.
 */
export function sink(
  upper: usize,
  lower: usize,
  apart: usize,
  fall: usize,
  perSpeed: f64,
  entrain: f64,
  withInk: bool,
): void {
  const nothing = f64x2.splat(0)
  const one = f64x2.splat(1)
  const half = f64x2.splat(0.5)
  for (let j = firstRow; j <= lastRow; j++)
    for (let i = from(j); i <= to(j); i += 2) {
      const p = at(0, j * n + i)
      const white = v128.load(upper + p)
      const x = f64x2.mul(f64x2.splat(perSpeed), v128.load(fall + p))
      const sinks = v128.and(f64x2.gt(x, f64x2.splat(STILL)), f64x2.gt(white, nothing))
      if (!v128.any_true(sinks)) continue
      const rise = f64x2.mul(x, f64x2.add(one, f64x2.mul(half, x)))
      const share = v128.and(f64x2.div(rise, f64x2.add(one, rise)), sinks)
      down(upper + p, lower + p, share)
      if (!withInk) continue
      const along = f64x2.mul(share, f64x2.splat(entrain))
      for (let k: usize = 1; k <= INKS; k++) down(upper + p + k * apart, lower + p + k * apart, along)
    }
}

const STILL: f64 = 1e-6

function down(from: usize, to: usize, share: v128): void {
  const there = v128.load(from)
  const gone = f64x2.mul(there, share)
  v128.store(from, f64x2.sub(there, gone))
  v128.store(to, f64x2.add(v128.load(to), gone))
}
