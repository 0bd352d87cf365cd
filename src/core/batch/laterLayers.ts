import type { Colour } from '../colour/index.ts'
import type { Resin } from '../resin/index.ts'
import {
  LAYER_STARTS,
  LAYER_WAYS,
  LAYER_WHENS,
  type LayerStartId,
  type LayerToLay,
  type ScoreEdit,
} from '../technique/index.ts'
import { withPatterns, type Drawn } from './drawn.ts'
import type { DosedColour, LayerCup } from './layerCups.ts'
import { kindId, type PieceOrder } from './pieces.ts'
import type { Zone } from './zone.ts'

/** A layer that is laid after the pour, on what is there by then. */
export interface LaterLayer extends LayerToLay {
  readonly amount: LayerAmount
  /** On which part of the piece; null on all of it. */
  readonly zone: Zone | null
  /** In which pieces it is laid, by the ids of their orders; null in all of the batch. */
  readonly only: readonly string[] | null
  /** Its own resin; null takes the batch's. */
  readonly resin: Resin | null
  /** What it is laid from: cups that its mix is divided into, what they leave staying clear; bottles where it has no resin. */
  readonly cups: readonly LayerCup[]
  /** What goes into it where its way draws; as the pour where nothing is said. */
  readonly drawn?: Drawn | null | undefined
  /** What somebody wrote on the order of its sitting; nothing where it goes as its way has it. */
  readonly score?: readonly ScoreEdit[] | undefined
  /** What is laid into it where its way lays something in: the room that takes in the layer over it, of each piece. */
  readonly setIn?: SetIn | null | undefined
}

export interface SetIn {
  /** As water rises when it is dropped into it. */
  readonly volumeMl: number
}

/** How much of it a piece gets. */
export type LayerAmount =
  | { readonly by: 'depth'; readonly mm: number }
  /** Of the room left free up to the lip by every layer with a depth or volume of its own. */
  | { readonly by: 'share'; readonly frac: number }
  /** What the shares leave of that room. */
  | { readonly by: 'rest' }
  | { readonly by: 'volume'; readonly ml: number }
  /** Beside the layer before it, in a part that one leaves: liquid finds one height. */
  | { readonly by: 'beside' }
  /** Laid without resin: it has no depth to speak of. */
  | { readonly by: 'none' }

/** A layer as it is begun when it is added, with nothing of it said yet but what is usual. */
export function startedLayer(start: LayerStartId, id: string): LaterLayer {
  const { depthMm, ...told } = LAYER_STARTS[start]
  const amount: LayerAmount =
    depthMm === null ? { by: 'rest' } : depthMm === 0 ? { by: 'none' } : { by: 'depth', mm: depthMm }
  return { id, ...told, amount, zone: null, only: null, resin: null, cups: [] }
}

/** The layers a technique usually has on it, each under the name of what it is begun from. */
export function usualLayers({ usualLayers: starts }: { readonly usualLayers: readonly LayerStartId[] }) {
  return starts.map((start) => startedLayer(start, start))
}

/** A layer begun under a name that none of them has yet: "back", then "back2". */
export function nextLayer(layers: readonly LaterLayer[], start: LayerStartId): LaterLayer {
  const taken = new Set(layers.map(({ id }) => id))
  for (let no = 1; ; no++) {
    const id = no === 1 ? start : `${start}${no}`
    if (!taken.has(id)) return startedLayer(start, id)
  }
}

/** Whether something stands behind what is seen: a layer of a depth of its own, or one with a colour. */
export function isBacked({ layers }: { readonly layers: readonly LaterLayer[] }): boolean {
  return layers.some(
    (layer) =>
      takesRoom(layer) && (!isFlexible(layer) || layer.cups.some(({ colours }) => colours.length > 0)),
  )
}

/** The colour that stands behind the pour: of the first layer that has one; null where none does. */
export function plannedBack({ layers }: { readonly layers: readonly LaterLayer[] }): Colour | null {
  const colours = layers.filter(takesRoom).flatMap(({ cups }) => cups.flatMap((cup) => cup.colours))
  return colours[0]?.colour ?? null
}

/** Whether it is laid in those pieces. */
export function isIn({ only }: Pick<LaterLayer, 'only'>, { id }: { readonly id: string }): boolean {
  return only === null || only.includes(id)
}

/**
 * The layers where a batch has other pieces than before: what lay on some of them follows them into their colourways, and out again.
 * Of pieces that are gone it is known still, so that nothing spreads to others by itself.
 */
export function layersOnPieces(
  layers: readonly LaterLayer[],
  pieces: readonly PieceOrder[],
): readonly LaterLayer[] {
  return layers.map((told) => {
    const { drawn, only } = told
    const layer = drawn
      ? {
          ...told,
          drawn: withPatterns(drawn, (id, pattern) => {
            const parts = partsOf(id, pieces).map(kindId)
            return (parts.length > 0 ? parts : [id]).map((each) => [each, pattern])
          }),
        }
      : told
    if (only === null) return layer
    const on = only.flatMap((id) => partsOf(id, pieces).map(kindId))
    if (on.length === 0) return layer
    const ids = pieces.map(kindId).filter((id) => on.includes(id))
    return { ...layer, only: ids.length === pieces.length ? null : ids }
  })
}

/** The pieces that id stood for: themselves, or what became of them when they were divided, or got a colourway or a way of their own, or lost it. */
function partsOf(id: string, pieces: readonly PieceOrder[]): readonly PieceOrder[] {
  const same = pieces.filter((order) => kindId(order) === id)
  if (same.length > 0) return same
  return pieces.filter(({ mold, colourway }) => {
    const own = kindId({ mold, colourway })
    return id === mold.id || id === own || id.startsWith(`${own}.`)
  })
}

/** Whether it takes its depth out of the mold. */
export function takesRoom({ way, when }: Pick<LaterLayer, 'way' | 'when'>): boolean {
  return LAYER_WAYS[way].from !== 'bottle' && LAYER_WHENS[when].takesRoom
}

/** Whether its depth follows from the room the others leave. */
export function isFlexible({ amount }: Pick<LaterLayer, 'amount'>): boolean {
  return amount.by === 'rest' || amount.by === 'share'
}

/** The layer whose height it shares: the one it lies beside, or itself. */
export function levelOf<T extends Pick<LaterLayer, 'amount'>>(layers: readonly T[], layer: T): T {
  const upTo = layers.slice(0, layers.indexOf(layer) + 1)
  return upTo.findLast(({ amount }) => amount.by !== 'beside') ?? layer
}

/** What it is laid from where it has no resin: colours, each with what one piece gets of it. */
export function bottlesOf({ way, cups }: Pick<LaterLayer, 'way' | 'cups'>): readonly DosedColour[] {
  return LAYER_WAYS[way].from === 'bottle' ? cups.flatMap(({ colours }) => colours) : []
}

/** On how many pieces it is laid. */
export function piecesOn(
  layer: Pick<LaterLayer, 'only'>,
  kinds: readonly { readonly id: string; readonly count: number }[],
): number {
  return kinds.filter((kind) => isIn(layer, kind)).reduce((sum, { count }) => sum + count, 0)
}

/** The layers that are stirred for: of a mix of their own. */
export function mixedLayers(layers: readonly LaterLayer[]): readonly LaterLayer[] {
  return layers.filter(({ way }) => LAYER_WAYS[way].from === 'mix')
}
