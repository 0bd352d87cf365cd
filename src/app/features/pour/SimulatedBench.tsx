import { useEffect } from 'react'
import { bedOf, pourMixOf } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import { markedAt, TECHNIQUES } from '#core/technique/index.ts'
import { SIMULATED_FEED, tellBench, useKeeper } from '#app/platform/instruments.ts'
import { useNowMs } from '#app/platform/clock.ts'
import { useSettings } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'

interface FollowedProps {
  readonly story: BatchStory
  readonly plan: BatchPlan
  readonly stopStirAtMs: number
  readonly done: Readonly<Record<string, number>>
}

/** Lets the simulated bench follow this pour, so that its probe stands in this cup; does nothing with real instruments. */
export function FollowedBySimulation({ story, plan, stopStirAtMs, done }: FollowedProps): null {
  const { feed } = useSettings()
  const keeps = useKeeper()
  const nowMs = useNowMs(1000)
  const { request } = story.batch
  const follows = feed === SIMULATED_FEED && keeps
  const minute = (nowMs - stopStirAtMs) / 60_000
  const decantMin = markedAt('empties', TECHNIQUES[story.batch.request.technique], done)
  const cupMassG = pourMixOf(plan.mixes).cups[0]!.massG
  const bedDepthMm = Math.max(...plan.fills.map((fill) => bedOf(fill).depthMm))
  useEffect(() => {
    if (!follows) return
    const { resin, roomTempC } = request
    void tellBench({ do: 'follow', minute, pour: { resin, cupMassG, roomTempC, bedDepthMm, decantMin } })
  }, [follows, minute, decantMin, cupMassG, bedDepthMm, request])
  return null
}
