import { describe, expect, test } from '@jest/globals'
import { strToU8, zipSync } from 'fflate'
import { PNG, smallStudio, T0 } from '../../tests/support/studio.ts'
import type { Studio } from '#schema/studio.ts'
import { writeBundle } from './bundle.ts'
import { isZip, readStudioZip, writeStudioZip, ZIP_LIMITS } from './studioZip.ts'

async function* inPieces(bytes: Uint8Array, size = 1000): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size)
}
async function* picturesOf({ photos }: Studio) {
  for (const photo of photos) yield photo
}
const zipped = async (studio: Studio) => {
  const chunks: Uint8Array[] = []
  const records = { ...studio, photos: studio.photos.map(({ bytes: _bytes, ...photo }) => photo) }
  await writeStudioZip(records, picturesOf(studio), { exportedAtMs: T0, give: (chunk) => chunks.push(chunk) })
  return new Uint8Array(Buffer.concat(chunks))
}
const problemOf = async (bytes: Uint8Array, limits = ZIP_LIMITS) => {
  const read = await readStudioZip(inPieces(bytes), limits)
  return read.ok ? null : read.problem
}
const linesOf = async (bytes: Uint8Array) => {
  const problem = await problemOf(bytes)
  return problem?.kind === 'broken' ? problem.lines.join('\n') : String(problem?.kind)
}

describe('the studio as a ZIP file', () => {
  test('reads back what was written, pictures and all, in pieces of any size', async () => {
    const studio = smallStudio()
    const bytes = await zipped(studio)
    expect(isZip(bytes)).toBe(true)
    for (const size of [1, 333, 1e6]) {
      const read = await readStudioZip(inPieces(bytes, size))
      expect(read).toEqual({ ok: true, value: studio })
    }
  })

  test('is an ordinary ZIP: written by another program it reads as well', async () => {
    const studio = smallStudio()
    const records = JSON.parse(writeBundle(studio, T0))
    const photos = studio.photos.map(({ bytes: _bytes, ...photo }) => ({
      ...photo,
      file: `pics/${photo.id}`,
    }))
    const other = zipSync({ 'studio.json': strToU8(JSON.stringify({ ...records, photos })), 'pics/p1': PNG })
    expect(await readStudioZip(inPieces(other))).toEqual({ ok: true, value: studio })
  })

  test.each([0.2, 0.5, 0.9])('cut off after %d of it is refused', async (share) => {
    const bytes = await zipped(smallStudio())
    expect(await linesOf(bytes.subarray(0, Math.floor(share * bytes.length)))).toMatch(
      /missing or cut off|is cut off/,
    )
  })

  test('that is no studio, or of a newer version, says so', async () => {
    const only = (text: string) => zipSync({ 'studio.json': strToU8(text) })
    expect(await problemOf(only('{}'))).toEqual({ kind: 'notAStudio' })
    expect((await problemOf(only('{')))?.kind).toBe('notJson')
    const newer = JSON.stringify({ ...JSON.parse(writeBundle(smallStudio(), T0)), version: 9 })
    expect(await problemOf(only(newer))).toEqual({ kind: 'newer', version: 9 })
    expect(await linesOf(zipSync({ 'other.txt': strToU8('x') }))).toMatch(/studio.json is missing/)
    expect(await linesOf(strToU8('PK\u0003\u0004 and then nonsense'.repeat(50)))).toMatch(
      /missing|cut off|unpacked/,
    )
  })

  test('whose picture is a script, or lies outside, is refused', async () => {
    const records = JSON.parse(writeBundle(smallStudio(), T0))
    const named = (file: string) =>
      strToU8(
        JSON.stringify({ ...records, photos: [{ ...smallStudio().photos[0]!, bytes: undefined, file }] }),
      )
    const script = zipSync({ 'studio.json': named('a'), a: strToU8('<svg onload=alert(1)>') })
    expect(await linesOf(script)).toMatch(/p1 is not image\/png/)
    expect(await linesOf(zipSync({ 'studio.json': named('../../etc/passwd') }))).toMatch(
      /picture of p1 is missing/,
    )
  })

  test('that unpacks into more than is taken is stopped: a bomb, a bloated record, too many files', async () => {
    const megabytes = (count: number) => new Uint8Array(count * 1024 * 1024)
    const limits = { recordsBytes: 1024 * 1024, allBytes: 3 * 1024 * 1024, files: 5 }
    const bomb = zipSync({ 'photos/x.jpg': megabytes(40) })
    expect(bomb.length).toBeLessThan(100_000)
    expect(await problemOf(bomb, limits)).toEqual({
      kind: 'tooMuch',
      what: 'the file unpacks to more than 3 MB',
    })
    const bloated = zipSync({ 'studio.json': megabytes(2) })
    expect(await problemOf(bloated, limits)).toEqual({
      kind: 'tooMuch',
      what: 'studio.json unpacks to more than 1 MB',
    })
    const many = zipSync(Object.fromEntries(Array.from({ length: 8 }, (_, k) => [`f${k}`, strToU8('x')])))
    expect(await problemOf(many, limits)).toEqual({ kind: 'tooMuch', what: 'more than 5 files' })
  })
})
