import type { Order, OrderedPiece } from '#core/shelf/index.ts'
import type { Brief } from '#data/brief.ts'

/** The runs made for an order; what was given up does not count. */
export function runsFor({ id }: Order, briefs: readonly Brief[]): readonly Brief[] {
  return briefs.filter(({ orderId, stage }) => orderId === id && stage !== 'abandoned')
}

/** Their pieces, made or being made. */
export function orderedPieces(order: Order, briefs: readonly Brief[]): readonly OrderedPiece[] {
  return runsFor(order, briefs).flatMap(({ pieces }) =>
    pieces.map(({ moldId, moldName, outcome }) => ({
      moldId,
      called: moldName.split(', ').slice(1),
      rating: outcome?.rating ?? null,
    })),
  )
}
