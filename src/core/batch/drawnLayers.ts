import { cavityAbove } from '../mold/index.ts'
import {
  isDrawn,
  LAYER_WAYS,
  takesCups,
  TECHNIQUES,
  type TechniqueId,
  type WayId,
} from '../technique/index.ts'
import type { Drawn } from './drawn.ts'
import { isIn, type LaterLayer } from './laterLayers.ts'
import type { Layer } from './layer.ts'
import { kindId, kindName, type PieceOrder } from './pieces.ts'
import { POUR_MIX, type BatchRequest, type Measured } from './request.ts'

/** The way of a pour that it is laid in, with a sitting of its own; null where it is laid in one step. */
export function drawnIn({ way }: { readonly way: WayId }): TechniqueId | null {
  return LAYER_WAYS[way].draws ?? null
}

/** The way of a pour whose marks go into it; null where none do. */
export function markedIn(layer: { readonly way: WayId }): TechniqueId | null {
  const technique = drawnIn(layer)
  return technique !== null && isDrawn(technique) ? technique : null
}

/** What it is drawn with: its own, or what the pour under it is drawn with, in the usual pattern. */
export function drawnOf(
  { drawn }: Pick<LaterLayer, 'drawn'>,
  { colours, white }: Pick<BatchRequest, 'colours' | 'white'>,
): Drawn {
  return drawn ?? { colours, white, rounds: null, patterns: {} }
}

/** Pieces as far as it is known how high each layer lies in them. */
interface Stacked {
  readonly id: string
  readonly layers: readonly Pick<Layer, 'id' | 'raisesMm'>[]
}

/**
 * The pour that a drawn layer is, as if it were a batch of its own: its pieces, in what is left of their molds above the layers under it,
 * its resin, its inks and its white, with nothing before and nothing after. Null for a layer that is laid in one step, or that is in no piece.
 */
export function pourOfLayer(
  request: BatchRequest,
  layer: LaterLayer,
  stacked: readonly Stacked[],
): BatchRequest | null {
  const technique = drawnIn(layer)
  const orders = request.pieces.filter((order) => isIn(layer, { id: kindId(order) }))
  if (technique === null || orders.length === 0) return null
  const { colours, white, rounds, patterns } = drawnOf(layer, request)
  const resin = layer.resin ?? request.resin
  return {
    ...request,
    name: layer.name,
    technique,
    ownWay: null,
    score: layer.score,
    pieces: orders.map((order): PieceOrder => {
      const id = kindId(order)
      const under = stacked.find((fill) => fill.id === id)?.layers ?? []
      const floorMm = under
        .slice(
          0,
          Math.max(
            0,
            under.findIndex((each) => each.id === layer.id),
          ),
        )
        .reduce((sum, { raisesMm }) => sum + raisesMm, 0)
      return {
        // Known by the piece it is laid in: molds of one outline may hold pieces of several ways.
        mold: { ...cavityAbove(order.mold, floorMm), id, name: kindName(order) },
        count: order.count,
        pattern: patterns[id] ?? null,
      }
    }),
    resin,
    learned: resin.id === request.resin.id ? request.learned : null,
    colours,
    // Parts stand in the room by then, however warm those of the pour were.
    partsTempC: null,
    bedMm: layer.amount.by === 'depth' ? layer.amount.mm : null,
    lipMm: 0,
    sealed: undefined,
    measured: measuredOf(request, layer),
    leastMixG: undefined,
    white,
    bags: [],
    isLayer: true,
    inclusions: layer.setIn ? { volumeMl: layer.setIn.volumeMl, proud: false } : null,
    cups: takesCups(TECHNIQUES[technique]) ? layer.cups : [],
    layers: [],
    jobs: [],
    startAt: null,
    promisedOn: null,
    cupStrategy: null,
    whiteApart: false,
    rounds,
    aimShiftLog: technique === request.technique ? request.aimShiftLog : 0,
  }
}

/** What was weighed of that layer's mix, as the mix of a pour of its own. */
function measuredOf({ measured }: BatchRequest, { id }: LaterLayer): Measured | undefined {
  const own = measured?.mixes.filter(({ mix }) => mix === id) ?? []
  if (own.length === 0) return undefined
  return { mixes: own.map((each) => ({ ...each, mix: POUR_MIX })), beds: [], spiltG: 0 }
}

/** That layer as a pour that was changed, where a layer can say all of the change; null where it cannot, as another number of pieces. */
export function carrying(
  request: BatchRequest,
  layer: LaterLayer,
  { pour, stacked }: { readonly pour: BatchRequest; readonly stacked: readonly Stacked[] },
): LaterLayer | null {
  const next = withPour(layer, pour)
  const said = pourOfLayer(request, next, stacked)
  return JSON.stringify(said) === JSON.stringify(pour) ? next : null
}

/** The layer with what was changed of the pour that it is. */
export function withPour(layer: LaterLayer, pour: BatchRequest): LaterLayer {
  const { colours, white, rounds, bedMm, score, cups } = pour
  const known = layer.drawn?.patterns ?? {}
  const patterns = { ...known }
  for (const order of pour.pieces) {
    const id = kindId(order)
    if (order.pattern) patterns[id] = order.pattern
    else delete patterns[id]
  }
  return {
    ...layer,
    amount: bedMm === null ? layer.amount : { by: 'depth', mm: bedMm },
    drawn: { colours, white, rounds, patterns },
    score,
    cups,
  }
}
