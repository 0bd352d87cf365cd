import type { Learning } from '#schema/studio.ts'
import type { StudioDatabase } from './database.ts'
import { stored } from './storageError.ts'

/** What is learned about: a resin by its id, or a technique by its. */
export type LearningSubject = `resin-${string}` | `technique-${string}`

/** Counts a run again, or no longer. */
export function countRun(
  db: StudioDatabase,
  subject: LearningSubject,
  { batchId, counts }: { readonly batchId: string; readonly counts: boolean },
): Promise<void> {
  return change(db, subject, (learning) => ({
    ...learning,
    leftOut: counts
      ? learning.leftOut.filter((id) => id !== batchId)
      : [...new Set([...learning.leftOut, batchId])],
  }))
}

/** Forgets every run stirred before that instant; 0 takes the reset back. */
export function forgetBefore(db: StudioDatabase, subject: LearningSubject, sinceMs: number): Promise<void> {
  return change(db, subject, (learning) => ({ ...learning, sinceMs }))
}

function change(
  db: StudioDatabase,
  subject: LearningSubject,
  by: (learning: Learning) => Learning,
): Promise<void> {
  return stored(() =>
    db.transaction('rw', db.learning, async () => {
      const now = (await db.learning.get(subject)) ?? { id: subject, sinceMs: 0, leftOut: [] }
      await db.learning.put(by(now))
    }),
  )
}
