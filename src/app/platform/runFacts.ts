import type { CauseId, Piece, RunFacts } from '#core/journal/index.ts'
import { changedFor, factsOf } from '#core/plan/index.ts'
import { useRunAsPoured, type BatchStory } from './queries.ts'

/** What the run shows of a piece, null until it is worked out; and the way to the batch again with one change. */
export function useRunFacts(story: BatchStory) {
  const asPoured = useRunAsPoured(story)
  const { pour, batch, events } = story
  return {
    factsOf: (piece: Piece): RunFacts | null =>
      pour.stage === 'running' && asPoured.data
        ? factsOf({ request: batch.request, plan: asPoured.data.plan, pour, events }, piece.no, piece.moldId)
        : null,
    repeatWith: (cause: CauseId): string | null =>
      changedFor(cause, batch.request) && `/plan?repeat=${batch.id}&change=${cause}`,
  }
}
