import { useSyncExternalStore } from 'react'

let asked = false

/** Whether the page is being printed: what is made for paper alone is not worked out before. */
export function usePrinting(): boolean {
  return useSyncExternalStore(
    (told) => {
      const paper = matchMedia('print')
      const begin = () => {
        asked = true
        told()
      }
      const end = () => {
        asked = false
        told()
      }
      paper.addEventListener('change', told)
      window.addEventListener('beforeprint', begin)
      window.addEventListener('afterprint', end)
      return () => {
        paper.removeEventListener('change', told)
        window.removeEventListener('beforeprint', begin)
        window.removeEventListener('afterprint', end)
      }
    },
    () => asked || matchMedia('print').matches,
  )
}
