import * as v from 'valibot'
import type { FreeHours } from '#core/rack/index.ts'
import { calendarDay } from './amount.ts'

const wallTime = v.pipe(
  v.string(),
  v.regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'time of day is not a time, expected HH:MM from 00:00 to 23:59'),
)
const freeTimes = v.pipe(
  v.array(v.object({ from: wallTime, to: wallTime })),
  v.maxLength(8, 'more than 8 free stretches in a day'),
)

const zone = v.pipe(
  v.string(),
  v.maxLength(60),
  v.check((name) => {
    try {
      new Intl.DateTimeFormat('en', { timeZone: name })
      return true
    } catch {
      return false
    }
  }, 'time zone is not known here, expected a name such as Europe/Oslo'),
)

/** When someone is awake and free; a zone of null is wherever the device is. */
export const lifeHoursSchema = v.object({
  zone: v.nullable(zone),
  week: v.pipe(v.array(freeTimes), v.length(7, 'a week has seven days, Monday first')),
  otherDays: v.pipe(
    v.array(v.object({ on: calendarDay('day'), free: freeTimes })),
    v.maxLength(500, 'more than 500 days with hours of their own'),
  ),
}) satisfies v.GenericSchema<unknown, Omit<FreeHours, 'zone'> & { readonly zone: string | null }>

export type LifeHours = v.InferOutput<typeof lifeHoursSchema>
