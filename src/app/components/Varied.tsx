import type { BatchRequest } from '#core/batch/index.ts'
import { variedIn } from '#core/plan/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { COMPARED_WORDS, wordCompared } from '#words/compare.ts'

/** What two plans vary and keep, in words. */
export function Varied({
  before,
  after,
  units,
}: {
  before: BatchRequest
  after: BatchRequest
  units: UnitChoice
}) {
  const { varied, kept } = variedIn(before, after)
  return (
    <div className="text-sm" data-varied>
      {varied.length === 0 ? (
        <p>Nothing is varied yet.</p>
      ) : (
        <ul>
          {varied.map(({ id, values }) => (
            <li key={id}>
              <span className="font-semibold">{COMPARED_WORDS[id]}</span>:{' '}
              {wordCompared(id, values[0]!, units)} becomes {wordCompared(id, values[1]!, units)}
            </li>
          ))}
        </ul>
      )}
      <p className="text-ink-soft">
        Kept: {kept.map(({ id }) => COMPARED_WORDS[id].toLowerCase()).join(', ') || 'nothing'}.
      </p>
    </div>
  )
}
