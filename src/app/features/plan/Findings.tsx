import type { BatchRequest } from '#core/batch/index.ts'
import { gravityOf, type Finding, type Remedy, type Stagger } from '#core/plan/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { wordFinding } from '#words/findings.ts'
import { wordRemedy } from '#words/remedies.ts'
import { Callout } from '#app/components/Callout.tsx'
import { useRemedies } from '#app/platform/remedies.ts'

interface FindingsProps {
  readonly request: BatchRequest
  readonly findings: readonly Finding[]
  readonly units: UnitChoice
  readonly change: (changes: Partial<BatchRequest>) => void
  /** Keeps staggered mixes; where there is none, no such remedy is offered. */
  readonly keepMixes?: (request: BatchRequest, stagger: Stagger) => Promise<void>
  /** Which remedies can be taken where it stands; all of them where nothing is said. */
  readonly offers?: (remedy: Remedy) => boolean
}

/** What is worth knowing before pouring, each with a button for every remedy that was tried and helps. */
export function Findings({
  request,
  findings,
  units,
  change,
  keepMixes,
  offers = () => true,
}: FindingsProps) {
  const { data, isFetching } = useRemedies(request, findings.length > 0)
  if (findings.length === 0) return null
  const isOffered = (remedy: Remedy) =>
    (remedy.kind !== 'stagger' || keepMixes !== undefined) && offers(remedy)
  const apply = (remedy: Remedy) =>
    remedy.kind === 'stagger' ? void keepMixes?.(request, remedy.stagger) : change(remedy.changes)
  return (
    <section aria-label="To know before pouring" className="flex flex-col gap-2">
      {findings.map((finding, k) => {
        const { title, text, byHand } = wordFinding(finding, units)
        const remedies = data?.[k]?.finding.kind === finding.kind ? data[k].remedies.filter(isOffered) : []
        return (
          <Callout key={k} gravity={gravityOf(finding)} title={title}>
            {text}
            {byHand && <span className="text-ink-soft block">By hand: {byHand}</span>}
            {remedies.length > 0 && (
              <span className="no-print mt-2 flex flex-wrap gap-2" data-remedies>
                {remedies.map((remedy, at) => (
                  <button key={at} className="button button-quiet" onClick={() => apply(remedy)}>
                    {wordRemedy(remedy, units)}
                  </button>
                ))}
              </span>
            )}
          </Callout>
        )
      })}
      {isFetching && (
        <p className="text-ink-soft no-print text-sm" role="status">
          Trying what would help …
        </p>
      )}
    </section>
  )
}
