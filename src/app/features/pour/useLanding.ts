import { useEffect, useRef, useState } from 'react'
import { useNowMs } from '#app/platform/clock.ts'
import { instrumentOf, useBenchLink } from '#app/platform/instruments.ts'

/** A pouring counts once the scale has been still for so long. */
const STILL_MS = 2000

interface LandingTask {
  /** What is poured now, g; null where nothing is. */
  readonly wantedG: number | null
  /** So little short is as good as in. */
  readonly toleranceG: number
  /** Takes what has landed as in; asked by itself once it is enough and the scale is still. */
  readonly take: () => void
}

/** What lands on the linked scale. */
export interface Landing {
  /** Null where none is linked. */
  readonly scale: { readonly name: string; readonly shownG: number | null; readonly isStill: boolean } | null
  /** Whether instruments are linked that bring no scale, or are out of reach. */
  readonly misses: 'lost' | 'noScale' | null
  /** Since the scale was tared; null until it is, or while it shows nothing. */
  readonly landedG: number | null
  readonly isTared: boolean
  /** Counts from what the scale shows now. */
  readonly tare: () => void
  readonly untare: () => void
}

export function useLanding({ wantedG, toleranceG, take }: LandingTask): Landing {
  const link = useBenchLink()
  const nowMs = useNowMs(250)
  /** What the scale showed before this pouring. */
  const [fromG, setFromG] = useState<number | null>(null)
  const found = instrumentOf(link, 'scale', nowMs)
  const shownG = found?.sample?.value ?? null
  const landedG = fromG === null || shownG === null ? null : shownG - fromG
  const isStill = found !== null && found.sample !== null && nowMs - found.instrument.steadySinceMs > STILL_MS
  const isIn = isStill && wantedG !== null && landedG !== null && landedG >= wantedG - toleranceG
  const taken = useRef(take)
  useEffect(() => {
    taken.current = take
  })
  useEffect(() => {
    if (isIn) taken.current()
  }, [isIn])
  return {
    scale: found && { name: found.instrument.last!.name, shownG, isStill },
    misses: found || link.state === 'off' ? null : link.state === 'lost' ? 'lost' : 'noScale',
    landedG,
    isTared: fromG !== null,
    tare: () => setFromG(shownG),
    untare: () => setFromG(null),
  }
}
