import { lazy, Suspense } from 'react'
import { BLOOM_WINDOW } from '#core/resin/index.ts'
import { TECHNIQUES, type TechniqueId } from '#core/technique/index.ts'
import { wordBand } from '#words/learning.ts'
import { TIMING_WORDS } from '#words/vocabulary.ts'
import {
  learningOfBand,
  useLearningDecisions,
  useTaughtRuns,
  type BandLearning,
} from '#app/platform/learning.ts'
import { CountedRuns } from './CountedRuns.tsx'
import type { RangeRow } from '#app/components/RangeChart.tsx'

const RangeChart = lazy(() => import('#app/components/RangeChart.tsx'))

/** What finished pieces taught about when the white goes in. */
export function LearnedBands() {
  const ids = Object.keys(TECHNIQUES) as TechniqueId[]
  return (
    <ul className="grid grid-cols-1 gap-4 lg:grid-cols-2">
      {ids.map((id) => (
        <LearnedBand key={id} technique={id} />
      ))}
    </ul>
  )
}

function LearnedBand({ technique }: { readonly technique: TechniqueId }) {
  const learning = learningOfBand(technique, null, useTaughtRuns({ technique }) ?? [], useLearningDecisions())
  return (
    <li className="sheet">
      <h2 className="text-xl">{TECHNIQUES[technique].name}</h2>
      {learning ? (
        <Band learning={learning} />
      ) : (
        <p className="text-ink-soft mt-2 text-sm">Poured by the clock: it has no band to move.</p>
      )}
    </li>
  )
}

/** In bloom numbers of the usual white, so that pieces of every bed and hole stand on one scale. */
function Band({ learning }: { learning: BandLearning }) {
  const { aim, tooEarlyAbove, tooLateBelow } = BLOOM_WINDOW
  const moved = Math.exp(learning.shift.mean)
  const rows: readonly RangeRow[] = [
    { name: 'Usual band', low: tooLateBelow, high: tooEarlyAbove, weight: 'belief' },
    ...learning.runs.flatMap((run) =>
      run.pieces.map((piece): RangeRow => {
        const number = aim * Math.exp(piece.aimLog)
        return {
          name: `${run.story.batch.request.name} ${piece.no}: ${TIMING_WORDS[piece.verdict]}`,
          low: number - 1,
          high: number + 1,
          weight: run.standing === 'counts' ? 'evidence' : 'aside',
        }
      }),
    ),
    { name: 'Your band', low: moved * tooLateBelow, high: moved * tooEarlyAbove, weight: 'belief' },
  ]
  return (
    <div data-band={learning.subject}>
      <p className="mt-2 font-medium">{wordBand(learning.shift, learning.judged)}</p>
      <Suspense fallback={<p>Drawing …</p>}>
        <RangeChart
          rows={rows}
          axis="bloom number when the white went in (high is early)"
          label="The band of the white, usual and yours, and where each judged piece lay"
        />
      </Suspense>
      <CountedRuns
        learning={learning}
        said={(run) =>
          run.pieces.map((piece) => `piece ${piece.no} ${TIMING_WORDS[piece.verdict]}`).join(', ')
        }
      />
    </div>
  )
}
