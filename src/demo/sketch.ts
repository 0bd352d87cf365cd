import { USUAL_REQUEST, type BatchRequest, type DosedColour, type LayerCup } from '#core/batch/index.ts'
import type { FaultId, FaultTag, TimingVerdict } from '#core/journal/index.ts'
import { COLOURS, MOLDS, RESINS } from './stock.ts'

export interface DemoOutcome {
  readonly rating: number
  readonly timing: TimingVerdict | null
  readonly faults: readonly FaultId[]
  readonly tags?: readonly FaultTag[]
  readonly note: string
}

export interface DemoBatch {
  readonly id: string
  readonly request: BatchRequest
  /** The batch it was declared an experiment against. */
  readonly triedAgainst?: string
  /** Stop-stir so many hours before the studio is opened. */
  readonly poursBeforeH: number
  /** How far the person's marks lie behind the plan, in minutes. */
  readonly lateMin: number
  readonly notes: readonly string[]
  /** Minutes at which a probe was held into the resin. */
  readonly probedMin?: readonly number[]
  /** How quick that bottle ran beside its record; like the others where nothing is said. */
  readonly ranAt?: number
  /** One for each piece; fewer where pieces have not been looked at. */
  readonly outcomes: readonly DemoOutcome[]
}

export const named = <Item extends { readonly name: string }>(shelf: readonly Item[], name: string): Item => {
  const found = shelf.find((item) => item.name === name)
  if (!found) throw new RangeError(`demo: nothing on the shelf is called "${name}"`)
  return found
}

export interface Sketch extends Partial<Omit<BatchRequest, 'pieces' | 'colours' | 'resin'>> {
  readonly name: string
  readonly pieces: readonly (readonly [string, number])[]
  readonly resin: string
  readonly colours: readonly string[]
}

export function request({ pieces, colours, resin, ...changes }: Sketch): BatchRequest {
  return {
    ...USUAL_REQUEST,
    pieces: pieces.map(([name, count]) => ({ mold: named(MOLDS, name), count, pattern: null })),
    colours: colours.map((name) => named(COLOURS, name)),
    resin: named(RESINS, resin),
    ...changes,
  }
}

export const good = (rating: number, note = ''): DemoOutcome => ({
  rating,
  timing: 'right',
  faults: [],
  note,
})

/** Of a way without white: there is no moment to be right or wrong about. */
export const fine = (rating: number, note = ''): DemoOutcome => ({ ...good(rating, note), timing: null })

/** A cup of so large a share, tinted with one colour of the shelf. */
export function tinted(colourName: string, frac: number, dose: DosedColour['dose']): LayerCup {
  const colour = named(COLOURS, colourName)
  return { id: colour.id, name: colour.name, portion: { by: 'share', frac }, colours: [{ colour, dose }] }
}
