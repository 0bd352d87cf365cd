import type { PrepItem } from '#core/runsheet/index.ts'

/** What must lie on the table for this plan, told before anything is bought or mixed. */
export function NeededTools({ prep }: { prep: readonly PrepItem[] }) {
  const own = prep.filter(({ neededFor }) => neededFor.length > 0)
  const always = prep.filter(({ neededFor }) => neededFor.length === 0)
  return (
    <section className="sheet" aria-labelledby="needed-heading" data-needed>
      <h2 id="needed-heading" className="mb-2 text-xl">
        Have on the table
      </h2>
      <ul className="columns-xs gap-6 text-sm">
        {own.map(({ tool, text, neededFor }) => (
          <li key={tool} className="mb-1 break-inside-avoid">
            <span className="font-semibold">{text}</span>{' '}
            <span className="text-ink-soft">for “{neededFor[0]}”</span>
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
