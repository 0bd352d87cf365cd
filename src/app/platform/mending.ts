import { QueryCache, QueryClient } from '@tanstack/react-query'
import { setDamagedAside } from '#data/damage.ts'
import type { StudioDatabase } from '#data/database.ts'
import { StorageError } from '#data/storageError.ts'
import { keyHash } from './keyHash.ts'

/** A look at every row takes a while in a large studio: not more often than this. */
const LOOK_EVERY_MS = 20_000
const looked = new WeakMap<StudioDatabase, { atMs: number; found: Promise<number> }>()

/** Sets aside what is damaged in the studio; the answer is how many rows went. A look just made stands. */
export function mend(db: StudioDatabase): Promise<number> {
  const last = looked.get(db)
  if (last && performance.now() - last.atMs < LOOK_EVERY_MS) return last.found
  const found = setDamagedAside(db).then(
    (rows) => rows.length,
    () => 0,
  )
  looked.set(db, { atMs: performance.now(), found })
  return found
}

/** Queries; where stored rows cannot be read the studio is looked through and all is asked again. A forecast that fails sets off no look: marks wait for one. */
export function createQueries(db: StudioDatabase): QueryClient {
  const onError = (problem: unknown, { meta }: { readonly meta?: Record<string, unknown> | undefined }) => {
    if (problem instanceof StorageError || meta?.['stored'] !== true) return
    void mend(db).then((count) => (count > 0 ? client.invalidateQueries() : undefined))
  }
  const client = new QueryClient({
    queryCache: new QueryCache({ onError }),
    defaultOptions: {
      queries: { retry: 1, refetchOnWindowFocus: false, networkMode: 'always', queryKeyHashFn: keyHash },
    },
  })
  return client
}
