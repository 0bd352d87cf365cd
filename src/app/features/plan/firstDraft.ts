import { inksOf, type BatchRequest, type PieceOrder } from '#core/batch/index.ts'
import { placesOf } from '#core/mold/index.ts'
import { orderProgress, type Order } from '#core/shelf/index.ts'
import { orderedPieces } from '#app/platform/orders.ts'
import type { Brief } from '#data/brief.ts'
import type { Shelf } from '#core/shelf/index.ts'

/** A repeat is poured at another hour and promised to nobody yet; its name says that it is one. */
export function openedAgain(request: BatchRequest, isRepeat: boolean): BatchRequest {
  if (!isRepeat) return request
  const name = request.name.endsWith(' again') ? request.name : `${request.name} again`
  return { ...request, name, startAt: null, promisedOn: null }
}

interface OrderedDraft {
  readonly usual: BatchRequest
  readonly stock: Shelf
  /** The runs made for it. */
  readonly made: readonly Brief[]
}

/** A first draft of what an order still misses, worked backwards from its day. */
export function draftFor(order: Order, { usual, stock, made }: OrderedDraft): BatchRequest {
  const missing = orderProgress(order, orderedPieces(order, made)).filter((line) => line.missing > 0)
  const inks = inksOf(usual).map(({ id }) => id)
  const pieces = missing.flatMap((line, k): PieceOrder[] => {
    const mold = stock.molds.find(({ id }) => id === line.moldId)
    if (!mold) return []
    const isAlone = missing.filter(({ moldId }) => moldId === line.moldId).length === 1
    const named = { id: `c${k + 1}`, name: line.colourway ?? 'any', inks }
    return [
      {
        mold,
        count: Math.min(line.missing, placesOf(mold)),
        pattern: null,
        ...(line.colourway || !isAlone ? { colourway: named } : {}),
      },
    ]
  })
  return {
    ...usual,
    name: order.name,
    promisedOn: order.dueOn,
    pieces: pieces.length > 0 ? pieces : usual.pieces,
  }
}
