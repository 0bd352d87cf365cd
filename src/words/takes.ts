import type { Addition, Cup, Drops, Take } from '#core/batch/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { wordZone } from './layers.ts'
import { wordLengthOf } from './lengths.ts'
import { STREWN_WORDS } from './pattern.ts'

/** An amount as it is said at the bench: in the units chosen, without a full stop. */
export function wordTake(take: Take, units: UnitChoice): string {
  const g = (value: number) => printQuantity(value, units.mass)
  switch (take.of) {
    case 'mix':
      return `${take.name === null ? '' : `${take.name} by itself: `}${g(take.aG)} of A and ${g(take.bG)} of B, ${g(take.totalG)} together`
    case 'portion':
      return [
        `${g(take.massG)} for ${take.name ?? 'the white'}`,
        ...wordContents(take, units),
        ...(take.overG ? [`${g(take.overG)} of it more than the beads take`] : []),
      ].join(', ')
    case 'bottles':
      return `${take.additions.map((one) => wordAddition(one, units)).join(', ')}${take.pieces === 1 ? '' : `, on each of ${take.pieces}`}`
    case 'product':
      return `${printQuantity(take.volumeMl, units.volume)} in all, over ${wordArea(take.areaMm2, units)}, ${printQuantity(take.depthMm, units.length)} thick`
    case 'pour':
      return `${take.pieceName}: ${g(take.massG)}${take.pieces === 1 ? '' : ` in each of ${take.pieces}`}, ${printQuantity(take.depthMm, units.length)} deep${take.on ? `, on ${wordZone(take.on)} of the floor` : ''}`
    case 'over':
      return `${take.pieceName}: ${g(take.massG)} over ${take.pieces === 1 ? 'the object' : `each of ${take.pieces} objects`}, ${g(take.onObjectG)} stay on it, the sheet ${printQuantity(take.depthMm, units.length)} deep`
    case 'round':
      return `${take.pieceName}: ${g(take.massG)}${take.cup === undefined ? '' : ` out of ${take.cup ?? 'the clear cup'}`} over ${take.pieces === 1 ? 'the object' : `each of ${take.pieces} objects`}`
    case 'drops':
      return wordDrops(take)
    case 'strewn':
      return wordStrewn(take, units)
    case 'beads':
      return `${take.beads === 1 ? 'One bead' : `${take.beads} beads`}${take.bag === null ? '' : ` of ${take.bag}`} through ${printQuantity(take.holeMm, units.length)}, ${g(take.massG)}${take.beads === 1 ? '' : ' in all'}`
    case 'held':
      return `${ofPiece(take)}${g(take.massG)} out of ${take.cup ?? 'the clear cup'}${wordLine(take, units)}${take.pieces === 1 ? '' : `, on each of ${take.pieces}`}`
    case 'stacked':
      return `${ofPiece(take)}${take.layers.map(({ cup, massG }) => `${g(massG)} ${cup ?? 'clear'}`).join(', then ')}${take.pieces === 1 ? '' : `, a cup for each of ${take.pieces}`}`
    case 'stroke':
      return `${ofPiece(take)}${g(take.massG)} over ${wordArea(take.coversMm2, units)}, ${wordArea(take.clearMm2, units)} stay clear${take.pieces === 1 ? '' : `, on each of ${take.pieces}`}`
    case 'form':
      return `${take.pieceName}: ${printQuantity(take.thickMm, units.length)} thick, ${wordOverhang(take, units)}`
    case 'seam':
      return `${ofPiece(take)}A seam of about ${printQuantity(take.lengthMm, units.length, 0)} straight across`
    default:
      return take satisfies never
  }
}

/** How its line lies; what stays clear is the centre. */
function wordLine({ line, cup }: Extract<Take, { of: 'held' }>, units: UnitChoice): string {
  if (!line) return ''
  if (cup === null) return ': the centre'
  return `: ${printQuantity(line.widthMm, units.length)} wide, ${wordLengthOf(line.lengthMm, units)} round`
}

/** Less than this nobody sees at a rim. */
const AT_THE_RIM_MM = 1

function wordOverhang({ leastMm, mostMm }: Extract<Take, { of: 'form' }>, units: UnitChoice): string {
  const at = (mm: number) => {
    if (Math.abs(mm) < AT_THE_RIM_MM) return 'ends at the form’s rim'
    const far = printQuantity(Math.abs(mm), units.length, 0)
    return mm > 0 ? `hangs ${far} over the form’s rim` : `ends ${far} below the form’s rim`
  }
  return mostMm - leastMm < AT_THE_RIM_MM
    ? `${at(leastMm)} all round`
    : `${at(leastMm)} where it is shortest, ${at(mostMm)} where it is longest`
}

/** Where a step is of one piece, that is told above it. */
function ofPiece({ pieceName }: { readonly pieceName: string | null }): string {
  return pieceName === null ? '' : `${pieceName}: `
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
  if (some.length === 0)
    return whiteDrops > 0
      ? `${wordDropsOf({ what: 'white ink', drops: whiteDrops })}, one on each ink`
      : 'No ink'
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
