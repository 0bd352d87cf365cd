import { Toast } from 'radix-ui'
import type { SaidProps } from './offer.ts'

const SHOWN_MS = 10_000

/** What was said last, for a while, with its undo. */
export default function Said({ offer, gone }: SaidProps) {
  return (
    <Toast.Provider duration={SHOWN_MS} swipeDirection="down">
      {offer && (
        <Toast.Root
          key={offer.id}
          onOpenChange={(open) => !open && gone()}
          className="bg-press text-on-press flex items-center gap-4 rounded-2xl px-5 py-3 shadow-lg"
        >
          <Toast.Title className="font-medium">{offer.text}</Toast.Title>
          {offer.undo && (
            <Toast.Action altText="Take it back" asChild>
              <button className="button border-on-press" onClick={offer.undo}>
                Undo
              </button>
            </Toast.Action>
          )}
        </Toast.Root>
      )}
      <Toast.Viewport
        ref={keepRoom}
        className="toasts no-print fixed inset-x-4 z-50 mx-auto flex max-w-xl flex-col gap-2 outline-none"
      />
    </Toast.Provider>
  )
}

/** What is said lies over nothing: as high as it is, the page and the buttons at its foot make room (the theme's `--toast`). */
function keepRoom(list: HTMLOListElement | null) {
  if (!list) return
  const root = document.documentElement
  const observer = new ResizeObserver(() =>
    root.style.setProperty('--toast', list.offsetHeight === 0 ? '0px' : `${list.offsetHeight + GAP_PX}px`),
  )
  observer.observe(list)
  return () => {
    observer.disconnect()
    root.style.removeProperty('--toast')
  }
}

const GAP_PX = 12
