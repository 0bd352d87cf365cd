import type { QueryClient } from '@tanstack/react-query'
import { readPour, type PourEvent } from '#core/runsheet/index.ts'
import { briefOf } from '#data/brief.ts'
import type { Studio } from '#schema/studio.ts'
import { livePlanQuery, stillFullMin } from './queries.ts'
import type { Platform } from './studio.tsx'

/** Has the runs that are open planned while their studio is still being stored: the bench then finds what it will ask for. */
export function planAhead(
  queries: QueryClient,
  planner: Platform['planner'],
  { demo: { batches, events, pieces }, nowMs }: { readonly demo: Studio; readonly nowMs: number },
): void {
  const newestFirst = [...batches].sort((one, other) => other.createdAtMs - one.createdAtMs)
  for (const batch of newestFirst) {
    const marks = events.filter(({ batchId }) => batchId === batch.id).map(({ event }) => event as PourEvent)
    const own = pieces.filter(({ batchId }) => batchId === batch.id)
    const pour = readPour(marks)
    if (pour.stage === 'running' && briefOf({ batch, events: marks, pieces: own }).openUntilMs > nowMs)
      void queries.prefetchQuery(
        livePlanQuery(planner, { batch }, pour, stillFullMin({ batch }, pour, nowMs)),
      )
  }
}
