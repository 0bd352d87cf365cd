import {
  LAYER_STARTS,
  LAYER_WAYS,
  LAYER_WHENS,
  type LayerStartId,
  type LayerWhen,
} from '../technique/index.ts'
import { levelOf, nextLayer, takesRoom, type LaterLayer, type LayerAmount } from './laterLayers.ts'
import { zoneFrac } from './zone.ts'

type Layers = readonly LaterLayer[]

/** Where a layer goes, counted from the one that is laid first. */
interface Place {
  readonly at: number
  /** Moments that are still to come for these pieces; all of them where nothing is said. */
  readonly whens?: readonly LayerWhen[] | undefined
}

/** When a layer begun so would be laid, among the moments still to come; null where none of its way is. */
export function whenOfStart(start: LayerStartId, whens?: readonly LayerWhen[]): LayerWhen | null {
  const { when, way } = LAYER_STARTS[start]
  if (!whens || whens.includes(when)) return when
  return LAYER_WAYS[way].whens.find((each) => whens.includes(each)) ?? null
}

/** The layers with one more at that place. Only one goes up to the lip, and none on a finished piece. */
export function withStarted(layers: Layers, start: LayerStartId, { at, whens }: Place): Layers {
  const begun = nextLayer(layers, start)
  const when = whenOfStart(start, whens) ?? begun.when
  const layer = { ...begun, when, amount: possibleAmount(begun.amount, { when, restTaken: hasRest(layers) }) }
  return [...layers.slice(0, at), layer, ...layers.slice(at)]
}

/** Where a layer goes that is laid on that one, or under it: those beside each other are not parted. */
export function placeBy(layers: Layers, layer: LaterLayer, side: 'on' | 'under'): number {
  const level = levelOf(layers, layer)
  if (side === 'under') return layers.indexOf(level)
  return layers.findLastIndex((each) => levelOf(layers, each) === level) + 1
}

/** The layers without that one; one that shared its height takes its amount over. */
export function withoutLayer(layers: Layers, layer: LaterLayer): Layers {
  const heir = layers[layers.indexOf(layer) + 1]
  return layers
    .filter((each) => each !== layer)
    .map((each) => (each === heir && heir.amount.by === 'beside' ? { ...each, amount: layer.amount } : each))
}

/** The layers with a copy of that one on it. */
export function withCopy(layers: Layers, layer: LaterLayer): Layers {
  const at = placeBy(layers, layer, 'on')
  const { amount: own } = levelOf(layers, layer)
  const amount = possibleAmount(own, { when: layer.when, restTaken: hasRest(layers) })
  const copy = { ...layer, id: freeId(layers, layer.id), name: `${layer.name} again`, amount }
  return [...layers.slice(0, at), copy, ...layers.slice(at)]
}

/** The layers with another beside that one, as high as it; it keeps half of the piece where it lay all over it. Null where it takes no room. */
export function withBeside(layers: Layers, layer: LaterLayer): Layers | null {
  if (!takesRoom(layer)) return null
  const zoned = layer.zone ? layer : { ...layer, zone: { place: 'side' as const, frac: 0.5 } }
  const all = layers.map((each) => (each === layer ? zoned : each))
  const at = all.indexOf(zoned) + 1
  const frac = leftBeside(all, at)
  if (frac <= 0) return null
  const beside: LaterLayer = {
    ...zoned,
    id: freeId(layers, layer.id),
    name: `${layer.name}, beside`,
    amount: { by: 'beside' },
    zone: { place: 'side', frac },
    cups: [],
  }
  return [...all.slice(0, at), beside, ...all.slice(at)]
}

/** The layers with that one moved one place up, or down. */
export function withMoved(layers: Layers, layer: LaterLayer, by: 1 | -1): Layers {
  const from = layers.indexOf(layer)
  const others = layers.filter((each) => each !== layer)
  return [...others.slice(0, from + by), layer, ...others.slice(from + by)]
}

/** What the layers at the height of the one before that place leave of the pieces; 0 where that lies all over them. */
export function leftBeside(layers: Layers, place: number): number {
  const before = layers[place - 1]
  if (!before?.zone || !takesRoom(before)) return 0
  const level = levelOf(layers, before)
  const taken = layers
    .slice(0, place)
    .filter((each) => levelOf(layers, each) === level)
    .reduce((sum, each) => sum + zoneFrac(each), 0)
  return Math.max(0, Math.round(1000 * (1 - taken)) / 1000)
}

export function hasRest(layers: Layers): boolean {
  return layers.some(({ amount }) => amount.by === 'rest')
}

/** How deep a layer is begun that cannot go up to the lip. */
const BEGUN_MM = 2
/** What lies on a finished piece is thin (common practice). */
const ON_FINISHED_MM = 1.5

interface Laid {
  readonly when: LayerWhen
  /** Another layer goes up to the lip. */
  readonly restTaken: boolean
}

/** That amount where it can be, or a depth in its place: what lies on a finished piece fills no mold, and one layer goes up to the lip. */
export function possibleAmount(amount: LayerAmount, { when, restTaken }: Laid): LayerAmount {
  const fills = amount.by === 'rest' || amount.by === 'share' || amount.by === 'beside'
  if (fills && !LAYER_WHENS[when].takesRoom) return { by: 'depth', mm: ON_FINISHED_MM }
  return amount.by === 'rest' && restTaken ? { by: 'depth', mm: BEGUN_MM } : amount
}

/** An id that none of them has yet. */
function freeId(layers: Layers, id: string): string {
  const taken = new Set(layers.map((each) => each.id))
  for (let no = 2; ; no++) if (!taken.has(`${id}${no}`)) return `${id}${no}`
}
