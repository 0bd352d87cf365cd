import type { RunStep } from '#core/runsheet/index.ts'
import { printSpan, type UnitChoice } from '#core/units/index.ts'
import { printWindow } from '#words/minutes.ts'
import { wordTake } from '#words/takes.ts'

/** Turns of one step as one line: what it takes is said once where pieces take the same. */
export interface StepLine {
  readonly first: RunStep
  readonly last: RunStep
  readonly count: number
  readonly handsOnMin: number
  readonly takes: readonly string[]
}

/** The steps in their order, turns of one step gathered. */
export function stepLines(steps: readonly RunStep[], units: UnitChoice): readonly StepLine[] {
  const ids = [...new Set(steps.map(({ step }) => step.id))]
  return ids.map((id) => {
    const own = steps.filter(({ step }) => step.id === id)
    return {
      first: own[0]!,
      last: own.at(-1)!,
      count: own.length,
      handsOnMin: own.reduce((sum, { handsOnMin }) => sum + handsOnMin, 0),
      takes: [...new Set(own.flatMap(({ takes }) => takes.map((take) => wordTake(take, units))))],
    }
  })
}

interface StepListProps {
  readonly steps: readonly RunStep[]
  readonly units: UnitChoice
}

/** The whole list of a run: when each step is due, how long it may be done, and what it takes. */
export function StepList({ steps, units }: StepListProps) {
  return (
    <ol className="divide-line divide-y">
      {stepLines(steps, units).map(({ first, last, count, takes }) => (
        <li key={first.key} className="py-2">
          <p>
            <span className="font-semibold">{first.step.title}</span>
            {count > 1 && <span className="text-ink-soft"> × {count}</span>}
            <span className="text-ink-soft float-right pl-3 text-sm">
              {printSpan(first.beginMin)}; {printWindow({ openMin: first.fromMin, closeMin: last.toMin })}
            </span>
          </p>
          {takes.map((take) => (
            <p key={take} className="text-sm">
              {take}
            </p>
          ))}
        </li>
      ))}
    </ol>
  )
}
