import { at } from './grid'

/** The stick's own radius, as a share of its reach, squared. */
const STICK_SQUARE: f64 = 0.1
const LOG2_E: f64 = 1.4426950408889634
const LN_2: f64 = 0.6931471805599453
/** Adding it leaves a whole number, and the offset of an exponent, in the lowest bits. */
const WHOLE: f64 = 6755399441055744.0 + 1023.0

/**
 * Takes `count` places, an even count, back by one step of a stick: the flow of psi = n exp(-(r - e)/L) about it, by implicit midpoint. The stick is at
 * (stepX, stepY), moves along the unit (alongX, alongY) and takes what touches it along by `byM`; beyond `feltM` it is not felt.
 */
export function dragBack(
  x: usize,
  y: usize,
  count: i32,
  stepX: f64,
  stepY: f64,
  alongX: f64,
  alongY: f64,
  byM: f64,
  reachM: f64,
  feltM: f64,
  sweeps: i32,
): void {
  const tx = f64x2.splat(alongX)
  const ty = f64x2.splat(alongY)
  const felt = f64x2.splat(feltM * feltM)
  const stick = f64x2.splat(STICK_SQUARE * reachM * reachM)
  const lift = f64x2.splat(sqrt(STICK_SQUARE))
  const perReach = f64x2.splat(1 / reachM)
  const by = f64x2.splat(byM)
  const half = f64x2.splat(0.5)
  const nothing = f64x2.splat(0)
  for (let k = 0; k < count; k += 2) {
    const rx = f64x2.sub(v128.load(at(x, k)), f64x2.splat(stepX))
    const ry = f64x2.sub(v128.load(at(y, k)), f64x2.splat(stepY))
    const near = f64x2.le(f64x2.add(f64x2.mul(rx, rx), f64x2.mul(ry, ry)), felt)
    if (!v128.any_true(near)) continue
    let mx = rx
    let my = ry
    let ux = nothing
    let uy = nothing
    for (let sweep = 0; sweep < sweeps; sweep++) {
      const r = f64x2.sqrt(f64x2.add(f64x2.add(f64x2.mul(mx, mx), f64x2.mul(my, my)), stick))
      const along = f64x2.add(f64x2.mul(mx, tx), f64x2.mul(my, ty))
      const across = f64x2.sub(f64x2.mul(my, tx), f64x2.mul(mx, ty))
      const fade = f64x2.mul(by, exponential(f64x2.sub(lift, f64x2.mul(r, perReach))))
      const turned = f64x2.div(f64x2.mul(f64x2.mul(fade, across), perReach), r)
      const forth = f64x2.sub(fade, f64x2.mul(turned, across))
      const aside = f64x2.mul(turned, along)
      ux = v128.and(near, f64x2.sub(f64x2.mul(forth, tx), f64x2.mul(aside, ty)))
      uy = v128.and(near, f64x2.add(f64x2.mul(forth, ty), f64x2.mul(aside, tx)))
      mx = f64x2.sub(rx, f64x2.mul(half, ux))
      my = f64x2.sub(ry, f64x2.mul(half, uy))
    }
    v128.store(at(x, k), f64x2.sub(v128.load(at(x, k)), ux))
    v128.store(at(y, k), f64x2.sub(v128.load(at(y, k)), uy))
  }
}

/** exp x of moderate x: 2 to the nearest whole power, times what is left by its series up to the eleventh power (within 1e-14). */
function exponential(x: v128): v128 {
  const whole = f64x2.nearest(f64x2.mul(x, f64x2.splat(LOG2_E)))
  const rest = f64x2.sub(x, f64x2.mul(whole, f64x2.splat(LN_2)))
  let sum = f64x2.splat(1 / 39916800.0)
  sum = onward(sum, rest, 1 / 3628800.0)
  sum = onward(sum, rest, 1 / 362880.0)
  sum = onward(sum, rest, 1 / 40320.0)
  sum = onward(sum, rest, 1 / 5040.0)
  sum = onward(sum, rest, 1 / 720.0)
  sum = onward(sum, rest, 1 / 120.0)
  sum = onward(sum, rest, 1 / 24.0)
  sum = onward(sum, rest, 1 / 6.0)
  sum = onward(sum, rest, 0.5)
  sum = onward(sum, rest, 1)
  sum = onward(sum, rest, 1)
  return f64x2.mul(sum, i64x2.shl(f64x2.add(whole, f64x2.splat(WHOLE)), 52))
}

function onward(sum: v128, x: v128, term: f64): v128 {
  return f64x2.add(f64x2.mul(sum, x), f64x2.splat(term))
}
