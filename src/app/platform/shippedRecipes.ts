import { useQuery } from '@tanstack/react-query'
import type { Recipe } from '#core/batch/index.ts'

/** The recipes that ship with the app, fetched once they are asked for. */
export function useShippedRecipes(): readonly Recipe[] {
  return (
    useQuery({
      queryKey: ['shippedRecipes'],
      queryFn: async () => (await import('#demo/recipes/index.ts')).RECIPES,
      staleTime: Infinity,
    }).data ?? []
  )
}
