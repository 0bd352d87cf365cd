import { useEffect, useState } from 'react'

/** A value once it has stayed the same for so long; the first one at once. */
export function useRested<Value>(value: Value | undefined, ms: number): Value | undefined {
  const [rested, setRested] = useState(value)
  useEffect(() => {
    if (value === rested) return
    const timer = setTimeout(() => setRested(() => value), rested === undefined ? 0 : ms)
    return () => clearTimeout(timer)
  }, [value, rested, ms])
  return rested
}
