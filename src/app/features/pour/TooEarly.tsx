import { Callout } from '#app/components/Callout.tsx'
import { whenOf } from '#app/components/when.ts'
import { useNowMs } from '#app/platform/clock.ts'
import { useLastTold, useLivePlan } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { techniqueOfPour } from '#core/batch/index.ts'
import type { Pour } from '#core/runsheet/index.ts'
import { stepRule, withAfter } from '#core/technique/index.ts'

interface TooEarlyProps {
  readonly story: BatchStory
  readonly pour: Extract<Pour, { stage: 'running' }>
  readonly layerId: string
}

/** At the gate of a layer: that what lies under it is not ready for it yet, or no more, and from or until when it was. */
export function TooEarly({ story, pour, layerId }: TooEarlyProps) {
  const nowMs = useNowMs(15_000)
  const live = useLastTold(useLivePlan(story, pour))
  const turn = live?.plan.steps.find(({ key, step: { place } }) => key === layerId && place === 'rack')
  if (!turn) return null
  const { request } = story.batch
  const { early, takes } = stepRule(withAfter(techniqueOfPour(request), request), layerId)
  const at = (min: number) => pour.stopStirAtMs + min * 60_000
  if (nowMs < at(turn.fromMin))
    return (
      <Callout gravity="warn" title={`Too early: its time begins ${whenOf(at(turn.fromMin), nowMs)}`}>
        {early} {takes === 'ownMix' && 'Mixed now, it would wait in its cup for that long. '}
        Best is {whenOf(at(turn.beginMin), nowMs)}.
      </Callout>
    )
  if (turn.toMin !== null && nowMs > at(turn.toMin))
    return (
      <Callout gravity="warn" title={`Late: it bonded until ${whenOf(at(turn.toMin), nowMs)}`}>
        Scuff what lies under it and wipe it clean before you mix, so that this layer holds.
      </Callout>
    )
  return null
}
