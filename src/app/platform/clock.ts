import { useEffect, useState } from 'react'
import { usePlatform } from './studio.tsx'

/** The instant, refreshed at that pace and whenever the page comes back into sight. */
export function useNowMs(everyMs: number): number {
  const { nowMs } = usePlatform()
  const [now, setNow] = useState(nowMs)
  useEffect(() => {
    const refresh = () => setNow(nowMs())
    const timer = setInterval(refresh, everyMs)
    document.addEventListener('visibilitychange', refresh)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', refresh)
    }
  }, [everyMs, nowMs])
  return now
}
