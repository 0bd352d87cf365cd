import type { BatchRequest } from '#core/batch/index.ts'
import type { PrepItem } from '#core/runsheet/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'

/** What must stand ready, with the names of what there is of it, and this plan's own hole. */
export function wordPrep(
  { tool, text, names }: Pick<PrepItem, 'tool' | 'text' | 'names'>,
  request: Pick<BatchRequest, 'white'>,
  units: UnitChoice,
): string {
  if (tool === 'bag') return `${text}: ${printQuantity(request.white.holeMm, units.length)}`
  return names.length > 0 ? `${text}: ${names.join(', ')}` : text
}
