import { useEffect, useState } from 'react'

/**
 * The hand rests. What takes longer to work out than the figures – how sure a window is, what would help, the days on the rack – is for no
 * key in between: begun earlier it would hold up the figures of the next one.
 */
const RESTS_MS = 400

/** A value once it has stayed the same for as long as a hand rests; the first one at once. */
export function useRested<Value>(value: Value | undefined): Value | undefined {
  const [rested, setRested] = useState(value)
  useEffect(() => {
    if (value === rested) return
    const timer = setTimeout(() => setRested(() => value), rested === undefined ? 0 : RESTS_MS)
    return () => clearTimeout(timer)
  }, [value, rested])
  return rested
}
