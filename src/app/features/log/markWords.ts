import type { LaterLayer } from '#core/batch/index.ts'
import { layerOfMix, mixOfCup, tintedKey, type Technique } from '#core/technique/index.ts'
import type { PourEvent, RunStep } from '#core/runsheet/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { BESIDE_WORDS } from '#words/otherwise.ts'
import { wordTaken } from '#words/readings.ts'

/** What the mark belongs to. */
interface MarkedIn {
  readonly step: RunStep | undefined
  /** Null for the pour's own. */
  readonly layerName: string | null
  /** Of the pour's steps, whether they were done or left out. */
  readonly titleOf: (key: string) => string
}

/** What a mark of a run says: its step and piece, its note, or what was read. */
export function markWords(
  event: PourEvent,
  { step, layerName, titleOf }: MarkedIn,
  units: UnitChoice,
): string {
  const of = layerName === null ? '' : `${layerName}: `
  switch (event.kind) {
    case 'note':
      return `Note: ${event.text}`
    case 'reading':
      return `${of || 'Read: '}${of ? 'read ' : ''}${wordTaken(event.reading, units)}`
    case 'filled':
      return `${of}${printQuantity(event.g, units.mass)} into piece ${event.pieceNo}`
    case 'leftOut':
      return `Left out: ${titleOf(event.keys[0]!)}${event.keys.length > 1 ? `, ${event.keys.length} times` : ''}`
    case 'roundAdded':
      return 'One more round'
    case 'holeCut':
      return `Hole cut to ${printQuantity(event.mm, units.length)}`
    case 'pieceOrder':
      return `Pieces taken in another order: ${event.order.join(', ')}`
    case 'whiteStirred':
      return `More white stirred: ${printQuantity(event.aG, units.mass)} of A and ${printQuantity(event.bG, units.mass)} of B`
    case 'beside':
      return BESIDE_WORDS[event.deed]
    case 'stopStir':
      return `${of}stop-stir`
    case 'weighed':
      return `${of}weighed ${printQuantity(event.aG, units.mass)} of A and ${printQuantity(event.bG, units.mass)} of B`
    default:
      if (!step && layerName !== null) return `${of}divided and tinted`
  }
  return `${step?.title ?? ''}${step?.pieceNo ? `, piece ${step.pieceNo}` : ''}`
}

const TOLD: readonly PourEvent['kind'][] = [
  'done',
  'filled',
  'leftOut',
  'roundAdded',
  'holeCut',
  'pieceOrder',
  'whiteStirred',
  'beside',
  'note',
  'reading',
]

/** Whether a mark stands in the list of a run: gates and stirring only of layers, for the pour's own is told by itself. */
export function isTold(event: PourEvent): boolean {
  if (event.kind === 'stopStir' || event.kind === 'weighed') return event.layer !== undefined
  return TOLD.includes(event.kind)
}

/** The name of the later layer that a mark belongs to; null for the pour's own. */
export function layerNameOf(event: PourEvent, layers: readonly LaterLayer[]): string | null {
  if (event.kind === 'done') return layers.find(({ id }) => event.key === tintedKey(id))?.name ?? null
  if (!('layer' in event) || event.layer === undefined) return null
  const mix = event.layer
  const of = layers.find(({ id }) => id === layerOfMix(mix))
  const cup = of?.cups.find(({ id }) => mixOfCup(of.id, id) === mix)
  return of ? [of.name, ...(cup ? [cup.name] : [])].join(', ') : null
}

/** The titles of that pour's steps by the keys of their turns: step, and behind dots round and piece. */
export function titlesOf({ steps }: Pick<Technique, 'steps'>): (key: string) => string {
  return (key) => {
    const [stepId, ...rest] = key.split('.')
    const title = steps.find(({ id }) => id === stepId)?.title ?? key
    return rest.length > 0 ? `${title}, piece ${rest.at(-1)}` : title
  }
}
