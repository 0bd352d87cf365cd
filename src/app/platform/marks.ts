import { useCallback, useEffect } from 'react'
import { useQueryClient } from '@tanstack/react-query'
import * as v from 'valibot'
import { recordEvent, type BatchProblem } from '#data/batchCommands.ts'
import type { PourEvent } from '#core/runsheet/index.ts'
import type { Result } from '#core/units/index.ts'
import type { StudioDatabase } from '#data/database.ts'
import { idSchema } from '#schema/amount.ts'
import { pourEventSchema } from '#schema/studio.ts'
import { usePlatform } from './studio.tsx'

/**
 * Marks of a live pour go through a spool: written to local storage in the same tick as the tap, then to the database,
 * then off the spool. A crash in between, or a full disk, leaves the mark in the spool, and the next opening stores it.
 */
const SPOOL_PREFIX = 'nublo-mark-'

const spooledSchema = v.object({ batchId: idSchema, event: pourEventSchema })

/** Stores a mark by way of the spool. */
export async function spoolMark(
  db: StudioDatabase,
  batchId: string,
  event: PourEvent,
): Promise<Result<PourEvent, BatchProblem>> {
  const key = SPOOL_PREFIX + event.id
  const spooled = toSpool(key, { batchId, event })
  try {
    const result = await recordEvent(db, batchId, event)
    localStorage.removeItem(key)
    return result
  } catch (problem) {
    if (spooled) return { ok: true, value: event }
    throw problem
  }
}

function toSpool(key: string, mark: { readonly batchId: string; readonly event: PourEvent }): boolean {
  try {
    localStorage.setItem(key, JSON.stringify(mark))
    return true
  } catch {
    return false
  }
}

/** Marks on the spool, oldest first. */
export function spooledMarks() {
  const keys = Object.keys(localStorage).filter((key) => key.startsWith(SPOOL_PREFIX))
  return keys
    .flatMap((key) => readSpooled(key))
    .sort((one, other) => one.mark.event.atMs - other.mark.event.atMs)
}

/** Stores what an earlier session left on the spool. Marks that are in already are refused and dropped. */
export async function emptySpool(db: StudioDatabase): Promise<number> {
  let storedCount = 0
  for (const { key, mark } of spooledMarks()) {
    const result = await recordEvent(db, mark.batchId, mark.event)
    if (result.ok) storedCount++
    localStorage.removeItem(key)
  }
  return storedCount
}

function readSpooled(key: string) {
  try {
    const read = v.safeParse(spooledSchema, JSON.parse(localStorage.getItem(key) ?? ''))
    if (read.success) return [{ key, mark: read.output }]
  } catch {
    // Not ours, or cut off while being written: there is no mark in it to lose.
  }
  localStorage.removeItem(key)
  return []
}

/** An event without the id and instant that it gets when it is stored. */
export type NewEvent = PourEvent extends infer Each
  ? Each extends PourEvent
    ? Omit<Each, 'id' | 'atMs'>
    : never
  : never

/** Records what happens at the bench, now. */
export function useRecord(batchId: string): (event: NewEvent) => Promise<Result<PourEvent, BatchProblem>> {
  const { db, newId, nowMs } = usePlatform()
  const client = useQueryClient()
  return useCallback(
    async (event: NewEvent) => {
      const result = await spoolMark(db, batchId, { ...event, id: newId(), atMs: nowMs() } as PourEvent)
      if (spooledMarks().length > 0) await client.invalidateQueries({ queryKey: ['stories'] })
      return result
    },
    [db, batchId, newId, nowMs, client],
  )
}

/** Empties the spool when the app opens. */
export function useSpool(): void {
  const { db } = usePlatform()
  useEffect(() => void emptySpool(db).catch(() => undefined), [db])
}
