import * as v from 'valibot'
import { fail, ok, type Result } from '#core/units/index.ts'
import { PLANNED_EARLIER, withLayersHeat } from '#schema/earlier.ts'
import { issueLines } from '#schema/issues.ts'
import { BUNDLE_FORMAT, BUNDLE_VERSION, bundleSchema, type Studio } from '#schema/studio.ts'
import { fromBase64, toBase64 } from './base64.ts'

export type BundleProblem =
  | { readonly kind: 'notJson'; readonly detail: string }
  | { readonly kind: 'notAStudio' }
  | { readonly kind: 'newer'; readonly version: number }
  | { readonly kind: 'broken'; readonly lines: readonly string[] }
  /** It would unpack into more than is taken. */
  | { readonly kind: 'tooMuch'; readonly what: string }

/** The studio as one JSON file; the format is described in docs/formats.md. */
export function writeBundle(studio: Studio, exportedAtMs: number): string {
  const { photos, ...records } = studio
  return JSON.stringify({
    ...bundleHead(exportedAtMs),
    ...records,
    photos: photos.map(({ bytes, ...photo }) => ({ ...photo, base64: toBase64(bytes) })),
  })
}

/** What every studio file begins with. */
export function bundleHead(exportedAtMs: number) {
  return { format: BUNDLE_FORMAT, version: BUNDLE_VERSION, exportedAt: new Date(exportedAtMs).toISOString() }
}

/** The studio a JSON file holds, checked as a whole: nothing of a file with a problem is taken. */
export function readBundle(text: string): Result<Studio, BundleProblem> {
  return readBundleWith(text, () => null)
}

/** The same where pictures are files beside the records; `pictureOf` gives their bytes by name, null where there is none. */
export function readBundleWith(
  text: string,
  pictureOf: (name: string) => Uint8Array | null,
): Result<Studio, BundleProblem> {
  const parsed = parseJson(text)
  if (!parsed.ok) return parsed
  const head = parsed.value as { readonly format?: unknown; readonly version?: unknown } | null
  if (typeof head !== 'object' || head?.format !== BUNDLE_FORMAT) return fail({ kind: 'notAStudio' })
  if (typeof head.version === 'number' && head.version > BUNDLE_VERSION)
    return fail({ kind: 'newer', version: head.version })
  const read = v.safeParse(bundleSchema, parsed.value)
  if (!read.success) return fail({ kind: 'broken', lines: issueLines(read.issues) })
  const { format: _format, version, exportedAt: _at, photos, ...records } = read.output
  const studio: Studio = {
    ...(version < LAYERS_HEAT_VERSION ? withHeatOfToday(records) : records),
    photos: photos.map(({ base64, file, ...photo }) => ({
      ...photo,
      bytes: base64 === undefined ? (pictureOf(file!) ?? NOTHING) : fromBase64(base64),
    })),
  }
  const lines = looseEnds(studio)
  return lines.length > 0 ? fail({ kind: 'broken', lines }) : ok(studio)
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
