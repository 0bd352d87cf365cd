import ical, { ICalAlarmType } from 'ical-generator'

/** One thing to do at an hour. */
export interface CalendarEntry {
  /** The same task keeps its uid, so that a calendar replaces it when it moves. */
  readonly uid: string
  readonly summary: string
  readonly detail: string
  readonly beginAtMs: number
  readonly endAtMs: number
  /** How long before its alarm goes off; ten minutes where nothing is said. */
  readonly alarmBeforeS?: number
}

const SHORTEST_MS = 5 * 60_000
const ALARM_BEFORE_S = 10 * 60

/** The entries as an iCalendar file (RFC 5545), instants in UTC, each with its alarm. */
export function calendarFile(entries: readonly CalendarEntry[], stampMs: number): string {
  const calendar = ical({ name: 'Nublo rack', prodId: { company: 'nublo', product: 'rack', language: 'EN' } })
  for (const entry of entries) {
    const event = calendar.createEvent({
      id: entry.uid,
      stamp: new Date(stampMs),
      start: new Date(entry.beginAtMs),
      end: new Date(Math.max(entry.endAtMs, entry.beginAtMs + SHORTEST_MS)),
      summary: entry.summary,
      description: entry.detail,
    })
    event.createAlarm({
      type: ICalAlarmType.display,
      trigger: entry.alarmBeforeS ?? ALARM_BEFORE_S,
      description: entry.summary,
    })
  }
  return calendar.toString()
}
