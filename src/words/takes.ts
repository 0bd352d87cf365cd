import type { Addition, Cup, Drops, Take } from '#core/batch/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { STREWN_WORDS } from './pattern.ts'

/** An amount as it is said at the bench: in the units chosen, without a full stop. */
export function wordTake(take: Take, units: UnitChoice): string {
  const g = (value: number) => printQuantity(value, units.mass)
  switch (take.of) {
    case 'mix':
      return `${take.name === null ? '' : `${take.name} by itself: `}${g(take.aG)} of A and ${g(take.bG)} of B, ${g(take.totalG)} together`
    case 'portion':
      return [`${g(take.massG)} for ${take.name ?? 'the white'}`, ...wordContents(take, units)].join(', ')
    case 'bottles':
      return `${take.additions.map((one) => wordAddition(one, units)).join(', ')}${take.pieces === 1 ? '' : `, on each of ${take.pieces}`}`
    case 'pour':
      return `${take.pieceName}: ${g(take.massG)}${take.pieces === 1 ? '' : ` in each of ${take.pieces}`}, ${printQuantity(take.depthMm, units.length)} deep`
    case 'drops':
      return wordDrops(take)
    case 'strewn':
      return wordStrewn(take, units)
    case 'beads':
      return `${take.beads === 1 ? 'One bead' : `${take.beads} beads`}${take.bag === null ? '' : ` of ${take.bag}`} through ${printQuantity(take.holeMm, units.length)}, ${g(take.massG)} in all`
    default:
      return take satisfies never
  }
}

/** Glitter and mica are strewn by eye, so thick that the ground still shows; common practice. */
export function wordStrewn(
  { what, areaMm2 }: Pick<Extract<Take, { of: 'strewn' }>, 'what' | 'areaMm2'>,
  units: UnitChoice,
): string {
  return `A light pinch of ${STREWN_WORDS[what]} over ${wordArea(areaMm2, units)}`
}

/** An area to be covered by eye. */
export function wordArea(areaMm2: number, units: UnitChoice): string {
  return units.length === 'mm'
    ? `${(areaMm2 / 100).toFixed(0)} cm²`
    : `${(areaMm2 / 645.16).toFixed(1)} sq in`
}

function wordDrops({ inks, whiteDrops }: Extract<Take, { of: 'drops' }>): string {
  const some = inks.filter(({ drops }) => drops > 0).map(wordDropsOf)
  if (some.length === 0) return 'No ink'
  return `${some.join(', ')}${whiteDrops > 0 ? ', a white drop on each' : ''}`
}

/** What goes into a cup besides resin of its mix: what is poured in from others, then what tints it. */
export function wordContents(
  { from = [], additions }: { readonly from?: Cup['from']; readonly additions: readonly Addition[] },
  units: UnitChoice,
): readonly string[] {
  return [
    ...from.map(({ name, massG }) => `of it ${printQuantity(massG, units.mass)} out of ${name}`),
    ...additions.map((one) => wordAddition(one, units)),
  ]
}

/** What goes into a cup, as it is measured out. */
export function wordAddition(addition: Addition, units: UnitChoice): string {
  if ('drops' in addition) return wordDropsOf(addition)
  const weight = addition.massG > 0 ? printQuantity(addition.massG, units.mass, 2) : null
  if (!('scoops' in addition)) return `${weight ?? 'nothing'} of ${addition.what}`
  const scoops = `${Number(addition.scoops.toFixed(2))} ${addition.scoops === 1 ? 'scoop' : 'scoops'}`
  return `${scoops} of ${addition.what}${weight ? `, ${weight}` : ''}`
}

function wordDropsOf({ what, drops }: Drops): string {
  return `${drops} ${drops === 1 ? 'drop' : 'drops'} of ${what}`
}
