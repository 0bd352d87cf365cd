/** A symmetric matrix as its rows; vectors are of the same length. */
export type Matrix = readonly (readonly number[])[]

/** Lower triangular L with L L' = the symmetric positive matrix; what is not quite positive is held just above nothing. */
export function choleskyRoot(matrix: Matrix): number[][] {
  const root = matrix.map((row) => row.map(() => 0))
  for (let i = 0; i < matrix.length; i++) {
    for (let j = 0; j <= i; j++) {
      let rest = matrix[i]![j]!
      for (let k = 0; k < j; k++) rest -= root[i]![k]! * root[j]![k]!
      root[i]![j] = i === j ? Math.sqrt(Math.max(rest, 1e-12)) : rest / root[j]![j]!
    }
  }
  return root
}

/** The inverse of a symmetric positive matrix, column by column through its Cholesky root. */
export function inverse(matrix: Matrix): number[][] {
  const root = choleskyRoot(matrix)
  const size = matrix.length
  const columns = matrix.map((_row, column) => {
    const forward: number[] = []
    for (let i = 0; i < size; i++) {
      let rest = i === column ? 1 : 0
      for (let k = 0; k < i; k++) rest -= root[i]![k]! * forward[k]!
      forward.push(rest / root[i]![i]!)
    }
    const back: number[] = Array<number>(size).fill(0)
    for (let i = size - 1; i >= 0; i--) {
      let rest = forward[i]!
      for (let k = i + 1; k < size; k++) rest -= root[k]![i]! * back[k]!
      back[i] = rest / root[i]![i]!
    }
    return back
  })
  return matrix.map((_row, i) => columns.map((column) => column[i]!))
}

export function times(matrix: Matrix, vector: readonly number[]): number[] {
  return matrix.map((row) => row.reduce((sum, value, j) => sum + value * vector[j]!, 0))
}

export function plus(one: Matrix, other: Matrix, factor = 1): number[][] {
  return one.map((row, i) => row.map((value, j) => value + factor * other[i]![j]!))
}

export function diagonal(values: readonly number[]): number[][] {
  return values.map((value, i) => values.map((_other, j) => (i === j ? value : 0)))
}
