import type { CauseId, Piece, RunFacts } from '#core/journal/index.ts'
import { changedFor, factsOf, type BatchPlan } from '#core/plan/index.ts'
import { useRunAsPoured } from './queries.ts'
import type { BatchStory } from './stories.ts'

/** What a run shows of a piece; null where it was not poured. */
export function factsOfPiece(
  { batch, pour, events }: BatchStory,
  plan: BatchPlan,
  piece: Piece,
): RunFacts | null {
  if (pour.stage !== 'running') return null
  return factsOf({ request: batch.request, plan, pour, events }, piece.no)
}

/** What the run shows of a piece, null until it is worked out; and the way to the batch again with one change. */
export function useRunFacts(story: BatchStory) {
  const asPoured = useRunAsPoured(story)
  const { batch } = story
  return {
    factsOf: (piece: Piece): RunFacts | null =>
      asPoured.data ? factsOfPiece(story, asPoured.data.plan, piece) : null,
    repeatWith: (cause: CauseId): string | null =>
      changedFor(cause, batch.request) && `/plan?repeat=${batch.id}&change=${cause}`,
  }
}
