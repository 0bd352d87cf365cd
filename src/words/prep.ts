import { inksOn, type BatchRequest } from '#core/batch/index.ts'
import type { PrepItem } from '#core/runsheet/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { STREWN_WORDS } from './pattern.ts'

/** What must stand ready, with this plan's own hole, inks and what its patterns strew. */
export function wordPrep(
  { tool, text }: Pick<PrepItem, 'tool' | 'text'>,
  request: BatchRequest,
  units: UnitChoice,
): string {
  const named = (names: readonly string[]) =>
    names.length > 0 ? `${text}: ${[...new Set(names)].join(', ')}` : text
  switch (tool) {
    case 'bag':
      return `${text}: ${printQuantity(request.white.holeMm, units.length)}`
    case 'inks':
      return named(request.pieces.flatMap((order) => inksOn(order, request)).map(({ name }) => name))
    case 'strewn':
      return named(
        request.pieces
          .flatMap(({ pattern }) => pattern?.marks ?? [])
          .flatMap(({ mark }) => (mark.kind === 'sprinkle' ? [STREWN_WORDS[mark.what]] : [])),
      )
    default:
      return text
  }
}
