import type { Band } from '#core/timing/index.ts'
import { printSpan } from '#core/units/index.ts'

/*
 * Three things are told in minutes, each in one form everywhere: a plan is one minute ("47 min"), a window is how long something may be done
 * ("38 min – 67 min", "19 h 08 – open"), a band is how sure a minute is ("between 35 min and 62 min, four times in five").
 */

export interface TimeSpan {
  readonly openMin: number
  /** Null where it stays open. */
  readonly closeMin: number | null
}

/** How long something may be done. */
export function printWindow({ openMin, closeMin }: TimeSpan): string {
  return `${printSpan(openMin)} – ${closeMin === null ? 'open' : printSpan(closeMin)}`
}

/** How sure a minute is, from the early to the late end of its band. */
export function printBand(band: Band): string {
  const ends = printEnds(band)
  return ends.startsWith('at') ? ends : `${ends}, four times in five`
}

/** A band of which is said already how sure it is. */
export function printEnds({ lowMin, highMin }: Band): string {
  const low = printSpan(lowMin)
  const high = printSpan(highMin)
  return low === high ? `at ${low}` : `between ${low} and ${high}`
}
