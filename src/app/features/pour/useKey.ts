import { useEffect, useRef } from 'react'

/** Runs the action on that key, unless something is being typed; on none where it is null. */
export function useKey(key: string | null, action: () => void): void {
  const latest = useRef(action)
  useEffect(() => {
    latest.current = action
  })
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select')
      if (!typing && !event.ctrlKey && !event.metaKey && !event.altKey && event.key === key) latest.current()
    }
    window.addEventListener('keydown', listen)
    return () => window.removeEventListener('keydown', listen)
  }, [key])
}
