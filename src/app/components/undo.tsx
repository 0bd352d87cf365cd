import { createContext, useCallback, useContext, useState, type ReactNode } from 'react'
import { Toast } from 'radix-ui'

interface Offer {
  readonly id: number
  readonly text: string
  readonly undo: (() => void) | null
}

const UndoContext = createContext<(text: string, undo?: () => void) => void>(() => undefined)

const SHOWN_MS = 10_000

/** Says what was done and offers to take it back, instead of asking beforehand. */
export function UndoProvider({
  saidAtFirst = null,
  children,
}: {
  /** Said once, when the app opens. */
  readonly saidAtFirst?: string | null
  readonly children: ReactNode
}) {
  const [offer, setOffer] = useState<Offer | null>(
    saidAtFirst === null ? null : { id: 0, text: saidAtFirst, undo: null },
  )
  const say = useCallback(
    (text: string, undo?: () => void) =>
      setOffer((last) => ({ id: (last?.id ?? 0) + 1, text, undo: undo ?? null })),
    [],
  )
  return (
    <UndoContext value={say}>
      <Toast.Provider duration={SHOWN_MS} swipeDirection="down">
        {children}
        {offer && (
          <Toast.Root
            key={offer.id}
            onOpenChange={(open) => !open && setOffer(null)}
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
    </UndoContext>
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

/** Says what was done; with a second argument it can be taken back. */
export function useSay(): (text: string, undo?: () => void) => void {
  return useContext(UndoContext)
}
