import type { ReactNode } from 'react'
import { CircleAlert, Info, OctagonX } from 'lucide-react'
import type { Gravity } from '#core/plan/index.ts'

const LOOK: Readonly<
  Record<Gravity, { readonly word: string; readonly classes: string; readonly Icon: typeof Info }>
> = {
  stop: { word: 'Stop', classes: 'border-stop bg-stop-ground text-stop', Icon: OctagonX },
  warn: { word: 'Mind', classes: 'border-caution bg-caution-ground text-caution', Icon: CircleAlert },
  note: { word: 'Note', classes: 'border-line bg-sunken text-ink', Icon: Info },
}

/** Something to know, by weight: a word and a mark go with the colour. */
export function Callout({
  gravity,
  title,
  children,
}: {
  gravity: Gravity
  title: string
  children: ReactNode
}) {
  const { word, classes, Icon } = LOOK[gravity]
  return (
    <div className={`rounded-xl border-l-4 px-4 py-3 ${classes}`} data-gravity={gravity}>
      <p className="flex items-start gap-2 font-semibold">
        <Icon className="mt-0.5 size-5 shrink-0" aria-hidden />
        <span>
          {word}: {title}
        </span>
      </p>
      <div className="text-ink mt-1 pl-7 text-sm">{children}</div>
    </div>
  )
}
