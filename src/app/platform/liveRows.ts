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
    queryFn: () => firstOf(client, hash) ?? read(),
    staleTime: Infinity,
    // Rows that nobody follows go at once: they would be shown as they were when they are asked for again.
    gcTime: 0,
    placeholderData: keepPreviousData,
    meta: { stored: true },
  })
}

interface Followed {
  watchers: number
  readonly stop: () => void
  /** The rows as they are first followed, so that they are not read twice; null once they were. */
  readonly first: () => Promise<unknown> | null
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
  const own = all.get(hash) ?? { watchers: 0, ...subscribe(client, { key, read }) }
  all.set(hash, own)
  own.watchers += 1
  return () => {
    own.watchers -= 1
    if (own.watchers > 0) return
    own.stop()
    all.delete(hash)
  }
}

function firstOf<Rows>(client: QueryClient, hash: string): Promise<Rows> | null {
  return (followed.get(client)?.get(hash)?.first() ?? null) as Promise<Rows> | null
}

interface Asked {
  readonly promise: Promise<unknown>
  readonly resolve: (rows: unknown) => void
  readonly reject: (problem: unknown) => void
}

function newAsked(): Asked {
  let settle: Pick<Asked, 'resolve' | 'reject'> | null = null
  const promise = new Promise<unknown>((resolve, reject) => {
    settle = { resolve, reject }
  })
  return { promise, ...settle! }
}

const AGAIN_AFTER_MS = 2000

function subscribe(
  client: QueryClient,
  { key, read }: Pick<Rows, 'key' | 'read'>,
): Pick<Followed, 'stop' | 'first'> {
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
      next: (rows) => {
        answered = true
        if (asked) asked.resolve(rows)
        else client.setQueryData(key, rows)
        asked = null
      },
      error: (problem) => {
        answered = true
        if (asked) {
          asked.reject(problem)
          setTimeout(listen, AGAIN_AFTER_MS)
        } else void lost()
        asked = null
      },
    })
    stop = () => subscription.unsubscribe()
  }
  let answered = false
  let asked: Asked | null = null
  listen()
  return {
    stop: () => {
      over = true
      stop()
      asked?.resolve(read())
    },
    first: () => (answered ? null : (asked ??= newAsked()).promise),
  }
}
