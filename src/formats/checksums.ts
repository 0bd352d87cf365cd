/** SHA-256 by what it is of: a table, a batch with its marks and pieces, a picture. */
export type Checksums = Readonly<Record<string, string>>

/** Records as JSON holds them, before anything is known of them. */
export type RawFile = Readonly<Record<string, unknown>>

interface Group {
  readonly key: string
  /** What is hashed, as JSON text. */
  readonly of: unknown
}

const BY_BATCH = ['batches', 'events', 'pieces'] as const
/** Told elsewhere, or not the same in every file that holds the same. */
const NOT_A_TABLE: readonly string[] = ['format', 'version', 'exportedAt', 'checksums', 'photos', ...BY_BATCH]

/** The checksums of a file's records, without those of its pictures' bytes. */
export async function checksumsOf(file: RawFile): Promise<Record<string, string>> {
  const sums: Record<string, string> = {}
  for (const { key, of } of groupsOf(file))
    sums[key] = await sha256(new TextEncoder().encode(JSON.stringify(of)))
  return sums
}

/** Under what the checksum of a picture's bytes stands. */
export function pictureKey(id: unknown): string {
  return `picture ${String(id)}`
}

/** What of those records is not what the checksums say, and what is missing, by its key. */
export async function changedIn(file: RawFile, sums: Checksums): Promise<readonly string[]> {
  const now = await checksumsOf(file)
  const pictures = new Set(listOf(file, 'photos').map((row) => pictureKey(fieldOf(row, 'id'))))
  const keys = [...new Set([...Object.keys(now), ...Object.keys(sums)])]
  return keys.filter((key) => (pictures.has(key) ? false : now[key] !== sums[key]))
}

/** SHA-256 as hexadecimal text. */
export async function sha256(bytes: Uint8Array): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', bytes as Uint8Array<ArrayBuffer>)
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}

/** The file without the groups of those keys: a table is empty, a batch is gone with all that hangs on it, and so are pictures of what is gone. */
export function withoutGroups(file: RawFile, keys: readonly string[]): RawFile {
  const gone = new Set(keys)
  const batchGone = (id: unknown) => gone.has(batchKey(id))
  const pieces = listOf(file, 'pieces').filter((row) => !batchGone(fieldOf(row, 'batchId')))
  const known = new Set(pieces.map((row) => fieldOf(row, 'id')))
  const tables = Object.entries(file).map(([name, rows]) => {
    if (name === 'settings') return [name, gone.has(name) ? null : rows]
    return [name, gone.has(name) && Array.isArray(rows) ? [] : rows]
  })
  return {
    ...(Object.fromEntries(tables) as RawFile),
    batches: listOf(file, 'batches').filter((row) => !batchGone(fieldOf(row, 'id'))),
    events: listOf(file, 'events').filter((row) => !batchGone(fieldOf(row, 'batchId'))),
    pieces,
    photos: gone.has('photos')
      ? []
      : listOf(file, 'photos').filter(
          (row) => !gone.has(pictureKey(fieldOf(row, 'id'))) && known.has(fieldOf(row, 'pieceId')),
        ),
  }
}

function groupsOf(file: RawFile): readonly Group[] {
  const tables = Object.keys(file).filter((name) => !NOT_A_TABLE.includes(name))
  const own = new Map<unknown, unknown[][]>()
  for (const [k, name] of BY_BATCH.entries()) {
    for (const row of listOf(file, name)) {
      const id = fieldOf(row, name === 'batches' ? 'id' : 'batchId')
      const lists = own.get(id) ?? [[], [], []]
      lists[k]!.push(row)
      own.set(id, lists)
    }
  }
  return [
    { key: 'head', of: [file['format'], file['version'], file['exportedAt']] },
    ...tables.map((key) => ({ key, of: file[key] })),
    ...[...own].map(([id, of]) => ({ key: batchKey(id), of })),
    { key: 'photos', of: listOf(file, 'photos').map(withoutBytes) },
  ]
}

function batchKey(id: unknown): string {
  return `batch ${String(id)}`
}

function listOf(file: RawFile, name: string): readonly unknown[] {
  const rows = file[name]
  return Array.isArray(rows) ? (rows as readonly unknown[]) : []
}

function fieldOf(row: unknown, name: string): unknown {
  return typeof row === 'object' && row !== null ? (row as Record<string, unknown>)[name] : undefined
}

/** Where a picture's bytes are is not part of what it is. */
function withoutBytes(row: unknown): unknown {
  if (typeof row !== 'object' || row === null) return row
  const { base64: _base64, file: _file, ...rest } = row as Record<string, unknown>
  return rest
}
