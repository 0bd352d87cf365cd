import { useEffect, useRef, type RefObject } from 'react'

/** What is at hand is in focus as soon as it is there. */
export function useFocused(): RefObject<HTMLButtonElement | null> {
  const button = useRef<HTMLButtonElement>(null)
  useEffect(() => {
    button.current?.focus({ preventScroll: true })
  }, [])
  return button
}
