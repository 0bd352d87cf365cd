import { useEffect } from 'react'
import { bedOf, pourMixOf, techniqueOfPour } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import type { Resin } from '#core/resin/index.ts'
import { markedAt } from '#core/technique/index.ts'
import { SIMULATED_FEED, tellBench, useKeeper } from '#app/platform/instruments.ts'
import { useNowMs } from '#app/platform/clock.ts'
import { useSettings } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'

interface Followed {
  readonly resin: Resin
  readonly roomTempC: number
  readonly cupMassG: number
  readonly bedDepthMm: number
  readonly stopStirAtMs: number
  /** Null while the cup is full. */
  readonly decantMin: number | null
}

/** Lets the simulated bench follow that cup, so that its probe stands in it; does nothing with real instruments. */
export function useSimulatedBench(cup: Followed): void {
  const { feed } = useSettings()
  const keeps = useKeeper()
  const nowMs = useNowMs(1000)
  const follows = feed === SIMULATED_FEED && keeps
  const { resin, roomTempC, cupMassG, bedDepthMm, stopStirAtMs, decantMin } = cup
  const minute = (nowMs - stopStirAtMs) / 60_000
  useEffect(() => {
    if (!follows) return
    void tellBench({ do: 'follow', minute, pour: { resin, cupMassG, roomTempC, bedDepthMm, decantMin } })
  }, [follows, minute, decantMin, cupMassG, bedDepthMm, resin, roomTempC])
}

interface FollowedProps {
  readonly story: BatchStory
  readonly plan: BatchPlan
  readonly stopStirAtMs: number
  readonly done: Readonly<Record<string, number>>
}

/** The mixing cup of the pour itself. */
export function FollowedBySimulation({ story, plan, stopStirAtMs, done }: FollowedProps): null {
  const { resin, roomTempC } = story.batch.request
  useSimulatedBench({
    resin,
    roomTempC,
    stopStirAtMs,
    cupMassG: pourMixOf(plan.mixes).cups[0]!.massG,
    bedDepthMm: Math.max(...plan.fills.map((fill) => bedOf(fill).depthMm)),
    decantMin: markedAt('empties', techniqueOfPour(story.batch.request), done),
  })
  return null
}
