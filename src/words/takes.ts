import type { Addition, Take } from '#core/batch/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'

/** An amount as it is said at the bench: in the units chosen, without a full stop. */
export function wordTake(take: Take, units: UnitChoice): string {
  const g = (value: number) => printQuantity(value, units.mass)
  switch (take.of) {
    case 'mix':
      return `${g(take.aG)} of A and ${g(take.bG)} of B, ${g(take.totalG)} together`
    case 'portion':
      return [`${g(take.massG)} for the white`, ...take.additions.map(wordAddition)].join(', ')
    case 'pour':
      return `${take.moldName}: ${g(take.massG)}${take.pieces === 1 ? '' : ` in each of ${take.pieces}`}, ${printQuantity(take.depthMm, units.length)} deep`
    case 'drops':
      return wordDrops(take)
    case 'beads':
      return `${take.beads === 1 ? 'One bead' : `${take.beads} beads`} through ${printQuantity(take.holeMm, units.length)}, ${g(take.massG)} in all`
    default:
      return take satisfies never
  }
}

function wordDrops({ inks, whiteDrops }: Extract<Take, { of: 'drops' }>): string {
  const some = inks.filter(({ drops }) => drops > 0).map(wordAddition)
  if (some.length === 0) return 'No ink'
  return `${some.join(', ')}${whiteDrops > 0 ? ', a white drop on each' : ''}`
}

function wordAddition({ what, drops }: Addition): string {
  return `${drops} ${drops === 1 ? 'drop' : 'drops'} of ${what}`
}
