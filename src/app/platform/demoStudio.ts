import type { StudioDatabase } from '#data/database.ts'
import type { LargeStep } from '#data/keptStudios.ts'
import { replaceStudio } from '#data/studioCommands.ts'
import { movedTo } from '#demo/moved.ts'
import { readStudioFile } from '#formats/studioFile.ts'
import type { Studio } from '#schema/studio.ts'
import { noteFurnished } from './backup.ts'

const FILE = '/demo/studio.zip'

/** The demo studio, read through the door every studio file comes in by and moved to that hour. Throws where its file cannot be had. */
export async function readDemo(nowMs: number): Promise<Studio> {
  const answer = await fetch(FILE)
  const read = answer.ok ? await readStudioFile(await answer.blob()) : null
  if (!read?.ok) throw new Error('The demo studio that lies beside the app could not be read.')
  return movedTo(read.value, nowMs)
}

/** Puts the demo studio in place of whatever is there, in one step. Cut short, it leaves the studio as it was. The answer is the id under which what was there is kept. */
export async function furnishDemo(db: StudioDatabase, demo: Studio, step: LargeStep): Promise<string | null> {
  const keptId = await replaceStudio(db, demo, step)
  noteFurnished(demo.pieces.filter(({ outcome }) => outcome !== null).length, step.nowMs)
  return keptId
}
