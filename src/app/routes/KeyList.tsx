import { lazy, Suspense, useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import type { KeyedPlace } from './KeyDialog.tsx'

/** The list itself is loaded when it is first asked for. */
const KeyDialog = lazy(async () => ({ default: (await import('./KeyDialog.tsx')).KeyDialog }))

/** Keys that work anywhere: g and then a letter goes to a place, ? lists them. */
export function KeyList({ places }: { readonly places: readonly KeyedPlace[] }) {
  const navigate = useNavigate()
  const [open, setOpen] = useState(false)
  useEffect(() => {
    let going = false
    const listen = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select')
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return
      if (event.key === '?') setOpen(true)
      const place = going ? places.find((each) => each.key === event.key) : undefined
      if (place) void navigate(place.to)
      going = event.key === 'g'
    }
    window.addEventListener('keydown', listen)
    return () => window.removeEventListener('keydown', listen)
  }, [navigate, places])
  return (
    <>
      <button
        className="text-ink-soft min-h-11 cursor-pointer text-sm underline"
        aria-haspopup="dialog"
        aria-expanded={open}
        onClick={() => setOpen(true)}
      >
        Keys
      </button>
      {open && (
        <Suspense fallback={null}>
          <KeyDialog places={places} close={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  )
}
