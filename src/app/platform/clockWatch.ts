import { useEffect, useRef, useState } from 'react'
import { isLive } from '#core/runsheet/index.ts'
import { useOpenStories } from './stories.ts'
import { spoolMark } from './spool.ts'
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

/** What the clock did while the app was closed, as far as its last note tells: by how much it stands before that note, or after it. */
export type ClosedGap =
  | { readonly kind: 'none' }
  /** The clock stands before what was noted: it was set back. */
  | { readonly kind: 'closedBack'; readonly byMs: number }
  /** So long nobody saw the pour: it was closed, or the clock was put on. */
  | { readonly kind: 'closedAway'; readonly byMs: number }

const NOTE_KEY = 'nublo-clock'
const AWAY_MS = 10 * 60_000

/** What lies between the clock's last note and now. */
export function gapSince(notedMs: number | null, nowMs: number): ClosedGap {
  if (notedMs === null) return { kind: 'none' }
  const byMs = nowMs - notedMs
  if (byMs < -NOTICED_MS) return { kind: 'closedBack', byMs }
  return byMs > AWAY_MS ? { kind: 'closedAway', byMs } : { kind: 'none' }
}

/** Writes down that a pour was seen running now, by this clock. */
function noteClock(nowMs: number): void {
  try {
    localStorage.setItem(NOTE_KEY, String(nowMs))
  } catch {
    // Without it a clock set while the app is closed goes unnoticed, as it did before there were notes.
  }
}

function notedClock(): number | null {
  try {
    const noted = Number(localStorage.getItem(NOTE_KEY) ?? Number.NaN)
    return Number.isFinite(noted) ? noted : null
  } catch {
    return null
  }
}

export interface NoticedJump {
  readonly byMs: number
  readonly kind: 'setBack' | 'ahead' | 'closedBack' | 'closedAway'
}

interface ClockWatch {
  /** The last jump not yet answered; null when the clock ran evenly. */
  readonly noticed: NoticedJump | null
  readonly dismiss: () => void
  /** It was the clock, not sleep or absence: the pours' clocks go on as if only so many minutes had passed. */
  readonly takeBack: (passedMin?: number) => void
}

/** While a clock that stands before its last note is not explained, time goes on from that note: no limit moves later. */
let heldMs = 0

/** The instant pours go by: the device's clock, held at its last note while it is asked about. */
export function pourNowMs(): number {
  return Date.now() + heldMs
}

const LOOK_EVERY_MS = 1000

/** Watches the device's clock while pours are live; a clock set back is made good at once, one that leapt ahead is asked about. */
export function useClockWatch(): ClockWatch {
  const { db, nowMs, evenMs, newId } = usePlatform()
  const stories = useOpenStories()
  const running = useRef<readonly string[]>([])
  const [anyLive, setAnyLive] = useState(false)
  const [noticed, setNoticed] = useState<NoticedJump | null>(null)
  useEffect(() => {
    // As it was when the clock was last seen: one put on since makes no pour old.
    const seenMs = Math.min(notedClock() ?? nowMs(), nowMs())
    running.current = (stories ?? []).filter(({ pour }) => isLive(pour, seenMs)).map(({ batch }) => batch.id)
    setAnyLive(running.current.length > 0)
  }, [stories, nowMs])
  const opened = useRef(false)
  const answered = useRef(true)
  useEffect(() => {
    if (!anyLive || opened.current) return
    const gap = gapSince(notedClock(), nowMs())
    answered.current = gap.kind === 'none'
    if (gap.kind === 'closedBack') heldMs = -gap.byMs
    const told = setTimeout(() => {
      opened.current = true
      if (gap.kind !== 'none') setNoticed(gap)
    })
    return () => clearTimeout(told)
  }, [anyLive, nowMs])
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
    const wallMs = () => nowMs() - heldMs
    let wall = wallMs()
    let even = evenMs()
    const look = () => {
      const jump = jumpBetween(wallMs() - wall, evenMs() - even)
      wall = wallMs()
      even = evenMs()
      // Nothing is written down before the last note is explained.
      if (running.current.length > 0 && answered.current && opened.current) noteClock(wallMs())
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
  const done = () => {
    answered.current = true
    heldMs = 0
    setNoticed(null)
  }
  return {
    noticed,
    dismiss: done,
    takeBack: (passedMin = 0) => {
      if (noticed) tell(noticed.byMs - passedMin * 60_000)
      done()
    },
  }
}
