import { lazy, Suspense } from 'react'
import {
  BEST_RATING,
  ratingsBySide,
  sharesOfCauses,
  timedOutcomes,
  type ShownOutcome,
} from '#core/journal/index.ts'
import { CAUSE_WORDS } from '#words/diagnosis.ts'
import { wordShareOfCause, wordSides } from '#words/outcomes.ts'
import { useRunsAsPoured } from '#app/platform/queries.ts'
import { LATEST_RUNS, useStoriesIn } from '#app/platform/stories.ts'
import { factsOfPiece } from '#app/platform/runFacts.ts'

const DotChart = lazy(() => import('#app/components/DotChart.tsx'))
const RangeChart = lazy(() => import('#app/components/RangeChart.tsx'))

const CAUSES_SHOWN = 6

/** What runs show of their pieces: when the white went in against how it came out, and what spoilt the others. */
export function TimingAndCauses() {
  const stories = useStoriesIn(LATEST_RUNS) ?? []
  const runs = useRunsAsPoured(stories)
  const waiting = runs.filter((run) => run === null).length
  const shown = stories.flatMap((story, k) =>
    story.pieces.flatMap((piece): ShownOutcome[] => {
      const plan = runs[k]?.plan
      const facts = plan && piece.outcome && factsOfPiece(story, plan, piece)
      return facts ? [{ ...piece.outcome!, facts }] : []
    }),
  )
  if (stories.length === 0) return null
  return (
    <>
      {waiting > 0 && (
        <p role="status" className="mt-4">
          Reading {stories.length} runs, {waiting} to go …
        </p>
      )}
      <Timing shown={shown} />
      <Causes shown={shown} />
      {stories.length === LATEST_RUNS.latest && (
        <p className="text-ink-soft mt-2 text-sm">Both from the latest {LATEST_RUNS.latest} batches.</p>
      )}
    </>
  )
}

function Timing({ shown }: { readonly shown: readonly ShownOutcome[] }) {
  const timed = timedOutcomes(shown)
  if (timed.length === 0) return null
  return (
    <section aria-labelledby="timing-heading" className="mt-5" data-timing>
      <h3 id="timing-heading" className="text-base">
        When the white went in, and what became of it
      </h3>
      <p className="mt-1 max-w-prose">{wordSides(ratingsBySide(timed))}</p>
      <Suspense fallback={<p>Drawing …</p>}>
        <DotChart
          dots={timed.map(({ fromBestMin, rating, side }) => ({
            x: fromBestMin,
            y: rating,
            standsOut: side === 'inWindow',
          }))}
          xAxis="minutes from its best, sooner to the left; triangles were outside their window"
          yAxis="stars"
          yFrom={1}
          yTo={BEST_RATING}
          label="Rating of each piece against when its white went in"
        />
      </Suspense>
    </section>
  )
}

function Causes({ shown }: { readonly shown: readonly ShownOutcome[] }) {
  const causes = sharesOfCauses(shown).slice(0, CAUSES_SHOWN)
  if (causes.length === 0) return null
  return (
    <section aria-labelledby="causes-heading" className="mt-5" data-causes>
      <h3 id="causes-heading" className="text-base">
        What spoilt pieces, as their runs have it
      </h3>
      <p className="mt-1 max-w-prose">{wordShareOfCause(causes[0]!)}</p>
      <Suspense fallback={<p>Drawing …</p>}>
        <RangeChart
          rows={causes.map(({ cause, good, all, low, high }) => ({
            name: `${CAUSE_WORDS[cause].name}: ${good} of ${all}`,
            low: 100 * low,
            high: 100 * high,
            weight: 'evidence',
          }))}
          axis="pieces it spoilt, %: each bar is where the share may as well be"
          label="Share of pieces by what spoilt them"
        />
      </Suspense>
      <ul className="mt-2 list-disc pl-5 text-sm">
        {causes.map((share) => (
          <li key={share.cause}>{wordShareOfCause(share)}</li>
        ))}
      </ul>
    </section>
  )
}
