import { useQuery } from '@tanstack/react-query'
import type { BatchRequest } from '#core/batch/index.ts'
import { printSpan } from '#core/units/index.ts'
import { Callout } from '#app/components/Callout.tsx'
import { usePlatform } from '#app/platform/studio.tsx'

interface LearnedNoteProps {
  /** With what was learned. */
  readonly request: BatchRequest | null
  /** The pours it was learned from, by name. */
  readonly from: readonly string[]
  readonly isOut: boolean
  readonly onChange: (isOut: boolean) => void
}

/** More names than these are a number. */
const FEW_NAMES = 3

/** Which minutes of the plan are others for what was learned, by how much and from which pours; one tap leaves it out. */
export function LearnedNote({ request, from, isOut, onChange }: LearnedNoteProps) {
  const { planner } = usePlatform()
  const { data: moves = [] } = useQuery({
    queryKey: ['learnedMoves', request],
    queryFn: () => planner.learnedMoves(request!),
    enabled: request !== null,
    placeholderData: (last) => last,
    staleTime: Infinity,
  })
  if (moves.length === 0) return null
  const names =
    from.length <= FEW_NAMES
      ? new Intl.ListFormat('en', { type: 'conjunction' }).format(from)
      : `${from.length} of your pours`
  return (
    <div className="no-print mb-4" data-learned-moves>
      <Callout gravity="note" title={isOut ? `Left out: what ${names} taught` : `Learned from ${names}`}>
        <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
          <ul>
            {moves.map(({ what, stepTitle, fromMin, toMin }) => (
              <li key={what}>
                {stepTitle} at {printSpan(isOut ? fromMin : toMin)}
                {isOut
                  ? `, ${printSpan(toMin)} with what was learned.`
                  : ` instead of ${printSpan(fromMin)} from the label alone.`}
              </li>
            ))}
          </ul>
          <button className="button button-quiet bg-raised text-ink" onClick={() => onChange(!isOut)}>
            {isOut ? 'Use what was learned' : 'Leave it out of this plan'}
          </button>
        </div>
      </Callout>
    </div>
  )
}
