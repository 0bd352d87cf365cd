import { useLocation, useSearchParams } from 'react-router'

/** The way from a plan to the pattern of one of its molds, keeping whatever else the address says. */
export function usePatternLink(): (moldId: string) => string {
  const { pathname } = useLocation()
  const [search] = useSearchParams()
  return (moldId) => {
    const next = new URLSearchParams(search)
    next.set('pattern', moldId)
    return `${pathname}?${next}`
  }
}
