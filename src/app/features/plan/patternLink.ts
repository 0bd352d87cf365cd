import { useLocation, useSearchParams } from 'react-router'

/** The way from a plan to the pattern of one of its molds, keeping whatever else the address says. */
export function usePatternLink(): (kindId: string) => string {
  const { pathname } = useLocation()
  const [search] = useSearchParams()
  return (kindId) => {
    const next = new URLSearchParams(search)
    next.set('pattern', kindId)
    return `${pathname}?${next}`
  }
}
