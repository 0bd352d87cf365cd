import type Dexie from 'dexie'

/**
 * A browser that ends in the middle of a large write leaves a torn record at the end of its own journal, and Chromium goes on writing behind it: what is
 * stored from then on can be read until the browser ends, and is gone at the opening after that, however it ended. So a large step leaves a note while
 * it is under way, and an opening that finds one has the browser begin a new journal before a mark is made.
 */
const NOTE = '-step-'
const BALLAST = '-ballast'
/** A journal of 4 MB is put in order and a new one begun (LevelDB's write buffer, as Chromium sets it at most; measured: 2.9 MB did). */
const BALLAST_ROWS = 110
/** Rows of more than 64 KB would go into files of their own. */
const ROW_BYTES = 48 * 1024

/** Does something that writes much to that database, with a note of it until it is over, however it ends. */
export async function noted<Result>(
  database: string,
  stepId: string,
  job: () => Promise<Result>,
): Promise<Result> {
  const note = `${database}${NOTE}${stepId}`
  // Where there is no room for a note there is none for the step: it says so itself.
  await opened(note).then(
    (db) => db.close(),
    () => undefined,
  )
  try {
    return await job()
  } finally {
    await removed(note).catch(() => undefined)
  }
}

/** Where a large step of that database was cut short a new journal is begun; the answer is whether one was. */
export async function renewJournal(database: string): Promise<boolean> {
  const notes = ((await databaseNames()) ?? []).filter((name) => name.startsWith(`${database}${NOTE}`))
  if (notes.length === 0) return false
  const ballast = `${database}${BALLAST}`
  try {
    const db = await opened(ballast)
    await filled(db).finally(() => db.close())
    await removed(ballast)
    for (const note of notes) await removed(note)
    return true
  } catch {
    // No room just now: the note stays for the next opening.
    return false
  }
}

/** Opens that database; where an earlier version wrote it, all of it is rewritten under a note. */
export async function openNoted(db: Dexie): Promise<void> {
  const before = (await known())?.find(({ name }) => name === db.name)?.version
  const open = async () => void (await db.open())
  if (before === undefined || before >= DEXIE_VERSION * db.verno) return open()
  return noted(db.name, 'upgrade', open)
}

/** Dexie counts versions in tens. */
const DEXIE_VERSION = 10

/** Names of the databases of this origin; null where a browser does not tell. */
export async function databaseNames(): Promise<readonly string[] | null> {
  return (await known())?.flatMap(({ name }) => name ?? []) ?? null
}

async function known(): Promise<readonly IDBDatabaseInfo[] | null> {
  try {
    return await indexedDB.databases()
  } catch {
    return null
  }
}

const ROWS = 'rows'

function opened(name: string): Promise<IDBDatabase> {
  return new Promise((resolve, reject) => {
    const opening = indexedDB.open(name, 1)
    opening.onupgradeneeded = () => opening.result.createObjectStore(ROWS)
    opening.onsuccess = () => resolve(opening.result)
    opening.onerror = () => reject(opening.error ?? new Error(`${name} does not open`))
  })
}

function removed(name: string): Promise<void> {
  return new Promise((resolve, reject) => {
    const removing = indexedDB.deleteDatabase(name)
    removing.onsuccess = () => resolve()
    removing.onerror = () => reject(removing.error ?? new Error(`${name} cannot be removed`))
  })
}

function filled(db: IDBDatabase): Promise<void> {
  return new Promise((resolve, reject) => {
    const writing = db.transaction(ROWS, 'readwrite', { durability: 'relaxed' })
    const row = new Uint8Array(ROW_BYTES)
    for (let no = 0; no < BALLAST_ROWS; no++) writing.objectStore(ROWS).put(row, no)
    writing.oncomplete = () => resolve()
    writing.onabort = () => reject(writing.error ?? new Error('no room'))
  })
}
