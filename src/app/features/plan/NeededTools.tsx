import type { BatchRequest } from '#core/batch/index.ts'
import type { PrepItem } from '#core/runsheet/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { wordPrep } from '#words/prep.ts'

interface NeededToolsProps {
  readonly prep: readonly PrepItem[]
  readonly request: BatchRequest
  readonly units: UnitChoice
}

/** What must lie on the table for this plan, told before anything is bought or mixed. */
export function NeededTools({ prep, request, units }: NeededToolsProps) {
  const own = prep.filter(({ neededFor }) => neededFor.length > 0)
  const always = prep.filter(({ neededFor }) => neededFor.length === 0)
  return (
    <section className="sheet" aria-labelledby="needed-heading" data-needed>
      <h2 id="needed-heading" className="mb-2 text-xl">
        Have on the table
      </h2>
      <ul className="columns-xs gap-6 text-sm">
        {own.map((item) => (
          <li key={item.tool} className="mb-1 break-inside-avoid">
            <span className="font-semibold">{wordPrep(item, request, units)}</span>{' '}
            <span className="text-ink-soft">for “{item.neededFor[0]}”</span>
          </li>
        ))}
      </ul>
      <details className="mt-1 text-sm">
        <summary className="text-ink-soft min-h-11 cursor-pointer content-center underline">
          And what every pour needs
        </summary>
        <ul className="columns-xs gap-6">
          {always.map(({ tool, text }) => (
            <li key={tool} className="mb-1 break-inside-avoid">
              {text}
            </li>
          ))}
        </ul>
      </details>
    </section>
  )
}
