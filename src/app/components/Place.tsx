import { useEffect, type ReactNode } from 'react'
import { useLocation } from 'react-router'

interface PlaceProps {
  readonly title: string
  readonly lead?: ReactNode
  readonly actions?: ReactNode
  readonly children: ReactNode
}

/** One place of the app: its name, what it is for, its actions, its content. */
export function Place({ title, lead, actions, children }: PlaceProps) {
  const { pathname } = useLocation()
  useEffect(() => {
    document.title = `${title} · Nublo`
  }, [title])
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-5 sm:px-6" data-place={pathname}>
      <header className="mb-5 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-3xl">{title}</h1>
          {lead && <p className="text-ink-soft mt-1 max-w-prose">{lead}</p>}
        </div>
        {actions && <div className="no-print flex flex-wrap gap-2">{actions}</div>}
      </header>
      {children}
    </div>
  )
}

/** A place with nothing in it yet says what would be here and how to get it. */
export function EmptyPlace({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="border-edge rounded-2xl border border-dashed px-6 py-10 text-center">
      <p className="font-display text-xl font-semibold">{title}</p>
      <div className="text-ink-soft mx-auto mt-2 max-w-prose">{children}</div>
    </div>
  )
}
