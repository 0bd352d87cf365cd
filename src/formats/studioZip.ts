import { Unzip, UnzipInflate, UnzipPassThrough, Zip, ZipDeflate, ZipPassThrough } from 'fflate'
import { fail, type Result } from '#core/units/index.ts'
import type { Studio } from '#schema/studio.ts'
import { provenFile, readBundleWith, type BundleProblem } from './bundle.ts'

/** What may come out of a studio file: a small one must not unpack into something that fills the device. */
export interface ZipLimits {
  readonly recordsBytes: number
  readonly allBytes: number
  readonly files: number
}

export const ZIP_LIMITS: ZipLimits = {
  recordsBytes: 200 * 1024 * 1024,
  allBytes: 1024 * 1024 * 1024,
  files: 60_000,
}

const RECORDS = 'studio.json'
const EXTENSIONS = { 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' } as const

type StoredPicture = Studio['photos'][number]
type Records = Omit<Studio, 'photos'> & { readonly photos: readonly Omit<StoredPicture, 'bytes'>[] }

interface ZipGiving {
  readonly exportedAtMs: number
  /** Takes the file piece by piece, in its order; the next picture waits for the promise it answers with. */
  readonly give: (chunk: Uint8Array) => unknown
}

/**
 * The studio as a ZIP file: studio.json, deflated, and each picture as a file of its own. Pictures are taken one after another and given
 * on at once, so that memory holds one at a time; they are gone through twice, first for their checksums.
 */
export async function writeStudioZip(
  records: Records,
  pictures: () => AsyncIterable<Pick<StoredPicture, 'id' | 'bytes'>>,
  { exportedAtMs, give }: ZipGiving,
): Promise<void> {
  let failed: Error | null = null
  let given: unknown = null
  const zip = new Zip((problem, chunk) => {
    if (problem) failed ??= problem
    else given = give(chunk)
  })
  const { photos, ...rest } = records
  const nameOf = new Map(photos.map((photo) => [photo.id, pictureName(photo)]))
  const rows = photos.map((photo) => ({ ...photo, file: nameOf.get(photo.id) }))
  const text = JSON.stringify(await provenFile({ ...rest, photos: rows }, pictures(), exportedAtMs))
  const json = new ZipDeflate(RECORDS, { level: 6 })
  zip.add(json)
  json.push(new TextEncoder().encode(text), true)
  for await (const { id, bytes } of pictures()) {
    const file = new ZipPassThrough(nameOf.get(id) ?? `photos/${id}`)
    zip.add(file)
    file.push(bytes, true)
    await given
  }
  zip.end()
  await given
  if (failed) throw failed
}

function pictureName({ id, mediaType }: Omit<StoredPicture, 'bytes'>): string {
  return `photos/${id}.${EXTENSIONS[mediaType]}`
}

/** Whether those first bytes begin a ZIP file. */
export function isZip(first: Uint8Array): boolean {
  return first[0] === 0x50 && first[1] === 0x4b && first[2] === 0x03 && first[3] === 0x04
}

/** The studio a ZIP file holds, checked as a whole. Reading stops as soon as a limit is passed. */
export async function readStudioZip(
  chunks: AsyncIterable<Uint8Array>,
  limits: ZipLimits = ZIP_LIMITS,
): Promise<Result<Studio, BundleProblem>> {
  const files = new Map<string, Uint8Array>()
  let problem: BundleProblem | null = null
  let unpacked = 0
  let begun = 0
  let named: ReadonlySet<string> | null = null
  const unzip = new Unzip((file) => {
    begun++
    if (begun > limits.files) problem ??= { kind: 'tooMuch', what: `more than ${limits.files} files` }
    if (named && file.name !== RECORDS && !named.has(file.name)) problem ??= stranger(file.name)
    if (problem) return
    const parts: Uint8Array[] = []
    let own = 0
    file.ondata = (trouble, chunk, final) => {
      if (trouble) problem ??= { kind: 'broken', lines: [`${file.name}: cannot be unpacked`] }
      if (problem || trouble) return
      own += chunk.length
      unpacked += chunk.length
      if (unpacked > limits.allBytes) problem = tooMuch('the file', limits.allBytes)
      else if (file.name === RECORDS && own > limits.recordsBytes)
        problem = tooMuch(RECORDS, limits.recordsBytes)
      else {
        parts.push(chunk)
        if (!final) return
        files.set(file.name, joined(parts, own))
        if (file.name === RECORDS) named = filesNamedIn(files.get(RECORDS)!)
      }
    }
    file.start()
  })
  unzip.register(UnzipInflate)
  unzip.register(UnzipPassThrough)
  try {
    for await (const chunk of chunks) {
      for (let at = 0; at < chunk.length && !problem; at += PIECE)
        unzip.push(chunk.subarray(at, at + PIECE), false)
      if (problem) break
    }
    if (!problem) unzip.push(new Uint8Array(0), true)
  } catch {
    problem ??= { kind: 'broken', lines: ['the file is cut off or is no ZIP file'] }
  }
  if (problem) return fail(problem)
  const unnamed = [...files.keys()].find((name) => name !== RECORDS && named && !named.has(name))
  return unnamed === undefined ? studioOf(files) : fail(stranger(unnamed))
}

/** The pictures' files that the records name; null where they cannot be read, which is told later. */
function filesNamedIn(records: Uint8Array): ReadonlySet<string> | null {
  try {
    const { photos } = JSON.parse(new TextDecoder().decode(records)) as { readonly photos?: unknown }
    if (!Array.isArray(photos)) return null
    return new Set(photos.map((row: { readonly file?: unknown } | null) => String(row?.file)))
  } catch {
    return null
  }
}

/** A file in the ZIP that no record names. */
function stranger(name: string): BundleProblem {
  return { kind: 'broken', lines: [`${name.slice(0, 80)}: no record of the studio names this file`] }
}

/** So much is unpacked before the limits are looked at again. */
const PIECE = 64 * 1024

function tooMuch(what: string, bytes: number): BundleProblem {
  return { kind: 'tooMuch', what: `${what} unpacks to more than ${Math.round(bytes / 1024 / 1024)} MB` }
}

function joined(parts: readonly Uint8Array[], length: number): Uint8Array {
  const whole = new Uint8Array(length)
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}

async function studioOf(files: ReadonlyMap<string, Uint8Array>): Promise<Result<Studio, BundleProblem>> {
  const records = files.get(RECORDS)
  if (!records) return fail({ kind: 'broken', lines: [`${RECORDS} is missing or cut off`] })
  return readBundleWith(new TextDecoder().decode(records), (name) => files.get(name) ?? null)
}
