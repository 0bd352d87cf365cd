import { useSyncExternalStore } from 'react'

/** From here on a drawing and what it opens stand beside each other: Tailwind's lg. */
const WIDE = '(min-width: 64rem)'

/** Whether the page is a desk's; on a phone drawings give way to lists. */
export function useWide(): boolean {
  return useSyncExternalStore(
    (told) => {
      const query = matchMedia(WIDE)
      query.addEventListener('change', told)
      return () => query.removeEventListener('change', told)
    },
    () => matchMedia(WIDE).matches,
  )
}
