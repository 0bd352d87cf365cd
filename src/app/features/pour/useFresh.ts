import { useEffect, useState } from 'react'

/** A second tap so soon after the last belongs to the last. */
const DOUBLE_TAP_MS = 800

/** Whether that has stood here for so short a time that a tap cannot be meant for it. */
export function useFresh(): boolean {
  const [fresh, setFresh] = useState(true)
  useEffect(() => {
    const timer = setTimeout(() => setFresh(false), DOUBLE_TAP_MS)
    return () => clearTimeout(timer)
  }, [])
  return fresh
}
