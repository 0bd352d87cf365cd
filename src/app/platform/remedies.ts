import { useQuery } from '@tanstack/react-query'
import type { BatchRequest } from '#core/batch/index.ts'
import type { Remedied } from '#core/plan/index.ts'
import { useRested } from './rested.ts'
import { usePlatform } from './studio.tsx'

/** The search under way. The next one waits for it, and is not begun where its plan was changed meanwhile. */
let underWay: Promise<unknown> = Promise.resolve()

export interface Helping {
  /** Undefined while they are looked for. */
  readonly data: readonly Remedied[] | undefined
  readonly isFetching: boolean
}

/** What would help that plan: looked for only where something is to be said of it, once the hand rests. */
export function useRemedies(request: BatchRequest, isWanted: boolean): Helping {
  const { remedyLab } = usePlatform()
  const rested = useRested(request) ?? request
  const { data, isFetching } = useQuery({
    queryKey: ['remedies', rested],
    queryFn: ({ signal }) => {
      const asked = underWay.then(() => {
        signal.throwIfAborted()
        return remedyLab().remediesFor(rested)
      })
      underWay = asked.catch(() => undefined)
      return asked
    },
    enabled: isWanted,
    staleTime: Infinity,
  })
  const isResting = rested === request
  return { data: isResting ? data : undefined, isFetching: isFetching || (isWanted && !isResting) }
}
