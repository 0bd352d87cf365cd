import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { Dialog } from 'radix-ui'

interface KeyListProps {
  readonly places: readonly { readonly to: string; readonly name: string; readonly key: string }[]
}

const OTHERS = [
  ['Enter or space', 'Mark the step at hand, in a pour'],
  ['u', 'Undo the last mark, in a pour'],
  ['r', 'Reading, in a pour'],
  ['n', 'Note, in a pour'],
  ['?', 'This list'],
] as const

/** Keys that work anywhere: g and then a letter goes to a place, ? lists them. */
export function KeyList({ places }: KeyListProps) {
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
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="text-ink-soft min-h-11 cursor-pointer text-sm underline">
        Keys
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="bg-sunken/80 fixed inset-0 z-40" />
        <Dialog.Content
          className="bg-raised border-edge fixed inset-x-3 top-[10vh] z-50 mx-auto max-w-md rounded-2xl border p-5"
          aria-describedby={undefined}
        >
          <Dialog.Title className="font-display mb-3 text-2xl font-semibold">Keys</Dialog.Title>
          <dl className="grid grid-cols-[9rem_1fr] gap-y-2">
            {[...places.map((place) => [`g, then ${place.key}`, place.name] as const), ...OTHERS].map(
              ([keys, what]) => (
                <div key={keys} className="contents">
                  <dt className="font-semibold">{keys}</dt>
                  <dd>{what}</dd>
                </div>
              ),
            )}
          </dl>
          <Dialog.Close className="button button-quiet mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
