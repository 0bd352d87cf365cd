import { at, clear, firstRow, from, lastRow, larger, n, row, to } from './grid'

/** Cubic weights a quarter and three quarters of a cell off its middle; linear ones would leave a weave in the divergence. */
const K0: f64 = -0.0546875
const K1: f64 = 0.8203125
const K2: f64 = 0.2734375
const K3: f64 = -0.0390625

/** Halfway between the inner two of four. */
function middle(a: v128, b: v128, c: v128, d: v128): v128 {
  return f64x2.mul(
    f64x2.splat(0.0625),
    f64x2.sub(f64x2.mul(f64x2.splat(9), f64x2.add(b, c)), f64x2.add(a, d)),
  )
}

function off(a: v128, b: v128, c: v128, d: v128): v128 {
  return f64x2.add(
    f64x2.add(f64x2.mul(f64x2.splat(K0), a), f64x2.mul(f64x2.splat(K1), b)),
    f64x2.add(f64x2.mul(f64x2.splat(K2), c), f64x2.mul(f64x2.splat(K3), d)),
  )
}

function held(j: i32, m: i32): i32 {
  return min(m - 1, max(0, j))
}

/** Speeds of cells on the staggered faces of a grid as fine or twice as fine, times what the walls let through; the fastest of them. */
export function ontoFaces(
  u: usize,
  v: usize,
  m: i32,
  intoX: usize,
  intoY: usize,
  wallX: usize,
  wallY: usize,
): f64 {
  return n === m ? alike(u, v, intoX, intoY, wallX, wallY) : finer(u, v, m, intoX, intoY, wallX, wallY)
}

function alike(u: usize, v: usize, intoX: usize, intoY: usize, wallX: usize, wallY: usize): f64 {
  let fastest = f64x2.splat(0)
  for (let j = firstRow; j <= lastRow; j++) {
    const below = at(v, held(j - 1, n) * n)
    const own = at(v, j * n)
    const above = at(v, held(j + 1, n) * n)
    const over = at(v, held(j + 2, n) * n)
    for (let i = from(j); i <= to(j); i += 2) {
      const p = at(0, j * n + i)
      const q = u + p
      const x = middle(v128.load(q - 8), v128.load(q), v128.load(q + 8), v128.load(q + 16))
      const y = middle(
        v128.load(at(below, i)),
        v128.load(at(own, i)),
        v128.load(at(above, i)),
        v128.load(at(over, i)),
      )
      fastest = f64x2.max(fastest, through(intoX + p, wallX + p, x))
      fastest = f64x2.max(fastest, through(intoY + p, wallY + p, y))
    }
  }
  return larger(fastest)
}

/** Keeps a pair of speeds times what their faces let through; how fast it is. */
function through(into: usize, wall: usize, speed: v128): v128 {
  const passes = f64x2.mul(v128.load(wall), speed)
  v128.store(into, passes)
  return f64x2.abs(passes)
}

function finer(u: usize, v: usize, m: i32, intoX: usize, intoY: usize, wallX: usize, wallY: usize): f64 {
  const rowU = row(0)
  const rowV = row(1)
  clear(0)
  clear(1)
  let fastest = f64x2.splat(0)
  for (let j = firstRow; j <= lastRow; j++) {
    const c = j >> 1
    const side = j & 1 ? 1 : -1
    offRow(rowU, u, m, c - side, c, c + side, c + 2 * side)
    const up = (j + 1) >> 1
    if ((j + 1) & 1) memory.copy(rowV, at(v, held(up, m) * m), (<usize>m) << 3)
    else middleRow(rowV, v, m, up)
    prolong(rowV, m)
    const line = at(0, j * n)
    for (let q = from(j) >> 1; q <= to(j) >> 1; q += 2) {
      const p = line + at(0, 2 * q)
      const ownU = v128.load(at(rowU, q))
      const halfU = middle(
        v128.load(at(rowU, q - 1)),
        ownU,
        v128.load(at(rowU, q + 1)),
        v128.load(at(rowU, q + 2)),
      )
      const left = v128.load(at(rowV, q - 1))
      const ownV = v128.load(at(rowV, q))
      const right = v128.load(at(rowV, q + 1))
      const evenV = off(right, ownV, left, v128.load(at(rowV, q - 2)))
      const oddV = off(left, ownV, right, v128.load(at(rowV, q + 2)))
      fastest = f64x2.max(fastest, through(intoX + p, wallX + p, v128.shuffle<f64>(ownU, halfU, 0, 2)))
      fastest = f64x2.max(
        fastest,
        through(intoX + p + 16, wallX + p + 16, v128.shuffle<f64>(ownU, halfU, 1, 3)),
      )
      fastest = f64x2.max(fastest, through(intoY + p, wallY + p, v128.shuffle<f64>(evenV, oddV, 0, 2)))
      fastest = f64x2.max(
        fastest,
        through(intoY + p + 16, wallY + p + 16, v128.shuffle<f64>(evenV, oddV, 1, 3)),
      )
    }
  }
  return larger(fastest)
}

