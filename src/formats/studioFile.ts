import { fail, type Result } from '#core/units/index.ts'
import type { Studio } from '#schema/studio.ts'
import { readBundle, type BundleProblem } from './bundle.ts'
import { isZip, readStudioZip, ZIP_LIMITS } from './studioZip.ts'

const MB = 1024 * 1024
/** The same bound as for what a file unpacks into: pictures hardly pack. */
export const LARGEST_FILE_BYTES = ZIP_LIMITS.allBytes

/** The studio a file holds, ZIP or JSON, told apart by its first bytes. `onRead` hears how many bytes went by. */
export async function readStudioFile(
  file: Blob,
  onRead: (bytes: number) => void = () => undefined,
): Promise<Result<Studio, BundleProblem>> {
  if (file.size > LARGEST_FILE_BYTES)
    return fail({
      kind: 'tooMuch',
      what: `it has ${Math.round(file.size / MB)} MB, and up to ${LARGEST_FILE_BYTES / MB} MB are read`,
    })
  const first = new Uint8Array(await file.slice(0, 4).arrayBuffer())
  if (isZip(first)) return readStudioZip(piecesOf(file, onRead))
  if (file.size > ZIP_LIMITS.recordsBytes)
    return fail({
      kind: 'tooMuch',
      what: `it has ${Math.round(file.size / MB)} MB, and up to ${ZIP_LIMITS.recordsBytes / MB} MB of JSON are read`,
    })
  return readBundle(await file.text())
}

/** A file piece by piece. */
async function* piecesOf(file: Blob, onRead: (bytes: number) => void): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < file.size; at += MB) {
    yield new Uint8Array(await file.slice(at, at + MB).arrayBuffer())
    onRead(Math.min(file.size, at + MB))
  }
}
