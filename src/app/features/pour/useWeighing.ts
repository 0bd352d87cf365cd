import { useEffect, useState } from 'react'
import {
  adviseWeighing,
  pouredOf,
  ratioErrorOf,
  type Pouring,
  type WeighAdvice,
} from '#core/instruments/index.ts'
import type { Mix } from '#core/batch/index.ts'
import { weighedOf } from '#core/runsheet/index.ts'
import { useSay } from '#app/components/undo.tsx'
import { ofLayer, useRecord } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { useLanding, type Landing } from './useLanding.ts'

/** Resin forgives a few percent of ratio; a good scale and a steady hand stay within half of one. */
const FORGIVEN_FRAC = 0.005

interface WeighingTask {
  readonly story: BatchStory
  readonly mix: Mix
  /** Whose sitting it is; the pour's own where none is said. */
  readonly layer?: string | undefined
}

/** A pouring, and whether a scale or a person said how much it was; else it is taken as it should be. */
interface Told extends Pouring {
  readonly by: 'scale' | 'person' | 'plan'
}

/** A mix being weighed: by what a linked scale shows, or by the hand that says a part is in. */
export interface Weighing {
  readonly advice: WeighAdvice
  readonly landing: Landing
  readonly toleranceG: number
  /** Whether anything is in the cup by what was told here, and whether a scale showed all of it. What a person said is kept as well. */
  readonly begun: boolean
  readonly isMeasured: boolean
  /** Of what is in, how far A:B is off its ratio, as a fraction; null while a part is missing. */
  readonly ratioError: number | null
  readonly take: () => void
  /** So much of the part at hand is in, as a person says. */
  readonly say: (g: number) => void
  /** Keeps what was said to be in, before it is stirred although it is not what it should be. */
  readonly keepAsItIs: () => Promise<void>
  readonly again: () => void
}

export function useWeighing({ story, mix, layer }: WeighingTask): Weighing {
  const record = useRecord(story.batch.id)
  const say = useSay()
  const [poured, setPoured] = useState<readonly Told[]>([])
  const { a: aG, b: bG } = mix.parts.byWeight
  const toleranceG = Math.max(2 * story.batch.request.measuring.graduationG, FORGIVEN_FRAC * bG)
  const advice = adviseWeighing({ resin: mix.resin, wanted: { aG, bG }, poured, toleranceG })
  const take = () => {
    if (advice.kind !== 'add') return
    const { landedG, tare } = landing
    // What no scale shows is taken as it should be.
    setPoured((before) => [
      ...before,
      { part: advice.part, g: landedG ?? advice.g, by: landedG !== null ? 'scale' : 'plan' },
    ])
    if (landedG !== null) tare()
  }
  const landing = useLanding({ wantedG: advice.kind === 'add' ? advice.g : null, toleranceG, take })
  const sayInCup = (g: number) => {
    if (advice.kind === 'add') setPoured((before) => [...before, { part: advice.part, g, by: 'person' }])
  }
  const isMeasured = poured.length > 0 && poured.every(({ by }) => by === 'scale')
  // What was told before is told anew, also where it is as planned now.
  const isTold =
    isMeasured ||
    poured.some(({ by }) => by === 'person') ||
    (poured.length > 0 && weighedOf(story.events, layer) !== null)
  const right = advice.kind === 'right' && isTold ? advice : null
  useEffect(() => {
    if (right)
      void record({ kind: 'weighed', ...ofLayer(layer), aG: right.aG, bG: right.bG }).catch(
        (problem: Error) => say(problem.message),
      )
    // Told once, when it has become right.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [right === null])
  const keepAsItIs = async () => {
    const inCup = pouredOf(poured)
    // A part that nobody told of is in all the same: what was stirred is taken as planned then.
    if (isTold && right === null && inCup.aG > 0 && inCup.bG > 0)
      await record({ kind: 'weighed', ...ofLayer(layer), ...inCup })
  }
  const again = () => {
    setPoured([])
    landing.untare()
  }
  return {
    advice,
    landing,
    toleranceG,
    begun: poured.length > 0,
    isMeasured,
    ratioError: ratioErrorOf(mix.resin, poured),
    take,
    say: sayInCup,
    keepAsItIs,
    again,
  }
}
