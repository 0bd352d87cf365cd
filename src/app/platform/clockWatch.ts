import { useEffect, useRef, useState } from 'react'
import * as v from 'valibot'
import { techniqueOfPour } from '#core/batch/index.ts'
import { isWorked } from '#core/runsheet/index.ts'
import { useOpenStories, type BatchStory } from './stories.ts'
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

/** When a pour was last seen at work, by the clock of then: it belongs to that stirring of that batch, and ends with it. */
export interface PourNote {
  readonly batchId: string
  /** The event its stirring began with. */
  readonly stirId: string
  readonly seenMs: number
}

/** The pours whose hands are at work, each as its note would name it. */
export type WorkedPour = Omit<PourNote, 'seenMs'>

/** The note of that very stirring; null where there is none: what was noted of another says nothing of it. */
export function noteOf(notes: readonly PourNote[], { batchId, stirId }: WorkedPour): PourNote | null {
  return notes.find((note) => note.batchId === batchId && note.stirId === stirId) ?? null
}

/** What the clock did while the app was closed, of the pours that are still worked: the gravest gap, and whose it is. */
export function gapOf(
  notes: readonly PourNote[],
  worked: readonly WorkedPour[],
  nowMs: number,
): { readonly gap: ClosedGap; readonly batchIds: readonly string[] } {
  const gaps = worked.map((pour) => ({ pour, gap: gapSince(noteOf(notes, pour)?.seenMs ?? null, nowMs) }))
  const away = gaps.filter(({ gap }) => gap.kind !== 'none')
  const [first] = away
  if (!first) return { gap: { kind: 'none' }, batchIds: [] }
  // All that were seen at that time by that clock.
  const same = away.filter(({ gap }) => gap.kind === first.gap.kind)
  return { gap: first.gap, batchIds: same.map(({ pour }) => pour.batchId) }
}

/** Writes down that those pours were seen at work now, by this clock; what is over has no note any more. */
function noteClock(worked: readonly WorkedPour[], nowMs: number): void {
  try {
    const notes = worked.map((pour): PourNote => ({ ...pour, seenMs: nowMs }))
    if (notes.length === 0) localStorage.removeItem(NOTE_KEY)
    else localStorage.setItem(NOTE_KEY, JSON.stringify(notes))
  } catch {
    // Without it a clock set while the app is closed goes unnoticed, as it did before there were notes.
  }
}

const notesSchema = v.array(v.object({ batchId: v.string(), stirId: v.string(), seenMs: v.number() }))

/** What is noted; nothing where that cannot be read, or was written by an earlier version. */
function notedPours(): readonly PourNote[] {
  try {
    const read = v.safeParse(notesSchema, JSON.parse(localStorage.getItem(NOTE_KEY) ?? '[]'))
    return read.success ? read.output : []
  } catch {
    return []
  }
}

/** That batch's pour as its note names it; null while nobody is at work on it. */
function workedPour(
  { batch, pour, events }: BatchStory,
  notes: readonly PourNote[],
  nowMs: number,
): WorkedPour | null {
  const stir = events.findLast(({ kind }) => kind === 'stirBegan' || kind === 'stopStir')
  if (!stir) return null
  const began = events.findLast(({ kind }) => kind === 'stirBegan') ?? stir
  const own = { batchId: batch.id, stirId: began.id }
  // As it was when it was last seen: a clock put on since makes no pour old.
  const seenMs = Math.min(noteOf(notes, own)?.seenMs ?? nowMs, nowMs)
  return isWorked(pour, techniqueOfPour(batch.request), seenMs) ? own : null
}

export interface NoticedJump {
  readonly byMs: number
  readonly kind: 'setBack' | 'ahead' | 'closedBack' | 'closedAway'
  /** The pours it is about. */
  readonly batchIds: readonly string[]
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
  /** Null until the studio is read: what nobody has read yet says nothing of a note. */
  const running = useRef<readonly WorkedPour[] | null>(null)
  const [anyLive, setAnyLive] = useState(false)
  const [noticed, setNoticed] = useState<NoticedJump | null>(null)
  useEffect(() => {
    if (!stories) return
    const notes = notedPours()
    running.current = stories.flatMap((story) => workedPour(story, notes, nowMs()) ?? [])
    setAnyLive(running.current.length > 0)
  }, [stories, nowMs])
  const opened = useRef(false)
  const answered = useRef(true)
  useEffect(() => {
    if (!anyLive || opened.current) return
    const { gap, batchIds } = gapOf(notedPours(), running.current ?? [], nowMs())
    answered.current = gap.kind === 'none'
    if (gap.kind === 'closedBack') heldMs = -gap.byMs
    const told = setTimeout(() => {
      opened.current = true
      if (gap.kind !== 'none') setNoticed({ ...gap, batchIds })
    })
    return () => clearTimeout(told)
  }, [anyLive, nowMs])
  const tell = (byMs: number, batchIds: readonly string[]) => {
    for (const batchId of batchIds) {
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
      const pours = running.current
      if (!pours) return
      const jump = jumpBetween(wallMs() - wall, evenMs() - even)
      wall = wallMs()
      even = evenMs()
      // Nothing is written down before the last note is explained.
      if (answered.current && (opened.current || pours.length === 0)) noteClock(pours, wallMs())
      if (jump.kind === 'none' || pours.length === 0) return
      const batchIds = pours.map(({ batchId }) => batchId)
      if (jump.kind === 'setBack') told.current(jump.byMs, batchIds)
      setNoticed({ kind: jump.kind, byMs: jump.byMs, batchIds })
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
      if (noticed) tell(noticed.byMs - passedMin * 60_000, noticed.batchIds)
      done()
    },
  }
}
