import { larger } from './grid'

/** The largest of `count` numbers, an even count; 0 where none is above it. */
export function largest(field: usize, count: i32): f64 {
  let most = f64x2.splat(0)
  for (let p = field; p < field + ((<usize>count) << 3); p += 16) most = f64x2.max(most, v128.load(p))
  return larger(most)
}

/** Every one of `count` numbers, an even count, times a factor. */
export function scale(field: usize, count: i32, factor: f64): void {
  const by = f64x2.splat(factor)
  for (let p = field; p < field + ((<usize>count) << 3); p += 16) v128.store(p, f64x2.mul(by, v128.load(p)))
}
