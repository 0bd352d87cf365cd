import { USUAL_HANDS, USUAL_MEASURING } from '#core/batch/index.ts'
import * as v from 'valibot'
import { settingsSchema, type Settings } from './studio.ts'
import { USUAL_FORMS, USUAL_HOURS, USUAL_MONEY, USUAL_PLACES } from './usual.ts'

/** The person's settings as far as they can be read; what cannot takes its usual value, and is told. */
export function readSettings(row: unknown): {
  readonly settings: Settings
  readonly unread: readonly string[]
} {
  if (typeof row !== 'object' || row === null) return { settings: USUAL_SETTINGS, unread: [] }
  const unread: string[] = []
  const fields = Object.entries(settingsSchema.entries).map(([name, schema]) => {
    const read = v.safeParse(schema, (row as Record<string, unknown>)[name])
    if (read.success) return [name, read.output]
    unread.push(name)
    return [name, USUAL_SETTINGS[name as keyof Settings]]
  })
  return { settings: Object.fromEntries(fields) as unknown as Settings, unread }
}

/** What a studio starts with. */
export const USUAL_SETTINGS: Settings = {
  units: 'metric',
  theme: 'system',
  sound: true,
  vibration: true,
  roomTempC: 21,
  hands: USUAL_HANDS,
  measuring: USUAL_MEASURING,
  school: 'minutes',
  feed: null,
  autoReadings: true,
  hours: USUAL_HOURS,
  levelPlaces: USUAL_PLACES,
  covers: USUAL_PLACES,
  forms: USUAL_FORMS,
  money: USUAL_MONEY,
}
