import type { RunStep } from '#core/runsheet/index.ts'
import { printSpan } from '#core/units/index.ts'

interface ComingUpProps {
  readonly steps: readonly RunStep[]
  readonly done: Readonly<Record<string, number>>
  readonly after: RunStep
  readonly nowMin: number
}

/** The next steps of the pour after that one. */
export function ComingUp({ steps, done, after, nowMin }: ComingUpProps) {
  const pour = steps.filter(
    (turn) => turn.step.place === 'pour' && done[turn.key] === undefined && turn.key !== after.key,
  )
  return (
    <section className="mt-5" aria-label="Coming up">
      <h3 className="text-ink-soft mb-1 text-base">Then</h3>
      <ol className="text-lg">
        {pour.slice(0, 3).map((turn) => (
          <li key={turn.key} className="flex justify-between gap-4">
            <span>
              {turn.step.title}
              {turn.pieceNo !== null && `, piece ${turn.pieceNo}`}
            </span>
            <span className="text-ink-soft whitespace-nowrap">
              in {printSpan(Math.max(0, turn.beginMin - nowMin))}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}
