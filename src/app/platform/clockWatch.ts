import { useEffect, useRef, useState } from 'react'
import { useStories } from './queries.ts'
import { spoolMark } from './marks.ts'
import { usePlatform } from './studio.tsx'

/** How a device's clock ran since the last look. */
export type ClockJump =
  | { readonly kind: 'none' }
  /** A clock that goes backwards was set. */
  | { readonly kind: 'setBack'; readonly byMs: number }
  /** It slept, or its clock was put on: nobody can tell from inside. */
  | { readonly kind: 'ahead'; readonly byMs: number }

const NOTICED_MS = 5000
const LONG_SLEEP_MS = 60_000

/** What happened between two looks at the wall clock and at an even one. */
export function jumpBetween(wallMs: number, evenMs: number): ClockJump {
  const byMs = wallMs - evenMs
  if (byMs < -NOTICED_MS) return { kind: 'setBack', byMs }
  return byMs > LONG_SLEEP_MS ? { kind: 'ahead', byMs } : { kind: 'none' }
}

export interface NoticedJump {
  readonly byMs: number
  readonly kind: 'setBack' | 'ahead'
}

interface ClockWatch {
  /** The last jump not yet answered; null when the clock ran evenly. */
  readonly noticed: NoticedJump | null
  readonly dismiss: () => void
  /** It was the clock, not sleep: the pours' clocks go on as if nothing had happened. */
  readonly takeBack: () => void
}

const LOOK_EVERY_MS = 1000

/** Watches the device's clock while pours run; a clock set back is made good at once, one that leapt ahead is asked about. */
export function useClockWatch(): ClockWatch {
  const { db, nowMs, evenMs, newId } = usePlatform()
  const stories = useStories().data
  const running = useRef<readonly string[]>([])
  const [noticed, setNoticed] = useState<NoticedJump | null>(null)
  useEffect(() => {
    running.current = (stories ?? [])
      .filter(({ pour }) => pour.stage === 'running' || pour.stage === 'mixing')
      .map(({ batch }) => batch.id)
  }, [stories])
  const tell = (byMs: number) => {
    for (const batchId of running.current) {
      const event = { id: newId(), atMs: nowMs(), kind: 'clockMoved', byMs } as const
      void spoolMark(db, batchId, event).catch(() => undefined)
    }
  }
  const told = useRef(tell)
  useEffect(() => {
    told.current = tell
  })
  useEffect(() => {
    let wall = nowMs()
    let even = evenMs()
    const look = () => {
      const jump = jumpBetween(nowMs() - wall, evenMs() - even)
      wall = nowMs()
      even = evenMs()
      if (jump.kind === 'none' || running.current.length === 0) return
      if (jump.kind === 'setBack') told.current(jump.byMs)
      setNoticed({ kind: jump.kind, byMs: jump.byMs })
    }
    const timer = setInterval(look, LOOK_EVERY_MS)
    document.addEventListener('visibilitychange', look)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', look)
    }
  }, [nowMs, evenMs])
  return {
    noticed,
    dismiss: () => setNoticed(null),
    takeBack: () => {
      if (noticed) tell(noticed.byMs)
      setNoticed(null)
    },
  }
}
