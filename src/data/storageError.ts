import { Refused } from './door.ts'

/** The device would not store or give something back: full disk, blocked storage, broken database. */
export class StorageError extends Error {
  readonly full: boolean

  constructor(message: string, { full, cause }: { readonly full: boolean; readonly cause: unknown }) {
    super(message, { cause })
    this.name = 'StorageError'
    this.full = full
  }
}

/** What is said where there is no room. */
export const FULL =
  'The device is full: nothing was changed. Free some space, or export the studio and remove pictures.'

/** Runs a storage job and turns whatever the browser throws into a StorageError that says what to do. */
export async function stored<Value>(job: () => Promise<Value>): Promise<Value> {
  try {
    return await job()
  } catch (cause) {
    const refused = refusalIn(cause)
    if (refused) throw refused
    const full = isQuota(cause)
    throw new StorageError(
      full
        ? FULL
        : 'The browser would not store this: nothing was changed. Private windows and blocked site data do that.',
      { full, cause },
    )
  }
}

/** The refusal of the door, which Dexie may have wrapped. */
function refusalIn(cause: unknown): Refused | null {
  if (cause instanceof Refused) return cause
  const inner = (cause as { readonly inner?: unknown } | null)?.inner
  return inner instanceof Refused ? inner : null
}

function isQuota(cause: unknown): boolean {
  const named = cause as { readonly name?: string; readonly inner?: { readonly name?: string } } | null
  return named?.name === 'QuotaExceededError' || named?.inner?.name === 'QuotaExceededError'
}
