import { useQuery } from '@tanstack/react-query'
import type { BatchRequest } from '#core/batch/index.ts'
import { saidOf, type SaidOfIt } from '#core/plan/index.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { useRested } from '#app/platform/rested.ts'
import { usePlatform } from '#app/platform/studio.tsx'

/** A plan that keeps to what was said of the pour it repeats. */
interface Held {
  readonly request: BatchRequest
  /** What it keeps to; empty where it does anyway. */
  readonly said: readonly SaidOfIt[]
}

const NOTHING: readonly SaidOfIt[] = []

/** That request no later than what was too late of the pour it repeats, and no sooner than what was too early. */
export function useHeld(request: BatchRequest, original: BatchStory | null): Held {
  const { planner } = usePlatform()
  const said =
    original?.pour.stage === 'running'
      ? saidOf(original.batch.request, original.pour.done, original.pieces)
      : NOTHING
  // Looked for plan by plan: for no key in between.
  const asked = useRested(said.length > 0 ? JSON.stringify(request) : undefined)
  const { data: shift = null } = useQuery({
    queryKey: ['heldShift', asked, said],
    queryFn: () => planner.heldShift(JSON.parse(asked!) as BatchRequest, original!.batch.request, said),
    enabled: said.length > 0 && asked !== undefined,
    placeholderData: (last) => last,
    staleTime: Infinity,
  })
  return shift === null ? { request, said: NOTHING } : { request: { ...request, aimShiftLog: shift }, said }
}
