import { layerAreaMm2, openAreaMm2, type Mold } from '../mold/index.ts'
import { scaledPattern } from '../pattern/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import { withPatterns } from './drawn.ts'
import type { LayerCup } from './layerCups.ts'
import { isIn, type LaterLayer } from './laterLayers.ts'
import { onObjectMl } from './overObject.ts'
import { kindId, techniqueOn, type PieceOrder } from './pieces.ts'
import type { BatchRequest } from './request.ts'
import { unsealed } from './sealed.ts'

/** What can be made again: a plan apart from the occasion it was made for. */
export interface Recipe {
  readonly id: string
  readonly name: string
  readonly note: string
  readonly request: BatchRequest
}

/** The request without its hour, its promise, its room, its shelf and what was known of resin and hand by then. */
export function asRecipe(request: BatchRequest): BatchRequest {
  return {
    ...unsealed(request),
    startAt: null,
    promisedOn: null,
    spareMolds: [],
    learned: null,
    aimShiftLog: 0,
    partsTempC: null,
  }
}

/** What belongs to the studio it is made in: room, hands, scale, losses. */
type Here = Pick<
  BatchRequest,
  'roomTempC' | 'humidityPercent' | 'partsTempC' | 'hands' | 'measuring' | 'loss' | 'spareMolds'
>

/** What the studio has of its own. */
interface OnShelf {
  readonly resins: readonly BatchRequest['resin'][]
  readonly molds: readonly Mold[]
}

/** The recipe in this studio: with its room, hands and scale, and with its own resin and molds where they are known by the same id. */
export function fromRecipe({ name, request }: Recipe, here: Here, shelf: OnShelf): BatchRequest {
  const { roomTempC, humidityPercent, partsTempC, hands, measuring, loss, spareMolds } = here
  const resin = shelf.resins.find(({ id }) => id === request.resin.id) ?? request.resin
  return {
    ...request,
    name,
    resin,
    pieces: request.pieces.map((order) => ({
      ...order,
      mold: shelf.molds.find(({ id }) => id === order.mold.id) ?? order.mold,
    })),
    ...{ roomTempC, humidityPercent, partsTempC, hands, measuring, loss, spareMolds },
  }
}

/** Of what is poured over an object what stays on it is the same over any mold. */
function stayingMl(request: BatchRequest, order: PieceOrder): number {
  return onObjectMl(request, TECHNIQUES[techniqueOn(order, request)])
}

interface IntoArea {
  readonly stays: number
  readonly from: Mold
  readonly to: Mold
}

function intoArea(ml: number, { stays, from, to }: IntoArea): number {
  return rounded(stays + (Math.max(0, ml - stays) * layerAreaMm2(to)) / layerAreaMm2(from))
}

/**
 * The request with those pieces laid into another mold: patterns and whatever is said in ml or g go by the area; depths, spacing, hole and doses stay,
 * for the resin decides them. What lay on these pieces alone follows them.
 */
export function laidInto(request: BatchRequest, order: PieceOrder, mold: Mold): BatchRequest {
  const into: PieceOrder = {
    ...order,
    mold,
    pattern: order.pattern && scaledPattern(order.pattern, openAreaMm2(mold.outline)).pattern,
    ...(order.bed?.by === 'volume' && {
      bed: {
        ...order.bed,
        by: 'volume' as const,
        ml: intoArea(order.bed.ml, { stays: stayingMl(request, order), from: order.mold, to: mold }),
      },
    }),
  }
  const pieces = request.pieces.map((each) => (each === order ? into : each))
  /** By how much more area those pieces have than before; as before where there are none any more. */
  const by = (on: (each: PieceOrder) => boolean) => {
    const before = areaOf(request.pieces.filter(on))
    return before === 0 ? 1 : areaOf(pieces.filter((_each, k) => on(request.pieces[k]!))) / before
  }
  const all = by(() => true)
  const { inclusions } = request
  return {
    ...request,
    pieces,
    cups: request.cups.map((cup) => scaledCup(cup, all)),
    white: scaledWhite(request.white, all),
    inclusions: inclusions && { ...inclusions, volumeMl: inclusions.volumeMl * all },
    layers: request.layers.map((layer): LaterLayer => {
      const own = by((each) => isIn(layer, { id: kindId(each) }))
      const { amount } = layer
      return {
        ...layer,
        amount: amount.by === 'volume' ? { by: 'volume', ml: rounded(amount.ml * own) } : amount,
        only: layer.only?.map((id) => (id === kindId(order) ? kindId(into) : id)) ?? null,
        cups: layer.cups.map((cup) => scaledCup(cup, own)),
        ...(layer.drawn && {
          drawn: withPatterns(layer.drawn, (id, pattern) =>
            id === kindId(order)
              ? [[kindId(into), scaledPattern(pattern, openAreaMm2(mold.outline)).pattern]]
              : [[id, pattern]],
          ),
        }),
      }
    }),
  }
}

function areaOf(pieces: readonly PieceOrder[]): number {
  return pieces.reduce((sum, { mold, count }) => sum + count * layerAreaMm2(mold), 0)
}

function scaledWhite(white: BatchRequest['white'], by: number): BatchRequest['white'] {
  return white.portionG ? { ...white, portionG: rounded(white.portionG * by) } : white
}

function scaledCup(cup: LayerCup, by: number): LayerCup {
  const { portion } = cup
  if (portion.by !== 'mass' && portion.by !== 'ownMix') return cup
  return { ...cup, portion: { ...portion, g: rounded(portion.g * by) } }
}

/** Amounts are said in tenths. */
function rounded(value: number): number {
  return Math.max(0.1, Math.round(10 * value) / 10)
}
