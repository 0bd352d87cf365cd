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
import { useRunsAsPoured, type BatchStory } from '#app/platform/queries.ts'
import { factsOfPiece } from '#app/platform/runFacts.ts'
import type { LoggedPiece } from './loggedPiece.ts'

const DotChart = lazy(() => import('#app/components/DotChart.tsx'))
const RangeChart = lazy(() => import('#app/components/RangeChart.tsx'))

/** Every run is worked out anew for it: so many of the latest are enough. */
const RUNS = 40
const CAUSES_SHOWN = 6

interface TimingAndCausesProps {
  readonly logged: readonly LoggedPiece[]
}

/** What runs show of their pieces: when the white went in against how it came out, and what spoilt the others. */
export function TimingAndCauses({ logged }: TimingAndCausesProps) {
  const stories = latestOf(logged.map(({ story }) => story))
  const runs = useRunsAsPoured(stories)
  const waiting = runs.filter((run) => run === null).length
  const shown = logged.flatMap(({ story, piece }): ShownOutcome[] => {
    const at = stories.findIndex(({ batch }) => batch.id === story.batch.id)
    const plan = runs[at]?.plan
    const facts = plan && factsOfPiece(story, plan, piece)
    return facts && piece.outcome ? [{ ...piece.outcome, facts }] : []
  })
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
      {stories.length === RUNS && (
        <p className="text-ink-soft mt-2 text-sm">Both from the latest {RUNS} batches.</p>
      )}
    </>
  )
}

/** The latest poured batches, each once. */
function latestOf(stories: readonly BatchStory[]): readonly BatchStory[] {
  const begun = ({ pour }: BatchStory) => (pour.stage === 'running' ? pour.stopStirAtMs : -Infinity)
  return [...new Map(stories.map((story) => [story.batch.id, story])).values()]
    .filter(({ pour }) => pour.stage === 'running')
    .sort((one, other) => begun(other) - begun(one))
    .slice(0, RUNS)
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
