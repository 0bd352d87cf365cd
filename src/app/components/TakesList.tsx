import type { Take } from '#core/batch/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { wordTake } from '#words/takes.ts'

/** What a step needs at hand, a line each; nothing where it takes nothing. */
export function TakesList({
  takes,
  units,
  className,
}: {
  takes: readonly Take[]
  units: UnitChoice
  className: string
}) {
  if (takes.length === 0) return null
  return (
    <ul className={`font-semibold ${className}`} aria-label="What it takes" data-takes>
      {takes.map((take) => {
        const words = wordTake(take, units)
        return <li key={words}>{words}</li>
      })}
    </ul>
  )
}
