import { pourOfLayer, techniqueOfPour, type BatchRequest, type LaterLayer } from '#core/batch/index.ts'
import {
  dryKey,
  ENDINGS,
  layerOfMix,
  mixOfCup,
  TINT,
  tintedKey,
  type StepRule,
} from '#core/technique/index.ts'
import type { PourEvent, RunStep } from '#core/runsheet/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { BESIDE_WORDS } from '#words/otherwise.ts'
import { wordEdit, type WrittenOf } from '#words/score.ts'
import { wordTaken } from '#words/readings.ts'

/** What the mark belongs to. */
interface MarkedIn {
  readonly turn: RunStep | undefined
  readonly layers: readonly LaterLayer[]
  readonly request: WrittenOf
  /** Of the pour's steps, whether they were done or left out. */
  readonly titleOf: (key: string) => string
}

/** What a mark of a run says: its step and piece, its note, or what was read. */
export function markWords(
  event: PourEvent,
  { turn, layers, request, titleOf }: MarkedIn,
  units: UnitChoice,
): string {
  const layerName = layerNameOf(event, layers)
  const of = layerName === null ? '' : `${layerName}: `
  switch (event.kind) {
    case 'note':
      return `Note: ${event.text}`
    case 'reading': {
      const cupName = cupNameOf(event, layers)
      const read = `${wordTaken(event.reading, units)}${cupName === null ? '' : `, ${cupName}`}`
      return of ? `${of}read ${read}` : `Read: ${read}`
    }
    case 'filled':
      return `${of}${printQuantity(event.g, units.mass)} into piece ${event.pieceNo}`
    case 'spilt':
      return `${printQuantity(event.g, units.mass)} spilt`
    case 'leftOut':
      return `Left out: ${titleOf(event.keys[0]!)}${event.keys.length > 1 ? `, ${event.keys.length} times` : ''}`
    case 'written':
      return `On the order: ${wordEdit(event.edit, titleOf, request)}`
    case 'endedAs':
      return `Ended as ${ENDINGS[event.ending].name}`
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
      if (!turn && layerName !== null && event.kind === 'done')
        return `${of}${titleOf(event.key).toLowerCase()}`
  }
  return `${turn?.step.title ?? ''}${turn?.pieceNo ? `, piece ${turn.pieceNo}` : ''}`
}

const TOLD: readonly PourEvent['kind'][] = [
  'done',
  'filled',
  'spilt',
  'leftOut',
  'endedAs',
  'written',
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
function layerNameOf(event: PourEvent, layers: readonly LaterLayer[]): string | null {
  if (event.kind === 'done') return layers.find(({ id }) => event.key.startsWith(`${id}.`))?.name ?? null
  if (!('layer' in event) || event.layer === undefined) return null
  const mix = event.layer
  const of = layers.find(({ id }) => id === layerOfMix(mix))
  const cup = of?.cups.find(({ id }) => mixOfCup(of.id, id) === mix)
  return of ? [of.name, ...(cup ? [cup.name] : [])].join(', ') : null
}

/** The cup of a divided mix that was read; null where none is said. */
function cupNameOf(event: PourEvent, layers: readonly LaterLayer[]): string | null {
  if (event.kind !== 'reading' || event.layer === undefined || event.reading.cup === undefined) return null
  const { layer, reading } = event
  const cups = layers.find(({ id }) => id === layerOfMix(layer))?.cups ?? []
  return cups.find(({ id }) => id === reading.cup)?.name ?? 'the cup that stayed clear'
}

/** The steps a run's marks may speak of: as it was gone through, what of its way was written out of it, and dividing a mix because it has cups. */
function stepsTold(request: BatchRequest): readonly Pick<StepRule, 'id' | 'title'>[] {
  const usual = techniqueOfPour({ ...request, score: [] })
  return [...techniqueOfPour(request).steps, ...usual.steps, TINT]
}

/** The titles of that pour's steps, and of those of its layers that are pours of their own, by the keys of their turns: step, and behind dots round and piece. */
export function titlesOf(request: BatchRequest): (key: string) => string {
  const { layers } = request
  const pours = new Map(
    layers.flatMap((layer) => {
      const pour = pourOfLayer(request, layer, [])
      return pour ? [[layer.id, stepsTold(pour)] as const] : []
    }),
  )
  const own = stepsTold(request)
  return (key) => {
    if (layers.some(({ id }) => key === tintedKey(id))) return 'divided and tinted'
    if (layers.some(({ id }) => key === dryKey(id))) return 'dry right through'
    const layerId = [...pours.keys()].find((id) => key.startsWith(`${id}.`))
    const turn = layerId === undefined ? key : key.slice(layerId.length + 1)
    const [stepId, ...rest] = turn.split('.')
    const steps = layerId === undefined ? own : pours.get(layerId)!
    const title = steps.find(({ id }) => id === stepId)?.title ?? turn
    return rest.length > 0 ? `${title}, piece ${rest.at(-1)}` : title
  }
}
