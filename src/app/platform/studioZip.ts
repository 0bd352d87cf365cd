import { setDamagedAside } from '#data/damage.ts'
import type { StudioDatabase } from '#data/database.ts'
import { eachPicture, readRecords } from '#data/studioCommands.ts'
import { writeStudioZip } from '#formats/studioZip.ts'

interface Giving {
  readonly nowMs: number
  /** Takes the file piece by piece, in its order. */
  readonly give: (chunk: Uint8Array) => unknown
  /** Told after each picture, with how many there are. */
  readonly onPicture?: (done: number, of: number) => void
}

/** The whole studio as one ZIP file, given piece by piece; what cannot be read is set aside first and goes along. The answer is its size in bytes. */
export async function giveStudioZip(
  db: StudioDatabase,
  { nowMs, give, onPicture = () => undefined }: Giving,
): Promise<number> {
  await setDamagedAside(db)
  const records = await readRecords(db)
  let bytes = 0
  await writeStudioZip(
    records,
    () => counted(eachPicture(db), (done) => onPicture(done, records.photos.length)),
    {
      exportedAtMs: nowMs,
      give: (chunk) => {
        bytes += chunk.length
        return give(chunk)
      },
    },
  )
  return bytes
}

async function* counted<Item>(
  items: AsyncIterable<Item>,
  tell: (done: number) => void,
): AsyncGenerator<Item> {
  let done = 0
  for await (const item of items) {
    yield item
    done += 1
    tell(done)
  }
}

/** The name of a studio's file of that day. */
export function studioFileName(nowMs: number): string {
  return `nublo-studio-${new Date(nowMs).toISOString().slice(0, 10)}.zip`
}
