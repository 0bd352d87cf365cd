import { Temporal } from 'temporal-polyfill'

/** A stretch of a day by the clock on the wall, "HH:MM"; one that ends at or before it begins runs past midnight. */
export interface FreeTime {
  readonly from: string
  readonly to: string
}

/** When a person is awake and free: by the days of the week, and on days that are not like the others. */
export interface FreeHours {
  /** IANA zone whose clock hangs on that wall, such as "Europe/Oslo". */
  readonly zone: string
  /** Seven days, Monday first. */
  readonly week: readonly (readonly FreeTime[])[]
  readonly otherDays: readonly OtherDay[]
}

/** A day (YYYY-MM-DD) with hours of its own; none means not free at all. */
export interface OtherDay {
  readonly on: string
  readonly free: readonly FreeTime[]
}

export interface Stretch {
  readonly fromMs: number
  readonly toMs: number
}

/**
 * The free stretches between two instants, in order and joined where they meet. Wall times that a clock change leaves out begin with
 * the change; of those that come twice the first counts. Throws RangeError for an unknown zone or a week without seven days.
 */
export function freeStretches(hours: FreeHours, { fromMs, toMs }: Stretch): readonly Stretch[] {
  if (hours.week.length !== 7)
    throw new RangeError(`freeStretches: a week of ${hours.week.length} days, expected 7`)
  const first = dayAt(fromMs, hours.zone).subtract({ days: 1 })
  const last = dayAt(toMs, hours.zone)
  const stretches: Stretch[] = []
  for (let day = first; Temporal.PlainDate.compare(day, last) <= 0; day = day.add({ days: 1 }))
    stretches.push(...stretchesOf(day, hours))
  return joined(
    stretches
      .map((each) => ({ fromMs: Math.max(fromMs, each.fromMs), toMs: Math.min(toMs, each.toMs) }))
      .filter((each) => each.toMs > each.fromMs)
      .sort((one, other) => one.fromMs - other.fromMs),
  )
}

function stretchesOf(day: Temporal.PlainDate, { zone, week, otherDays }: FreeHours): readonly Stretch[] {
  const other = otherDays.find(({ on }) => on === day.toString())
  return (other?.free ?? week[day.dayOfWeek - 1]!).map(({ from, to }) => {
    const ends = to <= from ? day.add({ days: 1 }) : day
    return { fromMs: instantOf(day, from, zone), toMs: instantOf(ends, to, zone) }
  })
}

function joined(stretches: readonly Stretch[]): readonly Stretch[] {
  return stretches.reduce<Stretch[]>((all, each) => {
    const last = all.at(-1)
    if (!last || each.fromMs > last.toMs) return [...all, each]
    return [...all.slice(0, -1), { fromMs: last.fromMs, toMs: Math.max(last.toMs, each.toMs) }]
  }, [])
}

/** The hour at which a promised day begins to count. */
export const PROMISED_BY = '08:00'

/** The instant by which something promised for that day must be ready. Throws RangeError for a day that is none. */
export function promisedAtMs(on: string, zone: string): number {
  return instantOf(Temporal.PlainDate.from(on), PROMISED_BY, zone)
}

/** The calendar day at that instant, "YYYY-MM-DD" by the zone's clock. */
export function dayOn(atMs: number, zone: string): string {
  return dayAt(atMs, zone).toString()
}

/** The instant of a wall time on a day; one that a clock change leaves out is as much later as the clock leaps. */
export function wallInstantMs(on: string, time: string, zone: string): number {
  return instantOf(Temporal.PlainDate.from(on), time, zone)
}

/** The same time of day so many days later by the zone's clock, whatever it changed in between. */
export function daysLaterMs(atMs: number, days: number, zone: string): number {
  return Temporal.Instant.fromEpochMilliseconds(atMs).toZonedDateTimeISO(zone).add({ days }).epochMilliseconds
}

/** Midnight to midnight of a day by the zone's clock; 23 to 25 hours. */
export function dayStretch(on: string, zone: string): Stretch {
  const day = Temporal.PlainDate.from(on)
  return { fromMs: instantOf(day, '00:00', zone), toMs: instantOf(day.add({ days: 1 }), '00:00', zone) }
}

function dayAt(atMs: number, zone: string): Temporal.PlainDate {
  return Temporal.Instant.fromEpochMilliseconds(atMs).toZonedDateTimeISO(zone).toPlainDate()
}

function instantOf(day: Temporal.PlainDate, time: string, zone: string): number {
  return day.toZonedDateTime({ timeZone: zone, plainTime: Temporal.PlainTime.from(time) }).epochMilliseconds
}
