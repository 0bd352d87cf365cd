import { useState } from 'react'
import type { BatchRequest } from '#core/batch/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { wordBubbles } from '#words/bubbles.ts'
import { useBubbles } from '#app/platform/queries.ts'

interface BubblesToldProps {
  readonly request: BatchRequest
  readonly units: UnitChoice
}

/** Which bubbles leave cup and bed by themselves; worked out when it is opened. */
export function BubblesTold({ request, units }: BubblesToldProps) {
  const [isOpen, setIsOpen] = useState(false)
  const told = useBubbles(request, isOpen)
  return (
    <details
      className="sheet no-print"
      onToggle={(event) => setIsOpen(event.currentTarget.open)}
      data-bubbles
    >
      <summary className="font-display min-h-11 cursor-pointer content-center text-xl font-semibold">
        Which bubbles leave by themselves
      </summary>
      {!isOpen ? null : told.data ? (
        <div className="max-w-prose">
          {wordBubbles(told.data, units).map((sentence) => (
            <p key={sentence} className="mt-1">
              {sentence}
            </p>
          ))}
          <p className="text-ink-soft mt-2 text-sm">
            A bubble rises by its size squared through the flow the resin still has: Stokes 1851, for a
            surface that is stiff with what floats on it. A clean one (Hadamard, Rybczynski 1911) is a fifth
            smaller and still leaves. The cup is taken as high as it is wide.
          </p>
        </div>
      ) : (
        <p>{told.error ? told.error.message : 'Working it out …'}</p>
      )}
    </details>
  )
}
