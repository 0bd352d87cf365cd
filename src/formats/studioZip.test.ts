import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { strToU8, zipSync } from 'fflate'
import { PNG, smallStudio, T0 } from '../../tests/support/studio.ts'
import type { Studio } from '#schema/studio.ts'
import { readBundle, writeBundle } from './bundle.ts'
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
  await writeStudioZip(records, () => picturesOf(studio), {
    exportedAtMs: T0,
    give: (chunk) => chunks.push(chunk),
  })
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

/** The records of a file written by hand: without checksums. */
async function byHand(studio: Studio) {
  const { checksums: _sums, ...records } = JSON.parse(await writeBundle(studio, T0))
  return records
}

const RUNS = process.env['LONG'] ? 5000 : 300

describe('a file that was changed on its way', () => {
  const studio = smallStudio()
  const { photos } = studio
  const pictures = Array.from({ length: 3 }, (_, k) => ({
    ...photos[0]!,
    id: `p${k}`,
    side: 'front' as const,
    pieceId: `b1-${k + 1}`,
    bytes: Uint8Array.from([...PNG, ...Array.from({ length: 400 }, (_each, at) => (at * (k + 7)) % 251)]),
  }))
  const three = {
    ...studio,
    pieces: pictures.map(({ pieceId }, k) => ({ ...studio.pieces[0]!, id: pieceId, no: k + 1 })),
    photos: pictures,
  }

  test('is told apart: of seeded single bits turned in the ZIP none comes in as something else, and what is whole can be taken', async () => {
    const bytes = await zipped(three)
    const counts: Record<string, number> = {}
    for (const [at, bit] of fc.sample(fc.tuple(fc.nat(bytes.length - 1), fc.nat(7)), {
      seed: 7,
      numRuns: RUNS,
    })) {
      const turned = Uint8Array.from(bytes)
      turned[at]! ^= 1 << bit
      const read = await readStudioZip(inPieces(turned))
      if (read.ok) expect(read.value).toEqual(three)
      else if (read.problem.kind === 'changed' && read.problem.whole) {
        const { whole } = read.problem
        for (const table of ['batches', 'events', 'pieces', 'photos', 'molds', 'resins'] as const)
          for (const row of whole[table] as readonly unknown[]) expect(three[table]).toContainEqual(row)
      }
      const kind = read.ok ? 'whole' : read.problem.kind
      counts[kind] = (counts[kind] ?? 0) + 1
    }
    console.log(`${RUNS} bits turned in a ZIP:`, counts)
    expect(counts['changed']).toBeGreaterThan(RUNS / 4)
  })

  test('the same in its records as JSON text', async () => {
    const text = await writeBundle(three, T0)
    const counts: Record<string, number> = {}
    for (const [at, bit] of fc.sample(fc.tuple(fc.nat(text.length - 1), fc.nat(6)), {
      seed: 8,
      numRuns: RUNS,
    })) {
      const turned =
        text.slice(0, at) + String.fromCharCode(text.charCodeAt(at) ^ (1 << bit)) + text.slice(at + 1)
      const read = await readBundle(turned)
      if (read.ok) expect(read.value).toEqual(three)
      const kind = read.ok ? 'whole' : read.problem.kind
      counts[kind] = (counts[kind] ?? 0) + 1
    }
    console.log(`${RUNS} bits turned in JSON:`, counts)
  })

  test('names the batch whose mark was moved, and brings the rest', async () => {
    const file = JSON.parse(await writeBundle(three, T0))
    file.events[3].event.atMs += 99 * 60_000
    const read = await readBundle(JSON.stringify(file))
    expect(read).toMatchObject({
      ok: false,
      problem: { kind: 'changed', lines: ['batch b1'], whole: { batches: [], molds: three.molds } },
    })
  })
})

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
    const records = JSON.parse(await writeBundle(studio, T0))
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
    const newer = JSON.stringify({ ...(await byHand(smallStudio())), version: 9 })
    expect(await problemOf(only(newer))).toEqual({ kind: 'newer', version: 9 })
    expect(await linesOf(zipSync({ 'other.txt': strToU8('x') }))).toMatch(/studio.json is missing/)
    expect(await linesOf(strToU8('PK\u0003\u0004 and then nonsense'.repeat(50)))).toMatch(
      /missing|cut off|unpacked/,
    )
  })

  test('whose picture is a script, or lies outside, is refused', async () => {
    const records = await byHand(smallStudio())
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
