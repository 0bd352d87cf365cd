import type { Departure, Reading, Sign, Thermometer } from '#core/timing/index.ts'
import type { Taken } from '#core/runsheet/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'

export const THERMOMETER_WORDS: Readonly<Record<Thermometer, string>> = {
  probe: 'by probe',
  infrared: 'by infrared',
  hand: 'by hand',
}

/** What is asked for each sign, as a finding that is there or not. */
export const SIGN_WORDS: Readonly<Record<Sign, { readonly there: string; readonly not: string }>> = {
  string: { there: 'Lifts a thread', not: 'No thread yet' },
  gel: { there: 'No longer flows', not: 'Still flows' },
  footprint: { there: 'Takes a print, dry', not: 'Wet to the glove' },
  leathery: { there: 'Bends, not tacky', not: 'Still tacky' },
  stiff: { there: 'Stiff', not: 'Still bends' },
}

/** "29 °C by probe at 10 min" */
export function wordReading(reading: Reading, units: UnitChoice): string {
  const at = `at ${printSpan(reading.atMin)}`
  switch (reading.kind) {
    case 'temperature':
      return `${printQuantity(reading.tempC, units.temperature)} ${THERMOMETER_WORDS[reading.by]} ${at}`
    case 'room':
      return `A room of ${printQuantity(reading.tempC, units.temperature)} ${at}`
    case 'sign':
      return `“${SIGN_WORDS[reading.sign][reading.there ? 'there' : 'not']}” ${at}`
    default:
      return reading satisfies never
  }
}

/** "29 °C by probe", without its minute. */
export function wordTaken(taken: Taken, units: UnitChoice): string {
  switch (taken.kind) {
    case 'temperature':
      return `${printQuantity(taken.tempC, units.temperature)} ${THERMOMETER_WORDS[taken.by]}`
    case 'room':
      return `room ${printQuantity(taken.tempC, units.temperature)}`
    case 'sign':
      return `“${SIGN_WORDS[taken.sign][taken.there ? 'there' : 'not']}”`
    default:
      return taken satisfies never
  }
}

/** What the readings say of the resin, in one sentence. */
export function wordBelief({ rateLog }: Departure, count: number): string {
  if (count === 0) return 'No reading yet: any one makes this narrower.'
  const percent = Math.round(100 * (Math.exp(rateLog) - 1))
  const seen = `After ${count} ${count === 1 ? 'reading' : 'readings'} this resin seems`
  if (Math.abs(percent) < 2) return `${seen} to run as its record says.`
  return `${seen} ${Math.abs(percent)} % ${percent > 0 ? 'quicker' : 'slower'} than its record.`
}
