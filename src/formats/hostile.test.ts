import { describe, expect, test } from '@jest/globals'
import * as v from 'valibot'
import { mutantsOf } from '../../tests/support/mutants.ts'
import { PNG, smallStudio, T0 } from '../../tests/support/studio.ts'
import { polygonOf } from '#core/mold/index.ts'
import { layPattern } from '#core/pattern/index.ts'
import { PATTERNS } from '#demo/patterns.ts'
import { moldSchema } from '#schema/mold.ts'
import { patternSchema } from '#schema/pattern.ts'
import { supplySchema } from '#schema/supply.ts'
import { readBundle, writeBundle, type BundleProblem } from './bundle.ts'
import { decodeText } from './encoding.ts'
import { outlineAtWidth, readOutlineSvg } from './outlineSvg.ts'
import { readPatternSvg, writePatternSvg } from './patternSvg.ts'
import { readStudioZip, writeStudioZip } from './studioZip.ts'
import { guessMatching, moldsOfTable, readTable, suppliesOfTable } from './tableImport.ts'

/** So many changed files of each kind; 2,000 with LONG=1 (docs/reliability.md). */
const COUNT = process.env['LONG'] ? 2000 : 60

const studio = smallStudio({
  photos: [{ id: 'p1', pieceId: 'b1-1', side: 'front', mediaType: 'image/png', bytes: PNG }],
})
const bytesOf = (text: string) => new TextEncoder().encode(text)
const textOf = (bytes: Uint8Array) => decodeText(bytes).text

/** What a reader made of the mutants, counted and printed. */
async function tried(
  what: string,
  whole: Uint8Array,
  read: (mutant: Uint8Array) => string | Promise<string>,
): Promise<Readonly<Record<string, number>>> {
  const counts: Record<string, number> = {}
  for (const mutant of mutantsOf(whole, COUNT, 7)) {
    const kind = await read(mutant)
    counts[kind] = (counts[kind] ?? 0) + 1
  }
  console.log(`${COUNT} changed files, ${what}:`, counts)
  return counts
}

const LONGEST_LINE = 400

/** A refusal is a sentence of ordinary length. */
function kindOf(problem: BundleProblem): string {
  const lines = 'lines' in problem ? problem.lines : [JSON.stringify({ ...problem, whole: null })]
  for (const line of lines) expect(line.length).toBeLessThan(LONGEST_LINE)
  return problem.kind
}

async function* inPieces(bytes: Uint8Array) {
  for (let at = 0; at < bytes.length; at += 1000) yield bytes.subarray(at, at + 1000)
}

describe('files that were changed in every way', () => {
  test('a studio as a ZIP comes in as it was or not at all', async () => {
    const chunks: Uint8Array[] = []
    const records = { ...studio, photos: studio.photos.map(({ bytes: _bytes, ...photo }) => photo) }
    const pictures = async function* () {
      yield* studio.photos
    }
    await writeStudioZip(records, pictures, { exportedAtMs: T0, give: (chunk) => chunks.push(chunk) })
    const counts = await tried('studio as ZIP', new Uint8Array(Buffer.concat(chunks)), async (mutant) => {
      const answer = await readStudioZip(inPieces(mutant))
      if (!answer.ok) return kindOf(answer.problem)
      expect(answer.value).toEqual(studio)
      return 'as it was'
    })
    expect(counts['as it was'] ?? 0).toBeLessThan(COUNT / 2)
  }, 1e6)

  test('a studio as JSON comes in as it was or not at all', async () => {
    await tried('studio as JSON', bytesOf(await writeBundle(studio, T0)), async (mutant) => {
      const answer = await readBundle(textOf(mutant))
      if (!answer.ok) return kindOf(answer.problem)
      expect(answer.value).toEqual(studio)
      return 'as it was'
    })
  }, 1e6)

  test('a studio written by hand comes in as something that can be written and read again', async () => {
    const { checksums: _sums, ...byHand } = JSON.parse(await writeBundle(studio, T0))
    await tried('studio by hand', bytesOf(JSON.stringify(byHand)), async (mutant) => {
      const answer = await readBundle(textOf(mutant))
      if (!answer.ok) return kindOf(answer.problem)
      expect(await readBundle(await writeBundle(answer.value, T0))).toEqual(answer)
      return 'taken'
    })
  }, 1e6)

  test('an outline is of finite points or refused', async () => {
    const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="120mm" height="80mm" viewBox="0 0 240 160"><g transform="translate(10 5) scale(2)"><path d="M0 20a20 20 0 1 1 40 0c0 12-6 20-20 20S0 30 0 20zM15 15h8v8h-8z"/></g></svg>`
    await tried('outline', bytesOf(drawing), (mutant) => {
      const file = readOutlineSvg(textOf(mutant))
      if (!file.ok) return file.problem.kind
      const outline = outlineAtWidth(file.value, 100)
      if (!outline.ok) return outline.problem.kind
      const points = [outline.value.points, ...outline.value.islands].flat()
      expect(points.every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y))).toBe(true)
      return 'taken'
    })
  }, 1e6)

  test('a pattern sheet is a pattern or refused', async () => {
    const round = { shape: 'circle', acrossMm: 100 } as const
    const [pattern] = PATTERNS
    const sheet = writePatternSvg({
      name: pattern!.name,
      outline: polygonOf(round),
      islands: [],
      laid: layPattern(pattern!, round),
      pattern: pattern!,
      beadMm: 3,
    })
    await tried('pattern sheet', bytesOf(sheet), (mutant) => {
      const answer = readPatternSvg(textOf(mutant))
      if (!answer.ok) return answer.problem.kind
      expect(v.safeParse(patternSchema, answer.value).success).toBe(true)
      return 'taken'
    })
  }, 1e6)

  test('every row of a table is taken as what it must be, or named', async () => {
    const molds =
      'Mold name;Shape;Diameter;Depth;Qty;Water\r\n"Coaster; round";Round;10 cm;9,5;4;\r\nTray;octagon;6 in;12;1;180 ml\r\nBowl;round;120;40;2;\r\n'
    const supplies =
      'Name,On hand,Buy below,Best before\r\nPart A,"1,000",300,2027-05-01\r\nGloves,40,10,\r\nInk,25,5,\r\n'
    const none = { kind: 'none', newId: () => crypto.randomUUID(), here: [] }
    await tried('tables', bytesOf(molds), (mutant) => {
      const table = readTable(textOf(mutant))
      if (!table.ok) return 'refused'
      const matching = guessMatching(table.value, 'molds')
      const { items, notTaken } = moldsOfTable(table.value, { ...none, matching })
      expect(items.length + notTaken.length).toBe(table.value.rows.length)
      for (const { why } of notTaken) expect(why.length).toBeLessThan(LONGEST_LINE)
      for (const item of items) expect(v.safeParse(moldSchema, item).success).toBe(true)
      return items.length === 3 ? 'all taken' : 'some taken, some named'
    })
    await tried('tables of supplies', bytesOf(supplies), (mutant) => {
      const table = readTable(textOf(mutant))
      if (!table.ok) return 'refused'
      const matching = guessMatching(table.value, 'supplies')
      const task = { ...none, matching, uses: [], nowMs: T0 }
      const { items, notTaken } = suppliesOfTable(table.value, task)
      expect(items.length + notTaken.length).toBe(table.value.rows.length)
      for (const { supply } of items) expect(v.safeParse(supplySchema, supply).success).toBe(true)
      return items.length === 3 ? 'all taken' : 'some taken, some named'
    })
  }, 1e6)
})
