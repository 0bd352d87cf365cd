/** The mold's grid, told once to an instance; pointers are byte offsets into its memory. */

/** Cells a side. */
export let n: i32 = 0
/** First and last column inside, by row. */
let fromColumn: usize = 0
let toColumn: usize = 0
export let firstRow: i32 = 0
export let lastRow: i32 = -1
/** Room for ten rows of n + 8 numbers. */
let rows: usize = 0

export function onGrid(cells: i32, from: usize, to: usize, first: i32, last: i32, scratch: usize): void {
  n = cells
  fromColumn = from
  toColumn = to
  firstRow = first
  lastRow = last
  rows = scratch
}

export function from(j: i32): i32 {
  return load<i32>(fromColumn + ((<usize>j) << 2))
}

export function to(j: i32): i32 {
  return load<i32>(toColumn + ((<usize>j) << 2))
}

/** A scratch row; number -1 of it may be read. */
export function row(k: i32): usize {
  return rows + ((<usize>(k * (n + 8) + 4)) << 3)
}

/** Where number p of a field lies. */
export function at(field: usize, p: i32): usize {
  return field + ((<usize>p) << 3)
}

export function clear(k: i32): void {
  memory.fill(row(k) - 32, 0, (<usize>(n + 8)) << 3)
}

/** The larger of both lanes. */
export function larger(pair: v128): f64 {
  return max(f64x2.extract_lane(pair, 0), f64x2.extract_lane(pair, 1))
}
