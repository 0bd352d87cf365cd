import { useId } from 'react'
import { FAULTS, LOOK_OF, LOOKS, type FaultId } from '#core/journal/index.ts'
import { FAULT_CONTRASTS } from '#words/faults.ts'
import { LOOK_WORDS } from '#words/vocabulary.ts'
import { FaultDrawing } from '#app/components/FaultDrawing.tsx'

/** Faults, chosen by what they look like: drawn, named, and told from those they are taken for. */
export function FaultField({
  chosen,
  onChange,
}: {
  chosen: readonly FaultId[]
  onChange: (faults: readonly FaultId[]) => void
}) {
  const name = useId()
  const toggle = (id: FaultId) =>
    onChange(chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id])
  return (
    <fieldset>
      <legend className="mb-1 font-medium">Faults</legend>
      <details open={chosen.length > 0}>
        <summary className="text-ink-soft min-h-11 cursor-pointer content-center underline">
          {chosen.length === 0 ? 'None seen. Look, and choose' : `${chosen.length} chosen`}
        </summary>
        {LOOKS.map((look) => (
          <div key={look} className="mb-3" data-look={look}>
            <p className="text-sm">
              <span className="font-semibold">{LOOK_WORDS[look].name}.</span> {LOOK_WORDS[look].how}
            </p>
            <div className="mt-2 grid grid-cols-1 gap-2 sm:grid-cols-2">
              {(Object.keys(FAULTS) as FaultId[])
                .filter((id) => LOOK_OF[id] === look)
                .map((id) => (
                  <label
                    key={id}
                    className="border-edge has-checked:border-press has-checked:bg-sunken has-focus-visible:outline-needle flex min-h-11 cursor-pointer items-center gap-3 rounded-xl border p-2 text-sm has-checked:border-2 has-focus-visible:outline-3"
                  >
                    <input
                      type="checkbox"
                      className="sr-only"
                      aria-label={FAULTS[id].symptom}
                      aria-describedby={`${name}-${id}`}
                      checked={chosen.includes(id)}
                      onChange={() => toggle(id)}
                    />
                    <FaultDrawing fault={id} className="size-12 shrink-0" />
                    <span>
                      <span className="font-semibold">{FAULTS[id].symptom}</span>
                      <span className="text-ink-soft block" id={`${name}-${id}`}>
                        {FAULT_CONTRASTS[id]}
                      </span>
                    </span>
                  </label>
                ))}
            </div>
          </div>
        ))}
      </details>
    </fieldset>
  )
}
