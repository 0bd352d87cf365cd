import { useCallback, useEffect } from 'react'
import { useQueryClient } from '@tanstack/react-query'
import { putBackRun, wasCleared, type BatchProblem } from '#data/batchCommands.ts'
import type { PourEvent } from '#core/runsheet/index.ts'
import type { Result } from '#core/units/index.ts'
import { lastSeen } from './stories.ts'
import { emptySpool, spooledMarks, spoolMark } from './spool.ts'
import { usePlatform } from './studio.tsx'

/** An event without the id and instant that it gets when it is stored. */
export type NewEvent = PourEvent extends infer Each
  ? Each extends PourEvent
    ? Omit<Each, 'id' | 'atMs'>
    : never
  : never

/** What an event says of the sitting it belongs to: nothing for the pour's own. */
export function ofLayer(layer: string | undefined): { readonly layer?: string } {
  return layer === undefined ? {} : { layer }
}

/** Records what happens at the bench, now. A tap that came too late is answered so; anything else that is not stored throws and says why. */
export function useRecord(batchId: string): (event: NewEvent) => Promise<Result<PourEvent, BatchProblem>> {
  const { db, newId, nowMs } = usePlatform()
  const client = useQueryClient()
  return useCallback(
    async (event: NewEvent) => {
      const mark = { ...event, id: newId(), atMs: nowMs() } as PourEvent
      const first = await spoolMark(db, batchId, mark)
      // Where the browser's storage was cleared under an open pour, the pour is still in memory: it is put back, and then marked.
      const seen = lastSeen(db, batchId)
      const cleared = !first.ok && first.problem.kind === 'unknown' && seen && (await wasCleared(db))
      if (cleared) await putBackRun(db, seen)
      const result = cleared ? await spoolMark(db, batchId, mark) : first
      if (spooledMarks().length > 0) await client.invalidateQueries({ queryKey: ['stories'] })
      if (!result.ok && result.problem.kind === 'unknown') throw new Error(GONE)
      return result
    },
    [db, batchId, newId, nowMs, client],
  )
}

const GONE = 'This batch is no longer in the studio: it was removed elsewhere. Nothing was marked.'

/** Older marks had their entries made up at an earlier opening. */
const MADE_UP_MS = 3 * 86_400_000

/** Empties the spool when the app opens, and makes up the books a crash left behind. */
export function useSpool(): void {
  const { db, nowMs } = usePlatform()
  useEffect(() => {
    const catchUp = async () => {
      await emptySpool(db)
      const sinceMs = nowMs() - MADE_UP_MS
      if ((await db.events.where('event.atMs').above(sinceMs).count()) === 0) return
      const { makeUpBooks } = await import('#data/bookkeeping.ts')
      await makeUpBooks(db, sinceMs)
    }
    void catchUp().catch(() => undefined)
  }, [db, nowMs])
}
