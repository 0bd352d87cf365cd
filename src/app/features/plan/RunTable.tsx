import type { BatchRequest } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { printWindow } from '#words/minutes.ts'
import { FEEL_WORDS } from '#words/vocabulary.ts'
import { stepLines } from '#app/components/StepList.tsx'
import { whenOf } from '#app/components/when.ts'
import { ScoreButton } from './score/Score.tsx'

interface RunTableProps {
  readonly plan: BatchPlan
  readonly request: BatchRequest
  readonly units: UnitChoice
  readonly change: (changes: Partial<BatchRequest>) => void
}

/** When each thing is due: minutes from stop-stir, the clock, and what a probe and a finger should find then. */
export function RunTable({ plan, request, units, change }: RunTableProps) {
  const { startAt } = request
  const startMs = startAt === null ? null : Date.parse(startAt)
  const rows = stepLines(plan.steps, units)
  return (
    <section className="sheet" aria-labelledby="run-heading">
      <div className="mb-1 flex flex-wrap items-center justify-between gap-3">
        <h2 id="run-heading" className="text-xl">
          When
        </h2>
        <ScoreButton request={request} plan={plan} change={change} />
      </div>
      <p className="text-ink-soft mb-3 max-w-prose text-sm">
        Minutes run from stop-stir: the plan is when you do it, the window how long the resin lets you. Three
        signs tell one moment: trust the one you know, the others say whether it holds.
      </p>
      <table className="rows w-full text-left text-sm">
        <thead className="text-ink-soft">
          <tr>
            <th className="py-1 pr-3 font-medium">Step</th>
            {startMs !== null && <th className="py-1 pr-3 font-medium">Clock</th>}
            <th className="py-1 pr-3 font-medium">Plan</th>
            <th className="py-1 pr-3 font-medium">Window</th>
            <th className="py-1 pr-3 font-medium">Hands</th>
            <th className="py-1 pr-3 font-medium">Shows</th>
            <th className="py-1 font-medium">Feels</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ first, last, count, handsOnMin }) => (
            <tr key={first.key} className="border-line border-t align-top">
              <th scope="row" className="py-2 pr-3 font-semibold">
                {first.step.title}
                {count > 1 && <span className="text-ink-soft font-normal"> × {count}</span>}
              </th>
              {startMs !== null && (
                <td className="py-2 pr-3 whitespace-nowrap" data-label="Clock">
                  {whenOf(startMs + first.beginMin * 60_000, startMs)}
                </td>
              )}
              <td className="py-2 pr-3 whitespace-nowrap" data-label="Plan">
                {printSpan(first.beginMin)}
                {count > 1 && ` – ${printSpan(last.endMin)}`}
              </td>
              <td className="text-ink-soft py-2 pr-3 whitespace-nowrap" data-label="Window">
                {printWindow({ openMin: first.fromMin, closeMin: last.toMin })}
              </td>
              <td className="py-2 pr-3 whitespace-nowrap" data-label="Hands">
                {handsOnMin < 0.05 ? '–' : `${handsOnMin.toFixed(1)} min`}
              </td>
              <td className="py-2 pr-3 whitespace-nowrap" data-label="Shows">
                {first.expected
                  ? `${first.expected.where} ${printQuantity(first.expected.tempC, units.temperature, 0)}`
                  : '–'}
              </td>
              <td className="py-2" data-label="Feels">
                {first.expected ? FEEL_WORDS[first.expected.feel] : '–'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
