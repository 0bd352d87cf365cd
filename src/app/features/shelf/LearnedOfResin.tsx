import { lazy, Suspense } from 'react'
import { learnedRate, type Normal, type Resin } from '#core/resin/index.ts'
import { printQuantity } from '#core/units/index.ts'
import { wordLearned } from '#words/learning.ts'
import { dayOf } from '#app/components/when.ts'
import { learningOfResin, useLearningDecisions, useTaughtRuns } from '#app/platform/learning.ts'
import { useSettings, useUnits } from '#app/platform/queries.ts'
import { CountedRuns } from './CountedRuns.tsx'
import type { RangeRow } from '#app/components/RangeChart.tsx'

const RangeChart = lazy(() => import('#app/components/RangeChart.tsx'))

/** Ten and ninety percent points of a normal, from its middle. */
const TENTH_SD = 1.2816

/** What was believed of a resin and what is believed now, from which runs. */
export function LearnedOfResin({ resin }: { resin: Resin }) {
  const { roomTempC } = useSettings()
  const units = useUnits()
  const learning = learningOfResin(resin, useTaughtRuns({ resinId: resin.id }) ?? [], useLearningDecisions())
  const { runs, learned } = learning
  if (runs.length === 0) {
    return (
      <p className="text-ink-soft mt-2 text-sm">
        Nothing learned yet: readings in a pour (a probe, a toothpick) teach how quick this bottle is.
      </p>
    )
  }
  const before: Normal = { mean: 0, sd: resin.spread.rateLog }
  const now = learned ? learnedRate(learned, roomTempC) : before
  const rows: readonly RangeRow[] = [
    rangeRow('Before', before, 'belief'),
    ...runs.flatMap(({ lesson, stopStirAtMs, standing }) =>
      lesson.rateLog
        ? [
            rangeRow(
              `${dayOf(stopStirAtMs)}, ${printQuantity(lesson.roomTempC, units.temperature, 0)}`,
              lesson.rateLog,
              standing === 'counts' ? 'evidence' : 'aside',
            ),
          ]
        : [],
    ),
    rangeRow('Now', now, 'belief'),
  ]
  return (
    <section className="mt-3" aria-label={`What is learned of ${resin.name}`} data-learned={resin.id}>
      <p className="font-medium">{wordLearned({ before, now, runs: learned?.runs ?? 0 })}</p>
      <Suspense fallback={<p>Drawing …</p>}>
        <RangeChart
          rows={rows}
          axis="speed beside the record, %"
          label={`Speed of ${resin.name} beside its record, before and now`}
        />
      </Suspense>
      <CountedRuns learning={learning} said={(run) => wordRun(run.lesson.rateLog)} />
    </section>
  )
}

function rangeRow(name: string, { mean, sd }: Normal, weight: RangeRow['weight']): RangeRow {
  return {
    name,
    low: 100 * Math.exp(mean - TENTH_SD * sd),
    high: 100 * Math.exp(mean + TENTH_SD * sd),
    weight,
  }
}

function wordRun(rate: Normal | null): string {
  if (!rate) return 'its readings say nothing of the speed'
  return `${Math.round(100 * Math.exp(rate.mean - TENTH_SD * rate.sd))} to ${Math.round(100 * Math.exp(rate.mean + TENTH_SD * rate.sd))} %`
}
