import { StudioDatabase } from '#data/database.ts'
import { saveSettings } from '#data/shelfCommands.ts'
import { EMPTY_STUDIO, replaceStudio } from '#data/studioCommands.ts'
import { paintFace } from '#demo/paintFace.ts'
import { seedStudio } from '#demo/seed.ts'
import { USUAL_SETTINGS } from './settings.ts'

/** Puts the demo studio in place of whatever is there and marks the studio as opened. */
export async function furnishDemo({ name }: StudioDatabase, nowMs: number): Promise<void> {
  const db = new StudioDatabase(name, 'relaxed')
  try {
    await replaceStudio(db, EMPTY_STUDIO)
    await seedStudio({ db, nowMs, paintFace })
    await saveSettings(db, USUAL_SETTINGS)
  } finally {
    db.close()
  }
}
