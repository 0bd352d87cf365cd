import { createContext, lazy, Suspense, useCallback, useContext, useState, type ReactNode } from 'react'
import type { Offer, SaidProps } from './offer.ts'

/** Nothing is said while a place opens: what it is said with comes along with the first word, and plainly where it cannot be had. */
const Said = lazy(() => import('./Said.tsx').catch(() => ({ default: SaidPlainly })))

const UndoContext = createContext<(text: string, undo?: () => void) => void>(() => undefined)

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
  const [isAsked, setIsAsked] = useState(saidAtFirst !== null)
  const say = useCallback((text: string, undo?: () => void) => {
    setIsAsked(true)
    setOffer((last) => ({ id: (last?.id ?? 0) + 1, text, undo: undo ?? null }))
  }, [])
  return (
    <UndoContext value={say}>
      {children}
      {isAsked && (
        <Suspense>
          <Said offer={offer} gone={() => setOffer(null)} />
        </Suspense>
      )}
    </UndoContext>
  )
}

function SaidPlainly({ offer, gone }: SaidProps) {
  if (!offer) return null
  return (
    <div
      role="status"
      className="bg-press text-on-press no-print fixed inset-x-4 bottom-4 z-50 mx-auto flex max-w-xl items-center gap-4 rounded-2xl px-5 py-3"
    >
      <span className="font-medium">{offer.text}</span>
      {offer.undo && (
        <button
          className="button border-on-press"
          onClick={() => {
            offer.undo?.()
            gone()
          }}
        >
          Undo
        </button>
      )}
    </div>
  )
}

/** Says what was done; with a second argument it can be taken back. */
export function useSay(): (text: string, undo?: () => void) => void {
  return useContext(UndoContext)
}
