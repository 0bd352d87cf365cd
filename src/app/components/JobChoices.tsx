import { JOB_IDS, type JobId } from '#core/technique/index.ts'
import { JOB_WORDS } from '#words/rack.ts'

interface JobChoicesProps {
  readonly label: string
  readonly chosen: readonly JobId[]
  /** What can be chosen here; everything where nothing is said. */
  readonly from?: readonly JobId[]
  /** Done already: stays chosen. */
  readonly fixed?: readonly JobId[]
  readonly onChange: (jobs: readonly JobId[]) => void
}

/** What follows on the rack beyond layers, demolding and use. */
export function JobChoices({ label, chosen, from = JOB_IDS, fixed = [], onChange }: JobChoicesProps) {
  const toggle = (id: JobId) =>
    onChange(JOB_IDS.filter((each) => (each === id ? !chosen.includes(id) : chosen.includes(each))))
  return (
    <fieldset>
      <legend className="mb-1 text-sm font-medium">{label}</legend>
      <div className="grid grid-cols-1 gap-x-4 sm:grid-cols-2">
        {from.map((id) => (
          <label key={id} className="flex min-h-11 cursor-pointer items-center gap-2 text-sm">
            <input
              type="checkbox"
              className="accent-needle size-5 shrink-0"
              checked={chosen.includes(id)}
              disabled={fixed.includes(id)}
              onChange={() => toggle(id)}
            />
            {JOB_WORDS[id]}
            {fixed.includes(id) && ' (done)'}
          </label>
        ))}
      </div>
    </fieldset>
  )
}