function offRow(into: usize, field: usize, m: i32, j0: i32, j1: i32, j2: i32, j3: i32): void {
  const a = at(field, held(j0, m) * m)
  const b = at(field, held(j1, m) * m)
  const c = at(field, held(j2, m) * m)
  const d = at(field, held(j3, m) * m)
  for (let i = 0; i < m; i += 2)
    v128.store(
      at(into, i),
      off(v128.load(at(a, i)), v128.load(at(b, i)), v128.load(at(c, i)), v128.load(at(d, i))),
    )
  prolong(into, m)
}

function middleRow(into: usize, field: usize, m: i32, up: i32): void {
  const a = at(field, held(up - 2, m) * m)
  const b = at(field, held(up - 1, m) * m)
  const c = at(field, held(up, m) * m)
  const d = at(field, held(up + 1, m) * m)
  for (let i = 0; i < m; i += 2)
    v128.store(
      at(into, i),
      middle(v128.load(at(a, i)), v128.load(at(b, i)), v128.load(at(c, i)), v128.load(at(d, i))),
    )
}

/** Beyond its ends a row goes on as it ends. */
function prolong(line: usize, m: i32): void {
  const first = load<f64>(line)
  const last = load<f64>(at(line, m - 1))
  store<f64>(at(line, -1), first)
  store<f64>(at(line, -2), first)
  for (let i = m; i < m + 3; i++) store<f64>(at(line, i), last)
}

/** Speeds in the cells of a grid as fine or twice as fine, times two factors a cell. */
export function ontoCells(coarse: usize, m: i32, into: usize, one: usize, other: usize): void {
  if (n === m) {
    for (let p: usize = 0; p < (<usize>(n * n)) << 3; p += 16)
      keep(into + p, one + p, other + p, v128.load(coarse + p))
    return
  }
  const line = row(0)
  const most = f64x2.splat(0.75)
  const rest = f64x2.splat(0.25)
  for (let j = firstRow; j <= lastRow; j++) {
    const own = at(coarse, (j >> 1) * m)
    const beside = at(coarse, held((j >> 1) + (j & 1 ? 1 : -1), m) * m)
    for (let i = 0; i < m; i += 2)
      v128.store(
        at(line, i),
        f64x2.add(f64x2.mul(most, v128.load(at(own, i))), f64x2.mul(rest, v128.load(at(beside, i)))),
      )
    prolong(line, m)
    for (let q = from(j) >> 1; q <= to(j) >> 1; q += 2) {
      const p = at(0, j * n + 2 * q)
      const here = f64x2.mul(most, v128.load(at(line, q)))
      const even = f64x2.add(here, f64x2.mul(rest, v128.load(at(line, q - 1))))
      const odd = f64x2.add(here, f64x2.mul(rest, v128.load(at(line, q + 1))))
      keep(into + p, one + p, other + p, v128.shuffle<f64>(even, odd, 0, 2))
      keep(into + p + 16, one + p + 16, other + p + 16, v128.shuffle<f64>(even, odd, 1, 3))
    }
  }
}

function keep(into: usize, one: usize, other: usize, speed: v128): void {
  v128.store(into, f64x2.mul(f64x2.mul(v128.load(one), speed), v128.load(other)))
}

/** A field of n x n as means of m x m, n being m or twice that, times a factor. */
export function restrict(into: usize, field: usize, m: i32, factor: f64): void {
  if (n === m) {
    const by = f64x2.splat(factor)
    for (let p: usize = 0; p < (<usize>(n * n)) << 3; p += 16)
      v128.store(into + p, f64x2.mul(by, v128.load(field + p)))
    return
  }
  const quarter = f64x2.splat(factor / 4)
  const stride = (<usize>n) << 3
  for (let j = 0; j < m; j++)
    for (let i = 0; i < m; i += 2) {
      const p = at(field, 2 * (j * n + i))
      const left = f64x2.add(v128.load(p), v128.load(p + stride))
      const right = f64x2.add(v128.load(p + 16), v128.load(p + 16 + stride))
      const sum = f64x2.add(v128.shuffle<f64>(left, right, 0, 2), v128.shuffle<f64>(left, right, 1, 3))
      v128.store(at(into, j * m + i), f64x2.mul(quarter, sum))
    }
}
