import { useQuery, type UseQueryResult } from '@tanstack/react-query'
import type { BatchRequest } from '#core/batch/index.ts'
import type { Remedied } from '#core/plan/index.ts'
import { usePlatform } from './studio.tsx'

/** The search under way. The next one waits for it, and is not begun where its plan was changed meanwhile. */
let underWay: Promise<unknown> = Promise.resolve()

/** What would help that plan: asked only where something is to be said of it. */
export function useRemedies(request: BatchRequest, isWanted: boolean): UseQueryResult<readonly Remedied[]> {
  const { remedyLab } = usePlatform()
  return useQuery({
    queryKey: ['remedies', request],
    queryFn: ({ signal }) => {
      const asked = underWay.then(() => {
        signal.throwIfAborted()
        return remedyLab().remediesFor(request)
      })
      underWay = asked.catch(() => undefined)
      return asked
    },
    enabled: isWanted,
    staleTime: Infinity,
  })
}
