import { StudioDatabase } from '#data/database.ts'
import { saveSettings } from '#data/shelfCommands.ts'
import type { LargeStep } from '#data/keptStudios.ts'
import { readStudio, replaceStudio } from '#data/studioCommands.ts'
import { noteFurnished } from './backup.ts'
import { FREE_HOURS } from '#demo/batches.ts'
import { seedStudio } from '#demo/seed.ts'
import { USUAL_SETTINGS } from '#schema/usualSettings.ts'

/**
 * Puts the demo studio in place of whatever is there. It is furnished beside, in a database of its own, and taken over in one step: cut
 * short, it leaves the studio as it was. The answer is the id under which what was there is kept.
 */
export async function furnishDemo(db: StudioDatabase, step: LargeStep): Promise<string | null> {
  const beside = new StudioDatabase(`${db.name}-demo`, 'relaxed')
  try {
    // One that was cut short may have left its own there.
    await beside.delete({ disableAutoOpen: false })
    await seedStudio({ db: beside, nowMs: step.nowMs, faceOf })
    await saveSettings(beside, { ...USUAL_SETTINGS, hours: { ...FREE_HOURS, zone: null } })
    const demo = await readStudio(beside)
    const keptId = await replaceStudio(db, demo, step)
    noteFurnished(demo.pieces.filter(({ outcome }) => outcome !== null).length, step.nowMs)
    return keptId
  } finally {
    await beside.delete()
  }
}

/** A face of the demo as it lies beside the app; null where it cannot be had. */
async function faceOf(name: string): Promise<Uint8Array | null> {
  const answer = await fetch(`/demo/${name}.jpg`).catch(() => null)
  return answer?.ok ? new Uint8Array(await answer.arrayBuffer()) : null
}
