import { useEffect } from 'react'
import { liveQuery } from 'dexie'
import { countStale, writeRegister } from '#data/register.ts'
import { usePlatform } from './studio.tsx'

/** Makes briefs anew as runs change, here or in another tab. */
export function useRegisterKept(): void {
  const { db } = usePlatform()
  useEffect(() => {
    let writing = false
    const kept = liveQuery(() => countStale(db)).subscribe({
      next: (stale) => {
        if (stale === 0 || writing) return
        writing = true
        void writeRegister(db)
          // A full device: runs are read whole in place of their briefs.
          .catch(() => undefined)
          .finally(() => {
            writing = false
          })
      },
      error: () => undefined,
    })
    return () => kept.unsubscribe()
  }, [db])
}
