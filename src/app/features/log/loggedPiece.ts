import type { Piece } from '#core/journal/index.ts'
import type { BatchStory } from '#app/platform/queries.ts'

/** A piece that was looked at, with its batch. */
export interface LoggedPiece {
  readonly story: BatchStory
  readonly piece: Piece
}
