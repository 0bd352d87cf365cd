import { useSyncExternalStore } from 'react'
import type { StudioDatabase } from '#data/database.ts'
import { useLiveRows } from './liveRows.ts'
import { usePlatform } from './studio.tsx'

/** When the studio was last saved to a file, and how many pieces were written down by then. Kept beside the studio: a file does not hold when it was made. */
export interface LastBackup {
  readonly atMs: number
  readonly pieces: number
}

const KEY = 'nublo-backup'
const NEVER: LastBackup = { atMs: 0, pieces: 0 }
/** So many new pieces, or the first ones and so many days, are worth a file (by judgement). */
const PIECES = 10
const DAYS = 14
const DAY_MS = 86_400_000

/** The last backup, and the one after which somebody said "later". */
export interface Known {
  readonly backup: LastBackup
  readonly later: LastBackup
}

let kept: { readonly text: string; readonly known: Known } | null = null

/** What is known of backups here; the same object until something is noted. */
export function readKnown(): Known {
  const text = keptText()
  if (kept?.text !== text) kept = { text, known: knownIn(text) }
  return kept.known
}

function keptText(): string {
  try {
    return localStorage.getItem(KEY) ?? '{}'
  } catch {
    return '{}'
  }
}

function knownIn(text: string): Known {
  try {
    const known = JSON.parse(text) as Partial<Known>
    return { backup: known.backup ?? NEVER, later: known.later ?? NEVER }
  } catch {
    return { backup: NEVER, later: NEVER }
  }
}

const watchers = new Set<() => void>()

/** Tells of every note, of other tabs too. */
function watch(told: () => void): () => void {
  watchers.add(told)
  addEventListener('storage', told)
  return () => {
    watchers.delete(told)
    removeEventListener('storage', told)
  }
}

function keep(known: Known): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(known))
  } catch {
    // Asked once more next time.
  }
  for (const told of watchers) told()
}

/** Whether a backup is due: enough is new since the last one, and since it was last put off. */
export function isBackupDue({ backup, later }: Known, pieces: number, nowMs: number): boolean {
  const since = backup.atMs >= later.atMs ? backup : later
  const fresh = pieces - since.pieces
  if (fresh <= 0) return false
  return fresh >= PIECES || since.pieces === 0 || nowMs - since.atMs > DAYS * DAY_MS
}

/** The demo's pieces are nobody's work: they ask for no backup. */
export function noteFurnished(pieces: number, nowMs: number): void {
  keep({ backup: NEVER, later: { atMs: nowMs, pieces } })
}

/** Notes down that a backup was made, or put off, with so many pieces written down by then. */
export function noteBackup(what: keyof Known, pieces: number, nowMs: number): void {
  keep({ ...readKnown(), [what]: { atMs: nowMs, pieces } })
}

export interface Backup {
  /** Null where there never was one. */
  readonly lastAtMs: number | null
  /** Pieces written down since. */
  readonly fresh: number
  readonly due: boolean
  readonly wasMade: () => void
  readonly later: () => void
}

/** What is known of backups here, and what notes one down. */
export function useBackup(): Backup {
  const { db, nowMs } = usePlatform()
  const known = useSyncExternalStore(watch, readKnown)
  const pieces = useLiveRows(['finished pieces'], () => finishedPieces(db)).data ?? 0
  const note = (what: keyof Known) => noteBackup(what, pieces, nowMs())
  return {
    lastAtMs: known.backup.atMs || null,
    fresh: Math.max(0, pieces - known.backup.pieces),
    due: isBackupDue(known, pieces, nowMs()),
    wasMade: () => note('backup'),
    later: () => note('later'),
  }
}

function finishedPieces(db: StudioDatabase): Promise<number> {
  return db.pieces.where('outcome.recordedAtMs').aboveOrEqual(0).count()
}

/** Asks the browser to keep this studio when space runs low; once the first own batch is kept it is worth keeping. */
export async function askToPersist(): Promise<boolean> {
  try {
    return (await navigator.storage.persisted()) || (await navigator.storage.persist())
  } catch {
    return false
  }
}

export interface StorageUse {
  readonly usedBytes: number | null
  readonly quotaBytes: number | null
  readonly persisted: boolean
}

/** How much this address takes on the device, as far as the browser says. */
export async function storageUse(): Promise<StorageUse> {
  try {
    const { usage = null, quota = null } = await navigator.storage.estimate()
    return { usedBytes: usage, quotaBytes: quota, persisted: await navigator.storage.persisted() }
  } catch {
    return { usedBytes: null, quotaBytes: null, persisted: false }
  }
}
