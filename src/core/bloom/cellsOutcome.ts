import { whiteFace } from './outcome.ts'
import type { Bloom } from './simulation.ts'

/** What became of a petri's cells, as shares from 0 to 1. */
export interface CellsOutcome {
  readonly of: 'cells'
  /** Of the face that neither ink nor white reached anywhere in the layer. */
  readonly clear: number
  /** Of the face that is clearly white: the walls of the cells. */
  readonly walls: number
  /** Of the ink that went down to the face, and that stayed on the open side. */
  readonly down: number
  readonly stayed: number
}

const CLEARLY_WHITE = 0.12
const CLEAR_WHITE = 0.06
/** Less absorbs a seventh of the light: seen as clear. */
const CLEAR_INK = 0.15

/** The figures of a petri as it lies now; the thresholds are by eye. */
export function cellsOutcomeOf({ sheets, grid, recipe }: Bloom): CellsOutcome {
  const face = whiteFace(sheets, grid, recipe.scatterPerM)
  let cells = 0
  let clear = 0
  let walls = 0
  let floorInk = 0
  let surfaceInk = 0
  let allInk = 0
  for (let p = 0; p < face.length; p++) {
    if (!grid.inside[p]) continue
    cells++
    let darkest = 0
    for (let channel = 0; channel < 3; channel++) {
      const floor = sheets.floor.ink[channel]![p]!
      const surface = sheets.surface.ink[channel]![p]!
      const all = floor + surface + sheets.transit.ink[channel]![p]!
      floorInk += floor
      surfaceInk += surface
      allInk += all
      darkest = Math.max(darkest, all)
    }
    if (face[p]! > CLEARLY_WHITE) walls++
    else if (face[p]! < CLEAR_WHITE && darkest < CLEAR_INK) clear++
  }
  const share = (part: number) => (allInk > 0 ? part / allInk : 0)
  return {
    of: 'cells',
    clear: clear / cells,
    walls: walls / cells,
    down: share(floorInk),
    stayed: share(surfaceInk),
  }
}
