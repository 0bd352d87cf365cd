import { useId, useState } from 'react'
import { readWorkingTime, type WorkingTimeProblem } from '#core/resin/index.ts'
import { printQuantity, printSpan } from '#core/units/index.ts'
import { USUAL_POT, type FieldsProps } from './sheetDraft.ts'

/** The working time as the label prints it, with the cup and the room it is of. */
export function WorkingTimeField({ draft, set, units }: FieldsProps) {
  const id = useId()
  const [typed, setTyped] = useState<string | null>(null)
  const own = draft.potMin === null ? '' : printSpan(draft.potMin)
  const shown = typed ?? own
  const read = shown.trim() === '' ? null : readWorkingTime(shown)
  const problem = read && !read.ok ? wordProblem(read.problem) : null
  const change = (text: string) => {
    setTyped(text)
    const next = text.trim() === '' ? null : readWorkingTime(text)
    if (next === null) return set({ potMin: null })
    if (!next.ok) return set({ potMin: Number.NaN })
    const { min, massG, tempC } = next.value
    set({ potMin: min, potG: massG ?? draft.potG, potC: tempC ?? draft.potC })
  }
  const massG = draft.potG ?? USUAL_POT.massG
  const tempC = draft.potC ?? USUAL_POT.tempC
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="text-sm font-medium">
        Working time
      </label>
      <input
        id={id}
        className="field"
        autoComplete="off"
        placeholder="40 min at 22 °C, 150 g"
        value={shown}
        onChange={(event) => change(event.target.value)}
        onBlur={() => !problem && setTyped(null)}
        aria-invalid={problem !== null}
        aria-describedby={`${id}-hint`}
      />
      <p id={`${id}-hint`} className={problem ? 'text-stop text-sm font-medium' : 'text-ink-soft text-sm'}>
        {problem ??
          (draft.potMin === null
            ? 'As the label prints it; also called pot life or work time.'
            : `Read as ${printSpan(draft.potMin)} for ${printQuantity(massG, units.mass, 0)} at ${printQuantity(tempC, units.temperature, 0)}.`)}
      </p>
    </div>
  )
}

function wordProblem(problem: WorkingTimeProblem): string {
  switch (problem.kind) {
    case 'noTime':
      return 'Which time? Write it as on the label: 40 min at 22 °C, 150 g.'
    case 'twice':
      return `There are two figures of ${problem.what}: write one.`
    case 'unread':
      return 'This cannot be read. Write it as on the label: 40 min at 22 °C, 150 g.'
    default:
      return problem satisfies never
  }
}
