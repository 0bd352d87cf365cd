/** The device would not store or give something back: full disk, blocked storage, broken database. */
export class StorageError extends Error {
  readonly full: boolean

  constructor(message: string, { full, cause }: { readonly full: boolean; readonly cause: unknown }) {
    super(message, { cause })
    this.name = 'StorageError'
    this.full = full
  }
}

/** Runs a storage job and turns whatever the browser throws into a StorageError that says what to do. */
export async function stored<Value>(job: () => Promise<Value>): Promise<Value> {
  try {
    return await job()
  } catch (cause) {
    const full = isQuota(cause)
    throw new StorageError(
      full
        ? 'The device is full: nothing was changed. Free some space, or export the studio and remove pictures.'
        : 'The browser would not store this: nothing was changed. Private windows and blocked site data do that.',
      { full, cause },
    )
  }
}

function isQuota(cause: unknown): boolean {
  const named = cause as { readonly name?: string; readonly inner?: { readonly name?: string } } | null
  return named?.name === 'QuotaExceededError' || named?.inner?.name === 'QuotaExceededError'
}
