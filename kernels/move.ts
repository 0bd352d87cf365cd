import { at, clear, firstRow, from, lastRow, n, row, to } from './grid'

/**
 * Moves a field by face displacements in cells: conservative, split by direction, van Leer limited Lax-Wendroff (1979). The displacement of a face
 * that is no way out of the mold is 0.
 */
export function move(field: usize, byX: usize, byY: usize, yFirst: bool): void {
  if (yFirst) {
    alongY(field, byY)
    alongX(field, byX)
  } else {
    alongX(field, byX)
    alongY(field, byY)
  }
}

/** Through a face by the upwind cell and its limited slope; a is |c|: c base + a (1 - a) rise back / (rise + back) where both rise alike. */
function flux(courant: v128, before: v128, here: v128, next: v128, after: v128): v128 {
  const forth = f64x2.ge(courant, f64x2.splat(0))
  const rise = f64x2.sub(next, here)
  const back = v128.bitselect(f64x2.sub(here, before), f64x2.sub(after, next), forth)
  const base = v128.bitselect(here, next, forth)
  const both = f64x2.mul(rise, back)
  const a = f64x2.abs(courant)
  const slope = v128.and(
    f64x2.div(f64x2.mul(f64x2.sub(f64x2.splat(1), a), both), f64x2.add(rise, back)),
    f64x2.gt(both, f64x2.splat(0)),
  )
  return f64x2.add(f64x2.mul(courant, base), f64x2.mul(a, slope))
}

/** Nothing in four neighbours: most of a face has no colour of a kind, or no white. */
function isEmpty(one: v128, other: v128): bool {
  return !v128.any_true(v128.or(one, other))
}

function top(): i32 {
  return max(2, firstRow)
}

function bottom(): i32 {
  return min(n - 3, lastRow)
}

function alongX(field: usize, by: usize): void {
  const old = row(0)
  const out = row(1)
  for (let j = top(); j <= bottom(); j++) {
    const first = from(j)
    const last = to(j)
    if (last < first) continue
    const line = at(field, j * n)
    const moves = at(by, j * n)
    memory.copy(at(old, first - 1), at(line, first - 1), (<usize>(last - first + 5)) << 3)
    store<f64>(at(out, first - 1), 0)
    for (let i = first; i <= last; i += 2) {
      const before = v128.load(at(old, i - 1))
      const next = v128.load(at(old, i + 1))
      const after = v128.load(at(old, i + 2))
      if (isEmpty(v128.or(before, next), after)) v128.store(at(out, i), f64x2.splat(0))
      else v128.store(at(out, i), flux(v128.load(at(moves, i)), before, v128.load(at(old, i)), next, after))
    }
    let i = first
    for (; i < last; i += 2) {
      const gone = f64x2.sub(v128.load(at(out, i)), v128.load(at(out, i - 1)))
      v128.store(at(line, i), f64x2.sub(v128.load(at(old, i)), gone))
    }
    if (i === last)
      store<f64>(at(line, i), load<f64>(at(old, i)) - (load<f64>(at(out, i)) - load<f64>(at(out, i - 1))))
  }
}

function alongY(field: usize, by: usize): void {
  const old = row(0)
  const into = row(1)
  clear(1)
  memory.copy(old, at(field, (top() - 1) * n), (<usize>n) << 3)
  const stride = (<usize>n) << 3
  for (let j = top(); j <= bottom(); j++) {
    const first = max(0, min(from(j), from(j + 1)))
    const last = min(n - 1, max(to(j), to(j + 1)))
    for (let i = first; i <= last; i += 2) {
      const p = at(field, j * n + i)
      const here = v128.load(p)
      const before = v128.load(at(old, i))
      const next = v128.load(p + stride)
      const after = v128.load(p + 2 * stride)
      // Then nothing came in either.
      if (isEmpty(v128.or(before, here), v128.or(next, after))) continue
      const out = flux(v128.load(at(by, j * n + i)), before, here, next, after)
      v128.store(at(old, i), here)
      v128.store(p, f64x2.sub(here, f64x2.sub(out, v128.load(at(into, i)))))
      v128.store(at(into, i), out)
    }
  }
}

/** Adds a flow times a factor to displacements. */
export function gather(byX: usize, byY: usize, flowX: usize, flowY: usize, factor: f64): void {
  const by = f64x2.splat(factor)
  for (let j = firstRow; j <= lastRow; j++)
    for (let i = from(j); i <= to(j); i += 2) {
      const p = j * n + i
      add(at(byX, p), at(flowX, p), by)
      add(at(byY, p), at(flowY, p), by)
    }
}

function add(sum: usize, term: usize, factor: v128): void {
  v128.store(sum, f64x2.add(v128.load(sum), f64x2.mul(v128.load(term), factor)))
}
