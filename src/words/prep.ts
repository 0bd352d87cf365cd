import type { BatchRequest } from '#core/batch/index.ts'
import type { PrepItem } from '#core/runsheet/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'

/** What must stand ready, with the names of what there is of it, and this plan's own hole. */
export function wordPrep(
  { tool, text, names }: Pick<PrepItem, 'tool' | 'text' | 'names'>,
  request: Pick<BatchRequest, 'white' | 'bags'>,
  units: UnitChoice,
): string {
  const hole = (mm: number) => printQuantity(mm, units.length)
  const { white, bags = [] } = request
  if (tool === 'bag') return `${text}: ${hole(white.holeMm)}`
  if (tool === 'moreBags') {
    const holeOf = (bag: string) => bags.find(({ name }) => name === bag)?.holeMm ?? white.holeMm
    return `${text}: ${names.map((bag) => `${bag} ${hole(holeOf(bag))}`).join(', ')}`
  }
  return names.length > 0 ? `${text}: ${names.join(', ')}` : text
}
