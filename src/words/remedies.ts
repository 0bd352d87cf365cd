import type { CupStrategy } from '#core/batch/index.ts'
import type { Change, Remedy } from '#core/plan/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'

/** What the button of a remedy says: the change it makes. */
export function wordRemedy(remedy: Remedy, units: UnitChoice): string {
  if (remedy.kind !== 'stagger') return wordChange(remedy, units)
  const [first, ...others] = remedy.stagger.mixes
  const starts = others.map((mix) => printSpan(mix.startsAfterMin)).join(', ')
  return `Plan it as ${remedy.stagger.mixes.length} mixes of ${first!.pieces} or so, the next stirred ${starts} after the first`
}

const STRATEGY_CHANGES: Readonly<Record<CupStrategy, string>> = {
  rest: 'Rest it all in one cup',
  split: 'Rest it in two cups of half the depth',
  atOnce: 'Pour at once and wait in the mold',
}

function wordChange(change: Change, units: UnitChoice): string {
  const mm = (value: number) => printQuantity(value, units.length)
  switch (change.kind) {
    case 'bed':
      return change.mm === null ? 'Take the usual bed' : `Pour a bed of ${mm(change.mm)}`
    case 'layerDepth':
      return `Make the ${change.layerName} ${mm(change.mm)} deep`
    case 'noLayer':
      return `Leave the ${change.layerName} out`
    case 'layerInMold':
      return `Pour the ${change.layerName} in the mold`
    case 'layerEverywhere':
      return `Lay the ${change.layerName} in every mold`
    case 'stirMore':
      return `Stir at least ${printQuantity(change.g, units.mass, 0)}`
    case 'cupsToFit':
      return 'Make every cup smaller by the same share'
    case 'lessColour':
      return `Take as much colour as the cup ${change.cupName} carries`
    case 'oneWay':
      return `Lay them all as ${change.wayName.toLowerCase()}`
    case 'job':
      return `Plan it: ${change.jobName.toLowerCase()}`
    case 'layerBefore':
      return `Lay the ${change.layerName} before the ${change.underName}`
    case 'smallerCups':
      return `Rest every colour in ${change.each} cups`
    case 'pieces':
      return `Pour ${change.pieces} ${change.pieces === 1 ? 'piece' : 'pieces'}`
    case 'strategy':
      return STRATEGY_CHANGES[change.strategy]
    case 'whiteApart':
      return 'Stir the white later, as a small mix of its own'
    case 'room':
      return `Plan for a room of ${printQuantity(change.tempC, units.temperature, 0)}`
    case 'widerBeads':
      return `Pipe the beads ${mm(change.byMm)} farther apart`
    case 'hole':
      return `Cut the hole to ${mm(change.mm)}`
    case 'dose':
      return `Tint the white ${change.dose === 'milky' ? 'milky' : 'see-through'}`
    case 'settle':
      return `Let the inks settle for ${printSpan(change.min)}`
    case 'twoPours':
      return `Pour the ${change.layerName} in two goes`
    case 'takeBack':
      return 'Take that change of the order back'
    case 'clearCoat':
      return 'Plan a clear coat afterwards'
    case 'rounds':
      return change.rounds === 1 ? 'Go over them once' : `Go over them ${change.rounds} times`
    case 'fewerDrops':
      return `Take ${change.fewer} drops a piece fewer`
    default:
      return change satisfies never
  }
}
