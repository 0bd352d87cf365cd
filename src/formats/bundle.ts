import * as v from 'valibot'
import { fail, ok, type Result } from '#core/units/index.ts'
import { PLANNED_EARLIER, withLayersHeat } from '#schema/earlier.ts'
import { withBatchLayers } from '#schema/earlierLayers.ts'
import { issueLines } from '#schema/issues.ts'
import { BUNDLE_FORMAT, BUNDLE_VERSION, bundleSchema, checksumsSchema, type Studio } from '#schema/studio.ts'
import { fromBase64, toBase64 } from './base64.ts'
import {
  changedIn,
  checksumsOf,
  pictureKey,
  sha256,
  withoutGroups,
  type Checksums,
  type RawFile,
} from './checksums.ts'

export type BundleProblem =
  | { readonly kind: 'notJson'; readonly detail: string }
  | { readonly kind: 'notAStudio' }
  | { readonly kind: 'newer'; readonly version: number }
  | { readonly kind: 'broken'; readonly lines: readonly string[] }
  /** It was changed on its way: what is not as it was written, and the studio of all else, where that is one. */
  | { readonly kind: 'changed'; readonly lines: readonly string[]; readonly whole: Studio | null }
  /** It would unpack into more than is taken. */
  | { readonly kind: 'tooMuch'; readonly what: string }

/** The studio as one JSON file; the format is described in docs/formats.md. */
export async function writeBundle(studio: Studio, exportedAtMs: number): Promise<string> {
  const { photos, ...records } = studio
  const rows = photos.map(({ bytes, ...photo }) => ({ ...photo, base64: toBase64(bytes) }))
  return JSON.stringify(await provenFile({ ...records, photos: rows }, photos, exportedAtMs))
}

/** Records as a file holds them, with its head and the checksums by which it proves itself. */
export async function provenFile(
  records: RawFile,
  pictures: Iterable<Picture> | AsyncIterable<Picture>,
  exportedAtMs: number,
): Promise<RawFile> {
  // As they will be read: what JSON does not write is not there.
  const file = JSON.parse(
    JSON.stringify({
      format: BUNDLE_FORMAT,
      version: BUNDLE_VERSION,
      exportedAt: new Date(exportedAtMs).toISOString(),
      ...records,
    }),
  ) as RawFile
  const checksums = await checksumsOf(file)
  for await (const { id, bytes } of pictures) checksums[pictureKey(id)] = await sha256(bytes)
  return { ...file, checksums }
}

type Picture = Pick<Studio['photos'][number], 'id' | 'bytes'>

/** The studio a JSON file holds, checked as a whole: nothing of a file with a problem is taken. */
export function readBundle(text: string): Promise<Result<Studio, BundleProblem>> {
  return readBundleWith(text, () => null)
}

/** The same where pictures are files beside the records; `pictureOf` gives their bytes by name, null where there is none. */
export async function readBundleWith(
  text: string,
  pictureOf: (name: string) => Uint8Array | null,
): Promise<Result<Studio, BundleProblem>> {
  const parsed = parseJson(text)
  if (!parsed.ok) return parsed
  const file = parsed.value as RawFile | null
  if (typeof file !== 'object' || file?.['format'] !== BUNDLE_FORMAT) return fail({ kind: 'notAStudio' })
  if (typeof file['version'] === 'number' && file['version'] > BUNDLE_VERSION)
    return fail({ kind: 'newer', version: file['version'] })
  const sums = v.safeParse(checksumsSchema, file['checksums'])
  if (!sums.success || sums.output === undefined) return studioIn(file, pictureOf)
  const changed = [
    ...(await changedIn(file, sums.output)),
    ...(await changedPictures(file, sums.output, pictureOf)),
  ]
  if (changed.length === 0) return studioIn(file, pictureOf)
  const rest = studioIn(withoutGroups(file, changed), pictureOf)
  return fail({ kind: 'changed', lines: changed, whole: rest.ok ? rest.value : null })
}

async function changedPictures(
  file: RawFile,
  sums: Checksums,
  pictureOf: (name: string) => Uint8Array | null,
): Promise<readonly string[]> {
  const changed: string[] = []
  for (const row of Array.isArray(file['photos']) ? (file['photos'] as readonly unknown[]) : []) {
    const { id, base64, file: name } = (row ?? {}) as Record<string, unknown>
    const bytes = typeof base64 === 'string' ? bytesIn(base64) : pictureOf(String(name))
    if (!bytes || (await sha256(bytes)) !== sums[pictureKey(id)]) changed.push(pictureKey(id))
  }
  return changed
}

function bytesIn(base64: string): Uint8Array | null {
  try {
    return fromBase64(base64)
  } catch {
    return null
  }
}

