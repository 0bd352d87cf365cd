import { useNavigate } from 'react-router'
import type { BatchRequest } from '#core/batch/index.ts'
import { staggeredRequests, type Stagger } from '#core/plan/index.ts'
import { type BatchProblem } from '#data/batchCommands.ts'
import { addBatch, changeBatch } from '#data/planCommands.ts'
import { useSay } from '#app/components/undo.tsx'
import { askToPersist } from '#app/platform/backup.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { dropDraft } from './draft.ts'

interface Kept {
  readonly batchId: string | null
  readonly repeats: string | null
  readonly orderId: string | null
  readonly trial: boolean
}

/** Keeping a plan as a batch, or as several mixes, and where that leads. */
export function useKeepPlan({ batchId, repeats, orderId, trial }: Kept) {
  const { db, newId, nowMs } = usePlatform()
  const navigate = useNavigate()
  const say = useSay()
  const store = async (request: BatchRequest, id: string | null): Promise<string | null> => {
    const kept = await (
      id
        ? changeBatch(db, { id, request, nowMs: nowMs(), orderId, trial })
        : addBatch(db, { id: newId(), request, nowMs: nowMs(), repeats, orderId, trial })
    ).catch((problem: Error) => problem)
    if (kept instanceof Error) say(kept.message)
    else if (!kept.ok) say(wordBatchProblem(kept.problem))
    else {
      void askToPersist()
      return kept.value.id
    }
    return null
  }
  return {
    one: async (request: BatchRequest, then: 'bench' | 'pour') => {
      const id = await store(request, batchId)
      if (id === null) return
      dropDraft()
      await navigate(then === 'pour' ? `/pour/${id}` : '/')
    },
    /** One batch a mix, each at its own hour where the first has one. */
    mixes: async (request: BatchRequest, stagger: Stagger) => {
      const requests = staggeredRequests(request, stagger).map((each, k) => ({
        ...each,
        startAt: laterBy(request.startAt, stagger.mixes[k]!.startsAfterMin),
      }))
      for (const [k, each] of requests.entries()) {
        if ((await store(each, k === 0 ? batchId : null)) === null) return
      }
      dropDraft()
      say(`${requests.length} mixes are planned.`)
      await navigate('/')
    },
  }
}

function laterBy(startAt: string | null, minutes: number): string | null {
  return startAt === null ? null : new Date(Date.parse(startAt) + minutes * 60_000).toISOString()
}

function wordBatchProblem(problem: BatchProblem): string {
  switch (problem.kind) {
    case 'startInPast':
      return 'The start has passed: choose an hour still to come, or none.'
    case 'alreadyPoured':
      return 'This batch has been stirred meanwhile; its plan stays as it was.'
    case 'notNow':
    case 'unknown':
      return 'This batch is no longer there.'
    default:
      return problem satisfies never
  }
}
