import type { BloomGrid } from './grid.ts'

/** Moves fields by face displacements in cells: conservative, split by direction, van Leer limited Lax-Wendroff (1979). */
export interface Mover {
  /** In place; which direction goes first alternates from call to call, so that no grain builds up. */
  readonly move: (field: Float64Array, byX: Float64Array, byY: Float64Array, yFirst: boolean) => void
}

export function moverOn(grid: BloomGrid): Mover {
  const { n, from, to } = grid
  const firstRow = Math.max(2, grid.firstRow)
  const lastRow = Math.min(n - 3, grid.lastRow)
  const belowFlux = new Float64Array(n)
  const belowOld = new Float64Array(n)

  const alongX = (field: Float64Array, by: Float64Array): void => {
    for (let j = firstRow; j <= lastRow; j++) {
      const first = j * n + from[j]!
      const last = j * n + to[j]!
      let fluxIn = 0
      let before = field[first - 1]!
      let here = field[first]!
      let next = field[first + 1]!
      for (let p = first; p <= last; p++) {
        const afterNext = field[p + 2]!
        const courant = by[p]!
        let flux = 0
        if (courant > 0) {
          const rise = next - here
          const last2 = here - before
          const both = rise * last2
          flux = courant * (both > 0 ? here + ((1 - courant) * both) / (rise + last2) : here)
        } else if (courant < 0) {
          const rise = next - here
          const last2 = afterNext - next
          const both = rise * last2
          flux = courant * (both > 0 ? next - ((1 + courant) * both) / (rise + last2) : next)
        }
        field[p] = here - (flux - fluxIn)
        fluxIn = flux
        before = here
        here = next
        next = afterNext
      }
    }
  }

  const alongY = (field: Float64Array, by: Float64Array): void => {
    belowFlux.fill(0)
    for (let i = 0; i < n; i++) belowOld[i] = field[(firstRow - 1) * n + i]!
    for (let j = firstRow; j <= lastRow; j++) {
      const row = j * n
      const first = Math.max(0, Math.min(from[j]!, from[j + 1]! < n ? from[j + 1]! : n))
      const last = Math.max(to[j]!, to[j + 1]!)
      for (let i = first; i <= last; i++) {
        const p = row + i
        const courant = by[p]!
        const here = field[p]!
        let flux = 0
        if (courant > 0) {
          const rise = field[p + n]! - here
          const last2 = here - belowOld[i]!
          const both = rise * last2
          flux = courant * (both > 0 ? here + ((1 - courant) * both) / (rise + last2) : here)
        } else if (courant < 0) {
          const next = field[p + n]!
          const rise = next - here
          const last2 = field[p + 2 * n]! - next
          const both = rise * last2
          flux = courant * (both > 0 ? next - ((1 + courant) * both) / (rise + last2) : next)
        }
        belowOld[i] = here
        field[p] = here - (flux - belowFlux[i]!)
        belowFlux[i] = flux
      }
    }
  }

  return {
    move: (field, byX, byY, yFirst) => {
      if (yFirst) {
        alongY(field, byY)
        alongX(field, byX)
      } else {
        alongX(field, byX)
        alongY(field, byY)
      }
    },
  }
}
