import type { LivePlan } from '#core/plan/index.ts'
import { stepAtHand, type Pour } from '#core/runsheet/index.ts'
import { printSpan, type UnitChoice } from '#core/units/index.ts'
import { Place } from '#app/components/Place.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { useWakeLock } from '#app/platform/signals.ts'
import { ComingUp } from './ComingUp.tsx'
import { FollowedBySimulation } from './SimulatedBench.tsx'
import { HeldAside } from './HeldAside.tsx'
import { LastTimes } from './LastTimes.tsx'
import { PourOver } from './PourOver.tsx'
import { SinceStopStir } from './SinceStopStir.tsx'
import { OutOfSight } from './SoundTest.tsx'
import { StepView } from './StepView.tsx'

interface LivePourProps {
  readonly story: BatchStory
  readonly pour: Extract<Pour, { stage: 'running' }>
  readonly live: LivePlan
  readonly units: UnitChoice
  /** Why the plan shown is not of the latest marks and readings; null where it is. */
  readonly failed: Error | null
}

/** The live run: one step, one clock, one button. */
export function LivePour({ story, pour, live, units, failed }: LivePourProps) {
  const { plan, bands } = live
  const nowMs = useNowMs(250)
  const nowMin = (nowMs - pour.stopStirAtMs) / 60_000
  const turn = stepAtHand(plan, pour.done, nowMin)
  useWakeLock(turn !== null)
  return (
    <Place title={story.batch.request.name} actions={<SinceStopStir nowMin={nowMin} />}>
      <HeldAside story={story} />
      <LastTimes problem={failed} />
      <FollowedBySimulation story={story} plan={plan} stopStirAtMs={pour.stopStirAtMs} done={pour.done} />
      {turn ? (
        <StepView
          key={turn.key}
          bands={bands}
          turn={turn}
          nowMin={nowMin}
          story={story}
          plan={plan}
          units={units}
          done={pour.done}
          otherwise={pour.otherwise}
          filled={pour.filled}
          readings={pour.readings}
        />
      ) : (
        <PourOver story={story} stopStirAtMs={pour.stopStirAtMs} plan={plan} units={units} done={pour.done} />
      )}
      {turn && <ComingUp steps={plan.steps} done={pour.done} after={turn} nowMin={nowMin} />}
      {turn && <OutOfSight story={story} plan={plan} stopStirAtMs={pour.stopStirAtMs} />}
      {pour.notes.length > 0 && (
        <ul className="text-ink-soft mt-4 text-sm" aria-label="Notes">
          {pour.notes.map((note) => (
            <li key={note.atMs}>
              {printSpan((note.atMs - pour.stopStirAtMs) / 60_000)}: {note.text}
            </li>
          ))}
        </ul>
      )}
    </Place>
  )
}
