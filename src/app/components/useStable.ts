import { useCallback, useEffect, useRef } from 'react'

/** The same function for as long as the part stands, that does what the latest one does: what is given it is not drawn anew for it. For handlers only. */
export function useStable<Args extends readonly unknown[], Result>(
  handler: (...args: Args) => Result,
): (...args: Args) => Result {
  const latest = useRef(handler)
  useEffect(() => {
    latest.current = handler
  })
  return useCallback((...args: Args) => latest.current(...args), [])
}
