import { useEffect } from 'react'
import {
  keepPreviousData,
  useQuery,
  useQueryClient,
  type QueryKey,
  type UseQueryResult,
} from '@tanstack/react-query'
import { liveQuery } from 'dexie'

/**
 * Rows that follow the database: read once as a query, then kept fresh by Dexie's live query feeding the query cache,
 * across tabs too.
 */
export function useLiveRows<Rows>(key: QueryKey, read: () => Promise<Rows>): UseQueryResult<Rows> {
  const client = useQueryClient()
  const hash = JSON.stringify(key)
  useEffect(() => {
    const subscription = liveQuery(read).subscribe({
      next: (rows) => client.setQueryData(key, rows),
      error: () => void client.invalidateQueries({ queryKey: key }),
    })
    return () => subscription.unsubscribe()
    // `key` and `read` are new on every render; what they ask for is told by the hash.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [hash, client])
  return useQuery({ queryKey: key, queryFn: read, staleTime: Infinity, placeholderData: keepPreviousData })
}
