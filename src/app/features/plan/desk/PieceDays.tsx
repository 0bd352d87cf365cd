import { memo } from 'react'
import type { BatchPlan } from '#core/plan/index.ts'
import type { BatchRequest } from '#core/batch/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { daysOf, type Due } from './days.ts'

interface PieceDaysProps {
  readonly plan: BatchPlan
  readonly request: BatchRequest
  readonly units: UnitChoice
  readonly open: string
  readonly onOpen: (id: string) => void
}

/** The days of the piece in one line: its pour, what is laid later with its grams, until it is ready. */
export const PieceDays = memo(function PieceDays({ plan, request, units, open, onOpen }: PieceDaysProps) {
  const days = daysOf(plan, request)
  return (
    <section
      aria-labelledby="days-heading"
      className="border-line bg-surface no-print z-20 border-y py-2 lg:sticky lg:bottom-0"
      data-days
    >
      <h2 id="days-heading" className="sr-only">
        The days of the piece
      </h2>
      <ol className="flex overflow-x-auto">
        {days.map((day) => (
          <li
            key={day.name}
            className="border-line px-3 not-first:border-l first:pl-0"
            style={{ flexGrow: day.dues.length }}
          >
            <p className="text-ink-soft text-xs font-medium">{day.name}</p>
            <ul className="flex gap-5">
              {day.dues.map((due) => (
                <li key={due.key} className="max-w-40 min-w-24">
                  <DueLine due={due} units={units} open={open} onOpen={onOpen} />
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
    </section>
  )
})

interface DueLineProps extends Pick<PieceDaysProps, 'units' | 'open' | 'onOpen'> {
  readonly due: Due
}

function DueLine({ due, units, open, onOpen }: DueLineProps) {
  const text = (
    <>
      <span className="block leading-snug font-semibold first-letter:uppercase">{due.title}</span>
      <span className="text-ink-soft block text-xs">
        {due.when}
        {due.massG > 0 && `, ${printQuantity(due.massG, units.mass)}`}
      </span>
    </>
  )
  if (due.opens === null) return <div className="py-1 text-sm">{text}</div>
  const { opens } = due
  return (
    <button
      type="button"
      className="aria-pressed:text-needle min-h-11 cursor-pointer py-1 text-left text-sm hover:underline"
      aria-pressed={opens === open}
      onClick={() => onOpen(opens)}
    >
      {text}
    </button>
  )
}