/** The records as a studio, where each is what it should be and all of them hang together. */
function studioIn(
  file: RawFile,
  pictureOf: (name: string) => Uint8Array | null,
): Result<Studio, BundleProblem> {
  const read = v.safeParse(bundleSchema, inLayers(file))
  if (!read.success) return fail({ kind: 'broken', lines: issueLines(read.issues) })
  const { format: _format, version, exportedAt: _at, checksums: _sums, photos, ...records } = read.output
  const studio: Studio = {
    ...(version < LAYERS_HEAT_VERSION ? withHeatOfToday(records) : records),
    photos: photos.map(({ base64, file: name, ...photo }) => ({
      ...photo,
      bytes: (base64 === undefined ? pictureOf(name!) : fromBase64(base64)) ?? NOTHING,
    })),
  }
  const lines = looseEnds(studio)
  return lines.length > 0 ? fail({ kind: 'broken', lines }) : ok(studio)
}

/** The first version whose batches say their layers. */
const LAYERS_VERSION = 7

/** The file with the layers that its batches stood for. */
function inLayers(file: RawFile): RawFile {
  const { version, batches } = file
  if (!(typeof version === 'number' && version < LAYERS_VERSION) || !Array.isArray(batches)) return file
  return { ...file, batches: batches.map(withBatchLayers) }
}

/** The first version whose resins are of the heat of real layers. */
const LAYERS_HEAT_VERSION = 5

function withHeatOfToday<Records extends Pick<Studio, 'resins' | 'batches'>>(records: Records): Records {
  return {
    ...records,
    resins: records.resins.map(withLayersHeat),
    batches: records.batches.map((batch) => ({
      ...batch,
      request: {
        ...batch.request,
        ...PLANNED_EARLIER,
        cupStrategy: batch.request.cupStrategy ?? PLANNED_EARLIER.cupStrategy,
        resin: withLayersHeat(batch.request.resin),
      },
    })),
  }
}

const NOTHING = new Uint8Array(0)

function parseJson(text: string): Result<unknown, BundleProblem> {
  try {
    return ok(JSON.parse(text))
  } catch (cause) {
    return fail({ kind: 'notJson', detail: cause instanceof Error ? cause.message : String(cause) })
  }
}

/** Ids used twice, records that hang on nothing, pictures that are not what they say. */
function looseEnds(studio: Studio): readonly string[] {
  const batchIds = new Set(studio.batches.map((batch) => batch.id))
  const pieceIds = new Set(studio.pieces.map((piece) => piece.id))
  const lists = {
    resins: studio.resins,
    colours: studio.colours,
    molds: studio.molds,
    patterns: studio.patterns,
    recipes: studio.recipes,
    batches: studio.batches,
    pieces: studio.pieces,
    photos: studio.photos,
    supplies: studio.supplies,
    movements: studio.movements,
    care: studio.care,
    orders: studio.orders,
  }
  return [
    ...Object.entries(lists).flatMap(([name, rows]) =>
      twice(
        name,
        rows.map((row) => row.id),
      ),
    ),
    ...twice(
      'events',
      studio.events.map((row) => `${row.batchId} ${row.seq}`),
    ),
    ...studio.pieces
      .filter((piece) => !batchIds.has(piece.batchId))
      .map((piece) => `pieces: ${piece.id} belongs to batch ${piece.batchId}, which is not in the file`),
    ...studio.events
      .filter((row) => !batchIds.has(row.batchId))
      .map((row) => `events: ${row.event.id} belongs to batch ${row.batchId}, which is not in the file`),
    ...studio.photos
      .filter((photo) => !pieceIds.has(photo.pieceId))
      .map((photo) => `photos: ${photo.id} belongs to piece ${photo.pieceId}, which is not in the file`),
    ...studio.photos
      .filter((photo) => photo.bytes.length === 0)
      .map((photo) => `photos: the picture of ${photo.id} is missing or cut off`),
    ...studio.photos
      .filter((photo) => photo.bytes.length > 0 && !looksLike(photo.mediaType, photo.bytes))
      .map((photo) => `photos: ${photo.id} is not ${photo.mediaType}`),
  ].slice(0, 20)
}

function twice(name: string, ids: readonly string[]): string[] {
  const seen = new Set<string>()
  return ids.filter((id) => seen.size === seen.add(id).size).map((id) => `${name}: ${id} stands twice`)
}

const MAGIC = {
  'image/jpeg': { at: 0, bytes: [0xff, 0xd8, 0xff] },
  'image/png': { at: 0, bytes: [0x89, 0x50, 0x4e, 0x47] },
  'image/webp': { at: 8, bytes: [0x57, 0x45, 0x42, 0x50] },
} as const

/** True where the first bytes are those of that kind of picture. */
function looksLike(mediaType: keyof typeof MAGIC, bytes: Uint8Array): boolean {
  const { at, bytes: wanted } = MAGIC[mediaType]
  return wanted.every((byte, k) => bytes[at + k] === byte)
}
