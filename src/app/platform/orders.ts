import type { Order, OrderedPiece } from '#core/shelf/index.ts'
import type { BatchStory } from './queries.ts'

/** The batches made for an order; what was given up does not count. */
export function storiesFor({ id }: Order, stories: readonly BatchStory[]): readonly BatchStory[] {
  return stories.filter(({ batch, pour }) => batch.orderId === id && pour.stage !== 'abandoned')
}

/** Their pieces, made or being made. */
export function orderedPieces(order: Order, stories: readonly BatchStory[]): readonly OrderedPiece[] {
  return storiesFor(order, stories).flatMap(({ pieces }) =>
    pieces.map(({ moldId, outcome }) => ({ moldId, rating: outcome?.rating ?? null })),
  )
}
