import type { Bank } from './bank.ts'
import type { BloomGrid } from './grid.ts'

/** Three channels of ink, red, green and blue absorbance. */
export type Channels<F = Float64Array> = readonly [F, F, F]

/**
 * What lies in the three sheets of the layer, per cell: white in m (volume per area), ink as absorbance, and at the surface the pressure of
 * solvent in N/m and what colours that hide what lies under them scatter, as a depth. The arrays belong together: whoever moves one sheet moves all of it.
 */
export interface Sheets<F = Float64Array> {
  readonly surface: {
    readonly white: F
    readonly ink: Channels<F>
    readonly pressure: F
    readonly cover: F
  }
  readonly transit: { readonly white: F; readonly ink: Channels<F> }
  readonly floor: { readonly white: F; readonly ink: Channels<F> }
}

/** Sheets to look at need no more than single precision. */
export type SeenField = Float64Array | Float32Array

/** Empty sheets in a bank: of each the white, then its three inks, one after the other, as the kernels expect them. */
export function emptySheets({ grid: { n }, field }: Bank): Sheets {
  const one = () => field(n * n)
  const sheet = () => ({ white: one(), ink: [one(), one(), one()] as const })
  return { surface: { ...sheet(), pressure: one(), cover: one() }, transit: sheet(), floor: sheet() }
}

/** The sheets as they lie, out of their bank, to look at. */
export function copyOf({ surface, transit, floor }: Sheets): Sheets<Float32Array> {
  const copied = ({ white, ink: [red, green, blue] }: Sheets['floor']) => ({
    white: Float32Array.from(white),
    ink: [Float32Array.from(red), Float32Array.from(green), Float32Array.from(blue)] as const,
  })
  return {
    surface: {
      ...copied(surface),
      pressure: Float32Array.from(surface.pressure),
      cover: Float32Array.from(surface.cover),
    },
    transit: copied(transit),
    floor: copied(floor),
  }
}

/** Sum of a field times the area of a cell. */
export function totalOf(field: Float64Array, { cellM }: Pick<BloomGrid, 'cellM'>): number {
  let sum = 0
  for (const value of field) sum += value
  return sum * cellM * cellM
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
