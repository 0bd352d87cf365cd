import type { SittingPour } from '#core/plan/index.ts'
import { layerTurns, stepAtHand, type Pour, type Sitting } from '#core/runsheet/index.ts'
import { AS_PLANNED } from '#core/timing/index.ts'
import { type UnitChoice } from '#core/units/index.ts'
import { Place } from '#app/components/Place.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { useWakeLock } from '#app/platform/signals.ts'
import { ComingUp } from './ComingUp.tsx'
import { FollowedBySimulation } from './SimulatedBench.tsx'
import { HeldAside } from './HeldAside.tsx'
import { LastTimes } from './LastTimes.tsx'
import { SinceStopStir } from './SinceStopStir.tsx'
import { StepView } from './StepView.tsx'

interface DrawnSittingProps {
  readonly story: BatchStory
  readonly layerId: string
  /** The layer as the pour that it is. */
  readonly own: SittingPour
  readonly failed: Error | null
  readonly lead: string
  readonly sitting: Extract<Sitting, { stage: 'running' }>
  readonly pour: Extract<Pour, { stage: 'running' }>
  readonly units: UnitChoice
}

/** A layer that inks and white go into, by its own clock: its steps one by one, as those of a pour. */
export function DrawnSitting({
  story,
  layerId,
  own: { request, live },
  failed,
  lead,
  sitting,
  pour,
  units,
}: DrawnSittingProps) {
  const nowMin = (useNowMs(250) - sitting.stopStirAtMs) / 60_000
  const done = layerTurns(pour, layerId)
  const turn = stepAtHand(live.plan, done, nowMin)
  const { stopStirAtMs, readings } = sitting
  // What is told of a pour is told of this one.
  const told: BatchStory = {
    ...story,
    batch: { ...story.batch, request: request as BatchStory['batch']['request'] },
    pour: { ...pour, stopStirAtMs, done, readings, otherwise: AS_PLANNED, sittings: {} },
  }
  useWakeLock(true)
  return (
    <Place title={lead} actions={<SinceStopStir nowMin={nowMin} />}>
      <HeldAside story={story} />
      <LastTimes problem={failed} />
      <FollowedBySimulation story={told} plan={live.plan} stopStirAtMs={stopStirAtMs} done={done} />
      {turn && (
        <>
          <StepView
            key={turn.key}
            layer={layerId}
            bands={live.bands}
            turn={turn}
            nowMin={nowMin}
            story={told}
            plan={live.plan}
            units={units}
            done={done}
            otherwise={AS_PLANNED}
            filled={pour.filled}
            readings={readings}
          />
          <ComingUp steps={live.plan.steps} done={done} after={turn} nowMin={nowMin} />
        </>
      )}
    </Place>
  )
}
