import { readFile, writeFile } from 'node:fs/promises'
import { beforeAll, expect, test } from '@jest/globals'
import { freshDatabase } from '../../tests/support/studio.ts'
import { saveSettings } from '#data/shelfCommands.ts'
import { readStudio } from '#data/studioCommands.ts'
import { readStudioFile } from '#formats/studioFile.ts'
import { writeStudioZip } from '#formats/studioZip.ts'
import type { Studio } from '#schema/studio.ts'
import { USUAL_SETTINGS } from '#schema/usualSettings.ts'
import { FREE_HOURS } from './batches.ts'
import { movedTo, PREPARED_AT_MS } from './moved.ts'
import { seedStudio } from './seed.ts'

const FILE = 'public/demo/studio.zip'

const faceOf = async (name: string) => new Uint8Array(await readFile(`src/demo/faces/${name}.jpg`))

async function seeded(nowMs: number): Promise<Studio> {
  const db = freshDatabase()
  await seedStudio({ db, nowMs, faceOf })
  await saveSettings(db, { ...USUAL_SETTINGS, hours: { ...FREE_HOURS, zone: null } })
  return readStudio(db)
}

async function written({ photos, ...records }: Studio): Promise<Buffer> {
  const chunks: Uint8Array[] = []
  await writeStudioZip(
    { ...records, photos: photos.map(({ bytes: _bytes, ...rest }) => rest) },
    async function* () {
      for (const { id, bytes } of photos) yield await Promise.resolve({ id, bytes })
    },
    { exportedAtMs: PREPARED_AT_MS, give: (chunk) => chunks.push(chunk) },
  )
  return Buffer.concat(chunks)
}

let file: Studio

beforeAll(async () => {
  if (process.env['WRITE_DEMO']) await writeFile(FILE, await written(await seeded(PREPARED_AT_MS)))
  const read = await readStudioFile(new Blob([await readFile(FILE)]))
  if (!read.ok) throw new Error(`${FILE}: ${read.problem.kind}`)
  file = read.value
})

/** What was furnished through the commands and what the file says, as it would be stored: without fields that are not there. */
const stored = (studio: Studio) => JSON.parse(JSON.stringify({ ...studio, photos: [] })) as object
const pictures = ({ photos }: Studio) =>
  photos.map(({ id, bytes }) => [id, Buffer.from(bytes).toString('base64')])

test('the demo’s file is what its commands furnish; `npm run demo` writes it anew', async () => {
  const wanted = await seeded(PREPARED_AT_MS)
  expect(stored(movedTo(file, PREPARED_AT_MS))).toEqual(stored(wanted))
  expect(new Map(pictures(file) as [string, string][])).toEqual(
    new Map(pictures(wanted) as [string, string][]),
  )
})

test('moved to another day it is what the commands furnish on that day', async () => {
  const nowMs = Date.parse('2027-03-02T04:10:00Z')
  expect(stored(movedTo(file, nowMs))).toEqual(stored(await seeded(nowMs)))
})
