import type { ComparedId, ComparedValue, TrialResult } from '#core/plan/index.ts'
import type { WhiteDose } from '#core/batch/index.ts'
import { DOSE_WORDS } from './vocabulary.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'

export const COMPARED_WORDS: Readonly<Record<ComparedId, string>> = {
  technique: 'Technique',
  mold: 'Mold',
  resin: 'Resin',
  room: 'Room',
  inks: 'Inks',
  dose: 'White',
  bags: 'Other bags',
  hole: 'Hole in the bag',
  spacing: 'Beads apart',
  margin: 'From the wall',
  pattern: 'Pattern',
  order: 'Order of the hands',
  bed: 'Clear bed or base',
  displaced: 'Inclusions displace',
  layers: 'Layers over it',
  stir: 'Stirred for',
  cup: 'Cup at the decant',
  decant: 'Decanted at',
  settled: 'Ink to white',
  white: 'White at',
  whiteFromBest: 'White from its best',
  shaped: 'White to tool',
  laid: 'Laid in at',
}

/** A compared value in the person's units. */
export function wordCompared(id: ComparedId, value: ComparedValue, units: UnitChoice): string {
  if (value === null) return 'not known'
  switch (value.in) {
    case 'text':
      return id === 'dose' ? DOSE_WORDS[value.text as WhiteDose] : value.text
    case 'mm':
      return printQuantity(value.value, units.length)
    case 'ml':
      return printQuantity(value.value, units.volume, 0)
    case 'C':
      return printQuantity(value.value, units.temperature, 0)
    case 'min': {
      if (id !== 'whiteFromBest') return printSpan(value.value)
      const span = printSpan(Math.abs(value.value))
      return Math.abs(value.value) < 0.5 ? 'at it' : value.value > 0 ? `${span} after` : `${span} before`
    }
    default:
      return value satisfies never
  }
}

/** A difference in mean rating below this is none at a bench. */
const ALIKE = 0.3
/** Below this share chance alone would hardly do it (the usual one in twenty). */
const UNLIKELY = 0.05

/** The result of an experiment and how far it can be trusted, in a sentence. */
export function wordTrial({ before, after, betterBy, chance }: TrialResult): string {
  const figures = `${after.rating.toFixed(1)} of 5 over ${pieces(after.pieces)} against ${before.rating.toFixed(1)} over ${pieces(before.pieces)}`
  const verdict = Math.abs(betterBy) < ALIKE ? 'about the same' : betterBy > 0 ? 'better' : 'worse'
  const trust =
    chance <= UNLIKELY
      ? 'chance alone would hardly do that'
      : `in ${Math.round(100 * chance)} of 100 cases chance alone would do as much, so it is not proven`
  return `${figures}: ${verdict}; ${trust}.`
}

function pieces(count: number): string {
  return count === 1 ? 'one piece' : `${count} pieces`
}
