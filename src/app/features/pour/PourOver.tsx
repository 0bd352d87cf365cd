import { Link } from 'react-router'
import type { BatchPlan } from '#core/plan/index.ts'
import { printSpan } from '#core/units/index.ts'
import { whenOf } from '#app/components/when.ts'
import { useNowMs } from '#app/platform/clock.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { AllAmountsDialog } from './AllAmountsDialog.tsx'
import { NoteTaker } from './NoteTaker.tsx'
import { UndoButton } from './UndoButton.tsx'

interface PourOverProps {
  readonly story: BatchStory
  readonly stopStirAtMs: number
  readonly plan: BatchPlan
}

/** The pour is over: what comes on the rack, and when. */
export function PourOver({ story, stopStirAtMs, plan }: PourOverProps) {
  const nowMs = useNowMs(15_000)
  const when = (min: number) => whenOf(stopStirAtMs + min * 60_000, nowMs)
  return (
    <section className="sheet">
      <h2 className="text-3xl">The pour is done</h2>
      <p className="my-2 max-w-prose text-lg">It cures on the rack now.</p>
      <dl className="mb-4 grid grid-cols-[max-content_1fr] gap-x-6 gap-y-1 text-lg" data-next-days>
        {plan.steps
          .filter(({ place }) => place === 'rack')
          .map(({ key, title, fromMin, beginMin, toMin }) => (
            <div key={key} className="contents">
              <dt className="font-semibold">{title}</dt>
              <dd>
                {when(beginMin)}
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
        <UndoButton story={story} />
        <NoteTaker story={story} />
        <AllAmountsDialog story={story} />
      </div>
    </section>
  )
}
