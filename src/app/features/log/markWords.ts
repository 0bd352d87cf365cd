import type { PourEvent, RunStep } from '#core/runsheet/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { wordTaken } from '#words/readings.ts'

/** What a mark of a run says: its step and piece, its note, or what was read. */
export function markWords(event: PourEvent, step: RunStep | undefined, units: UnitChoice): string {
  if (event.kind === 'note') return `Note: ${event.text}`
  if (event.kind === 'reading') return `Read: ${wordTaken(event.reading, units)}`
  return `${step?.title ?? ''}${step?.pieceNo ? `, piece ${step.pieceNo}` : ''}`
}
