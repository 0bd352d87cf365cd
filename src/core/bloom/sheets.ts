import type { BloomGrid } from './grid.ts'

/** Three channels of ink, red, green and blue absorbance. */
export type Channels = readonly [Float64Array, Float64Array, Float64Array]

/**
 * What lies in the three sheets of the layer, per cell: white in m (volume per area), ink as absorbance, and the surface pressure of solvent
 * in N/m. The arrays belong together: whoever moves one sheet moves all of it.
 */
export interface Sheets {
  readonly surface: { readonly white: Float64Array; readonly ink: Channels; readonly pressure: Float64Array }
  readonly transit: { readonly white: Float64Array; readonly ink: Channels }
  readonly floor: { readonly white: Float64Array; readonly ink: Channels }
}

export function emptySheets({ n }: Pick<BloomGrid, 'n'>): Sheets {
  const field = () => new Float64Array(n * n)
  const ink = (): Channels => [field(), field(), field()]
  return {
    surface: { white: field(), ink: ink(), pressure: field() },
    transit: { white: field(), ink: ink() },
    floor: { white: field(), ink: ink() },
  }
}

/** Sum of a field times the area of a cell. */
export function totalOf(field: Float64Array, { cellM }: Pick<BloomGrid, 'cellM'>): number {
  let sum = 0
  for (const value of field) sum += value
  return sum * cellM * cellM
}

export function largestOf(field: Float64Array): number {
  let largest = 0
  for (const value of field) if (value > largest) largest = value
  return largest
}

export interface Drop {
  readonly xM: number
  readonly yM: number
  readonly radiusM: number
  /** Field units times m2. */
  readonly amount: number
}

/** Adds a paraboloid of exactly that amount, over the cells inside the mold; the amount that found room. */
export function stampInto(field: Float64Array, grid: BloomGrid, { xM, yM, radiusM, amount }: Drop): number {
  const { n, cellM, sideM, centreM, inside } = grid
  const ci = (xM - centreM.x + sideM / 2) / cellM - 0.5
  const cj = (yM - centreM.y + sideM / 2) / cellM - 0.5
  const reach = Math.max(radiusM / cellM, 0.75)
  const [i0, i1] = [Math.max(2, Math.ceil(ci - reach)), Math.min(n - 3, Math.floor(ci + reach))]
  const [j0, j1] = [Math.max(2, Math.ceil(cj - reach)), Math.min(n - 3, Math.floor(cj + reach))]
  const height = (i: number, j: number) =>
    inside[j * n + i] ? Math.max(0, 1 - ((i - ci) ** 2 + (j - cj) ** 2) / (reach * reach)) : 0
  let sum = 0
  for (let j = j0; j <= j1; j++) for (let i = i0; i <= i1; i++) sum += height(i, j)
  if (sum <= 0) return 0
  const unit = amount / (sum * cellM * cellM)
  for (let j = j0; j <= j1; j++) for (let i = i0; i <= i1; i++) field[j * n + i]! += unit * height(i, j)
  return amount
}
