import { AFTER_IDS, type AfterId } from '#core/technique/index.ts'
import { AFTER_WORDS } from '#words/rack.ts'

interface AfterChoicesProps {
  readonly label: string
  readonly chosen: readonly AfterId[]
  /** What can be chosen here; everything where nothing is said. */
  readonly from?: readonly AfterId[]
  /** Done already: stays chosen. */
  readonly fixed?: readonly AfterId[]
  readonly onChange: (after: readonly AfterId[]) => void
}

/** What follows on the rack beyond back, demolding and use. */
export function AfterChoices({ label, chosen, from = AFTER_IDS, fixed = [], onChange }: AfterChoicesProps) {
  const toggle = (id: AfterId) =>
    onChange(AFTER_IDS.filter((each) => (each === id ? !chosen.includes(id) : chosen.includes(each))))
  return (
    <fieldset>
      <legend className="mb-1 text-sm font-medium">{label}</legend>
      <div className="grid gap-x-4 sm:grid-cols-2">
        {from.map((id) => (
          <label key={id} className="flex min-h-11 cursor-pointer items-center gap-2 text-sm">
            <input
              type="checkbox"
              className="accent-needle size-5 shrink-0"
              checked={chosen.includes(id)}
              disabled={fixed.includes(id)}
              onChange={() => toggle(id)}
            />
            {AFTER_WORDS[id]}
            {fixed.includes(id) && ' (done)'}
          </label>
        ))}
      </div>
    </fieldset>
  )
}
