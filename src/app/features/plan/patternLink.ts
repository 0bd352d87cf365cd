import { useLocation, useSearchParams } from 'react-router'

/** The way from a plan to the pattern of one of its molds, in the pour or in a later layer, keeping whatever else the address says. */
export function usePatternLink(): (kindId: string, layerId?: string) => string {
  const { pathname } = useLocation()
  const [search] = useSearchParams()
  return (kindId, layerId) => {
    const next = new URLSearchParams(search)
    next.set('pattern', kindId)
    if (layerId === undefined) next.delete('layer')
    else next.set('layer', layerId)
    return `${pathname}?${next}`
  }
}
