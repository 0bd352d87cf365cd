import { Link } from 'react-router'
import type { BatchPlan } from '#core/plan/index.ts'
import { printSpan, type UnitChoice } from '#core/units/index.ts'
import { sampleAt } from '#app/components/lifeAt.ts'
import { PlannedAway } from '#app/components/PlannedAway.tsx'
import { StageLine } from '#app/components/StageLine.tsx'
import { whenOf } from '#app/components/when.ts'
import { useNowMs } from '#app/platform/clock.ts'
import { useRackPlan, useRackStudio } from '#app/platform/rackPlan.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { AllAmountsDialog } from './AllAmountsDialog.tsx'
import { NoteTaker } from './NoteTaker.tsx'
import { ReadingTaker } from './ReadingTaker.tsx'
import { UndoButton } from './UndoButton.tsx'

interface PourOverProps {
  readonly story: BatchStory
  readonly units: UnitChoice
  readonly done: Readonly<Record<string, number>>
  readonly stopStirAtMs: number
  readonly plan: BatchPlan
}

/** The page of a batch from the end of its pour to its last piece: where it stands, what comes next, what was found, and what can still be laid. */
export function PourOver({ story, stopStirAtMs, plan, units, done }: PourOverProps) {
  const { data: rack } = useRackPlan(useRackStudio())
  const { id } = story.batch
  const nowMs = useNowMs(15_000)
  const when = (min: number) => whenOf(stopStirAtMs + min * 60_000, nowMs)
  return (
    <section className="sheet">
      <h2 className="text-3xl">The pour is done</h2>
      <p className="my-2 max-w-prose text-lg">It cures on the rack now.</p>
      <StageLine plan={plan} nowMin={(nowMs - stopStirAtMs) / 60_000} units={units} />
      <dl className="mb-4 grid grid-cols-[max-content_1fr] gap-x-6 gap-y-1 text-lg" data-next-days>
        {plan.steps
          .filter(({ step: { place }, key }) => place === 'rack' && done[key] === undefined)
          .map(({ key, step: { id: stepId, title }, fromMin, beginMin, toMin }) => (
            <div key={key} className="contents">
              <dt className="font-semibold">{title}</dt>
              <dd>
                best {when(beginMin)}
                <PlannedAway
                  days={rack}
                  batchId={id}
                  jobId={stepId}
                  bestAtMs={stopStirAtMs + beginMin * 60_000}
                  nowMs={nowMs}
                />
                <span className="text-ink-soft block text-base">
                  {beginMin > fromMin + 1 && `possible from ${when(fromMin)}`}
                  {toMin !== null && `${beginMin > fromMin + 1 ? ', ' : ''}until ${when(toMin)}`}
                  {beginMin <= fromMin + 1 && toMin === null && `after ${printSpan(fromMin)}`}
                </span>
              </dd>
            </div>
          ))}
      </dl>
      <div className="flex flex-wrap gap-3">
        <Link className="button button-main min-h-16" to="/rack">
          To the rack
        </Link>
        <ReadingTaker
          story={story}
          units={units}
          expected={{
            resin: sampleAt(plan.life, Math.max(0, (nowMs - stopStirAtMs) / 60_000)).tempC,
            room: story.batch.request.roomTempC,
          }}
        />
        <Link className="button button-quiet min-h-16" to={`/finish/${id}#finishing`}>
          Add a layer or a job
        </Link>
        <Link className="button button-quiet min-h-16" to={`/log/${id}`}>
          To its run
        </Link>
        <UndoButton story={story} />
        <NoteTaker story={story} />
        <AllAmountsDialog story={story} />
      </div>
    </section>
  )
}
