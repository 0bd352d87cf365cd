import { useEffect, useRef, useState } from 'react'
import { adviseWeighing, type Pouring, type WeighAdvice } from '#core/instruments/index.ts'
import type { Mix } from '#core/batch/index.ts'
import { useSay } from '#app/components/undo.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import { instrumentOf, useBenchLink } from '#app/platform/instruments.ts'
import { ofLayer, useRecord } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/stories.ts'

/** A pouring counts once the scale has been still for so long. */
const STILL_MS = 2000
/** Resin forgives a few percent of ratio; a good scale and a steady hand stay within half of one. */
const FORGIVEN_FRAC = 0.005

interface WeighingTask {
  readonly story: BatchStory
  readonly mix: Mix
  /** Whose sitting it is; the pour's own where none is said. */
  readonly layer?: string | undefined
}

/** A mix being weighed: by what a linked scale shows, or by the hand that says a part is in. */
export interface Weighing {
  readonly advice: WeighAdvice
  /** What has landed of the part that is poured now; null where no scale says so. */
  readonly landedG: number | null
  readonly toleranceG: number
  /** The linked scale; null where there is none. */
  readonly scale: {
    readonly name: string
    readonly shownG: number | null
    readonly isStill: boolean
    readonly isTared: boolean
    readonly tare: () => void
  } | null
  /** Whether a feed of instruments is linked but brings no scale. */
  readonly misses: 'lost' | 'noScale' | null
  /** Whether anything is in the cup by what was told here. */
  readonly begun: boolean
  readonly take: () => void
  readonly again: () => void
}

export function useWeighing({ story, mix, layer }: WeighingTask): Weighing {
  const link = useBenchLink()
  const nowMs = useNowMs(250)
  const record = useRecord(story.batch.id)
  const say = useSay()
  const [poured, setPoured] = useState<readonly Pouring[]>([])
  /** What the scale showed before this pouring; null until the empty cup stands on it. */
  const [fromG, setFromG] = useState<number | null>(null)
  const scale = instrumentOf(link, 'scale', nowMs)
  const { a: aG, b: bG } = mix.parts.byWeight
  const toleranceG = Math.max(2 * story.batch.request.measuring.graduationG, FORGIVEN_FRAC * bG)
  const advice = adviseWeighing({ resin: mix.resin, wanted: { aG, bG }, poured, toleranceG })
  const shownG = scale?.sample?.value ?? null
  const landedG = fromG === null || shownG === null ? null : shownG - fromG
  const isStill = scale !== null && scale.sample !== null && nowMs - scale.instrument.steadySinceMs > STILL_MS
  const isIn = advice.kind === 'add' && isStill && landedG !== null && landedG >= advice.g - toleranceG
  const take = () => {
    if (advice.kind !== 'add') return
    // What no scale shows is taken as it should be.
    setPoured((before) => [...before, { part: advice.part, g: landedG ?? advice.g }])
    if (landedG !== null) setFromG(shownG)
  }
  const taken = useRef(take)
  useEffect(() => {
    taken.current = take
  })
  useEffect(() => {
    if (isIn) taken.current()
  }, [isIn])
  const right = advice.kind === 'right' && fromG !== null ? advice : null
  useEffect(() => {
    if (right)
      void record({ kind: 'weighed', ...ofLayer(layer), aG: right.aG, bG: right.bG }).catch(
        (problem: Error) => say(problem.message),
      )
    // Told once, when it has become right.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [right === null])
  const again = () => {
    setPoured([])
    setFromG(null)
  }
  return {
    advice,
    landedG,
    toleranceG,
    scale: scale && {
      name: scale.instrument.last!.name,
      shownG,
      isStill,
      isTared: fromG !== null,
      tare: () => setFromG(shownG),
    },
    misses: scale || link.state === 'off' ? null : link.state === 'lost' ? 'lost' : 'noScale',
    begun: poured.length > 0,
    take,
    again,
  }
}
