import { useEffect } from 'react'
import { isLive } from '#core/runsheet/index.ts'
import type { BackupFolder, StudioDatabase } from '#data/database.ts'
import { stored } from '#data/storageError.ts'
import { noteBackup, readKnown } from './backup.ts'
import { useLiveRows } from './liveRows.ts'
import { useOpenStories } from './stories.ts'
import { usePlatform } from './studio.tsx'

/** So many files of the studio's own are left in the folder. */
const MOST_FILES = 12
/** Once a day is enough: what is new is on the device. */
const EVERY_MS = 20 * 3_600_000
const OWN_FILE = /^nublo-studio-\d{4}-\d\d-\d\d\.zip$/

interface Asking {
  readonly mode: 'readwrite'
}
type Granting = FileSystemDirectoryHandle & {
  readonly queryPermission: (asking: Asking) => Promise<PermissionState>
  readonly requestPermission: (asking: Asking) => Promise<PermissionState>
  readonly entries: () => AsyncIterable<readonly [string, FileSystemHandle]>
}
type Picking = typeof globalThis & {
  readonly showDirectoryPicker?: (
    asking: Asking & { readonly id: string },
  ) => Promise<FileSystemDirectoryHandle>
}

/** Whether this browser can keep a folder. */
export function canKeepFolder(): boolean {
  return 'showDirectoryPicker' in globalThis
}

/** Lets the person choose the folder and writes a first backup into it; false where none was chosen. */
export async function chooseFolder(db: StudioDatabase, nowMs: number): Promise<boolean> {
  const handle = await (globalThis as Picking).showDirectoryPicker!({
    mode: 'readwrite',
    id: 'nublo-backups',
  }).catch(() => null)
  if (!handle) return false
  await oneAtATime(async () => {
    await stored(() => db.folders.put({ id: 'backups', handle, lastAtMs: null, trouble: null, shelf: null }))
    await backUpInto(db, handle, nowMs)
  })
  return true
}

/** Writes no more into the folder; what is in it stays. */
export function letFolderGo(db: StudioDatabase): Promise<void> {
  return stored(() => db.folders.delete('backups'))
}

/** Asks the browser for the folder again, as it must be after the browser was closed, and backs up. */
export async function backUpNow(db: StudioDatabase, nowMs: number): Promise<void> {
  const folder = await db.folders.get('backups')
  if (!folder) return
  const granted = await (folder.handle as Granting).requestPermission({ mode: 'readwrite' })
  if (granted === 'granted') await oneAtATime(() => backUpInto(db, folder.handle, nowMs))
  else await db.folders.update('backups', { trouble: 'notAllowed' })
}

const LOCK = 'nublo-backup'

/** No two tabs, and no two buttons, write the same file at once. */
function oneAtATime(job: () => Promise<void>): Promise<void> {
  return navigator.locks.request(LOCK, job)
}

/** One file a day, written beside and put in place as a whole; the oldest of the studio's own go. */
async function backUpInto(
  db: StudioDatabase,
  folder: FileSystemDirectoryHandle,
  nowMs: number,
): Promise<void> {
  // Taken before the file: what changes while it is written is new to the next one.
  const shelf = await shelfDigest(db)
  try {
    await writeFile(db, folder, nowMs)
    await keepFew(folder as Granting)
  } catch (problem) {
    await db.folders.update('backups', { trouble: 'notWritten' })
    throw problem
  }
  await db.folders.update('backups', { lastAtMs: nowMs, trouble: null, shelf })
  noteBackup('backup', await db.pieces.where('outcome.recordedAtMs').aboveOrEqual(0).count(), nowMs)
}

/** The day's file; where it cannot be written the one before stays, and none is left that is empty. */
async function writeFile(
  db: StudioDatabase,
  folder: FileSystemDirectoryHandle,
  nowMs: number,
): Promise<void> {
  const { giveStudioZip, studioFileName } = await import('./studioZip.ts')
  const name = studioFileName(nowMs)
  const file = await folder.getFileHandle(name, { create: true })
  const writing = await file.createWritable()
  try {
    let written: Promise<unknown> = Promise.resolve()
    await giveStudioZip(db, {
      nowMs,
      give: (chunk) => {
        written = written.then(() => writing.write(chunk as Uint8Array<ArrayBuffer>))
        return written
      },
    })
    await writing.close()
  } catch (problem) {
    await writing.abort().catch(() => undefined)
    if ((await file.getFile()).size === 0) await folder.removeEntry(name)
    throw problem
  }
}

async function keepFew(folder: Granting): Promise<void> {
  const names: string[] = []
  for await (const [name] of folder.entries()) if (OWN_FILE.test(name)) names.push(name)
  for (const old of names.sort().slice(0, Math.max(0, names.length - MOST_FILES)))
    await folder.removeEntry(old)
}

/** The folder backups go into; null where there is none. */
export function useBackupFolder(): BackupFolder | null {
  const { db } = usePlatform()
  return useLiveRows(['folders'], async () => (await db.folders.get('backups')) ?? null).data ?? null
}

const LOOK_EVERY_MS = 600_000

/** Backs up into the folder by itself, once a day when something is new, never in the middle of a pour. */
export function useFolderBackups(): void {
  const { db, nowMs } = usePlatform()
  const open = useOpenStories()
  const pouring = open === null || open.some(({ pour }) => isLive(pour, nowMs()))
  useEffect(() => {
    if (pouring) return
    const look = () =>
      void oneAtATime(async () => {
        if (await isDue(db, nowMs())) await backUpIntoAllowed(db, nowMs())
      }).catch(() => undefined)
    look()
    const timer = setInterval(look, LOOK_EVERY_MS)
    return () => clearInterval(timer)
  }, [db, nowMs, pouring])
}

async function isDue(db: StudioDatabase, nowMs: number): Promise<boolean> {
  const folder = await db.folders.get('backups')
  const lastMs = Math.max(folder?.lastAtMs ?? 0, readKnown().backup.atMs)
  if (!folder || nowMs - lastMs < EVERY_MS) return false
  const fresh =
    (await db.events.where('event.atMs').above(lastMs).count()) +
    (await db.pieces.where('outcome.recordedAtMs').above(lastMs).count()) +
    (await db.batches.where('createdAtMs').above(lastMs).count())
  return fresh > 0 || folder.shelf !== (await shelfDigest(db))
}

/** What is changed without a mark of its own time. */
const SHELF_TABLES = [
  'resins',
  'colours',
  'molds',
  'patterns',
  'recipes',
  'supplies',
  'movements',
  'care',
  'orders',
] as const

/** One text for all that lies on the shelf: another one when anything of it was changed. */
async function shelfDigest(db: StudioDatabase): Promise<string> {
  const rows = await stored(() => Promise.all(SHELF_TABLES.map((name) => db.table(name).toArray())))
  const { inWords } = await import('#data/mergeStudios.ts')
  const { sha256 } = await import('#formats/checksums.ts')
  return sha256(new TextEncoder().encode(inWords(rows)))
}

async function backUpIntoAllowed(db: StudioDatabase, nowMs: number): Promise<void> {
  const { handle } = (await db.folders.get('backups'))!
  const granted = await (handle as Granting).queryPermission({ mode: 'readwrite' })
  if (granted === 'granted') return backUpInto(db, handle, nowMs)
  await db.folders.update('backups', { trouble: 'notAllowed' })
}
