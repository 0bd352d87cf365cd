import { useEffect } from 'react'
import {
  keepPreviousData,
  useQuery,
  useQueryClient,
  type QueryClient,
  type QueryKey,
  type UseQueryResult,
} from '@tanstack/react-query'
import { liveQuery } from 'dexie'

/**
 * Rows that follow the database: read once as a query, then kept fresh by Dexie's live query feeding the query cache,
 * across tabs too. However many places show the same rows, they are followed once.
 */
export function useLiveRows<Rows>(key: QueryKey, read: () => Promise<Rows>): UseQueryResult<Rows> {
  const client = useQueryClient()
  const hash = JSON.stringify(key)
  useEffect(
    () => follow(client, { key, hash, read }),
    // `key` and `read` are new on every render; what they ask for is told by the hash.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [hash, client],
  )
  return useQuery({
    queryKey: key,
    queryFn: read,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
    meta: { stored: true },
  })
}

interface Followed {
  watchers: number
  readonly stop: () => void
}

const followed = new WeakMap<QueryClient, Map<string, Followed>>()

interface Rows {
  readonly key: QueryKey
  readonly hash: string
  readonly read: () => Promise<unknown>
}

/** Follows those rows until everyone who asked has let go. */
function follow(client: QueryClient, { key, hash, read }: Rows): () => void {
  const all = followed.get(client) ?? new Map<string, Followed>()
  followed.set(client, all)
  const own = all.get(hash) ?? { watchers: 0, stop: subscribe(client, { key, read }) }
  all.set(hash, own)
  own.watchers += 1
  return () => {
    own.watchers -= 1
    if (own.watchers > 0) return
    own.stop()
    all.delete(hash)
  }
}

const AGAIN_AFTER_MS = 2000

function subscribe(client: QueryClient, { key, read }: Pick<Rows, 'key' | 'read'>): () => void {
  let over = false
  let stop = () => {}
  // What could not be read is read again by the query, which has the studio looked through; then it is followed again.
  const lost = async () => {
    await client.invalidateQueries({ queryKey: key })
    if (!over) setTimeout(listen, AGAIN_AFTER_MS)
  }
  const listen = () => {
    if (over) return
    const subscription = liveQuery(read).subscribe({
      next: (rows) => client.setQueryData(key, rows),
      error: () => void lost(),
    })
    stop = () => subscription.unsubscribe()
  }
  listen()
  return () => {
    over = true
    stop()
  }
}
