import type { ReactNode } from 'react'
import { Dialog } from 'radix-ui'
import { X } from 'lucide-react'

interface SheetProps {
  readonly title: string
  /** Where it lies and how large it may be. */
  readonly className?: string
  /** Words in it are told already. */
  readonly unmarked?: boolean
  readonly children: ReactNode
}

/** A sheet over the place: titled, and left by its cross, Escape, or a tap beside it. Its root and what opens it belong to whoever uses it. */
export function Sheet({
  title,
  className = 'inset-x-3 bottom-3 max-h-[92vh] max-w-xl',
  unmarked = false,
  children,
}: SheetProps) {
  return (
    <Dialog.Portal>
      <Dialog.Overlay className="bg-sunken/80 fixed inset-0 z-40" />
      <Dialog.Content
        className={`bg-raised border-edge fixed z-50 mx-auto overflow-y-auto rounded-2xl border p-5 ${className}`}
        aria-describedby={undefined}
        {...(unmarked && { 'data-unmarked': true })}
      >
        <div className="mb-3 flex items-start justify-between gap-3">
          <Dialog.Title className="font-display text-2xl font-semibold">{title}</Dialog.Title>
          <Dialog.Close
            className="button button-quiet -mt-1 -mr-1 shrink-0 px-3"
            aria-label={`Leave: ${title}`}
          >
            <X className="size-6" aria-hidden />
          </Dialog.Close>
        </div>
        {children}
      </Dialog.Content>
    </Dialog.Portal>
  )
}
