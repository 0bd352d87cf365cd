import { dayOn, wallInstantMs } from '#core/rack/index.ts'

/** Instants as this device's owner reads them. */

const CLOCK = new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit' })
const DAY = new Intl.DateTimeFormat(undefined, { weekday: 'short', day: 'numeric', month: 'short' })
const DATE = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short', year: 'numeric' })

/** "18:24" */
function clockOf(atMs: number): string {
  return CLOCK.format(atMs)
}

/** "Fri 4 Dec" */
export function dayOf(atMs: number): string {
  return DAY.format(atMs)
}

/** "4 Dec 2026" */
export function dateOf(atMs: number): string {
  return DATE.format(atMs)
}

/** "18:24" today, "Fri 4 Dec 18:24" on another day. */
export function whenOf(atMs: number, nowMs: number): string {
  return dayOf(atMs) === dayOf(nowMs) ? clockOf(atMs) : `${dayOf(atMs)}, ${clockOf(atMs)}`
}

/** The instant a `datetime-local` field shows, as that field wants it: local wall clock, no zone. */
export function localField(atMs: number): string {
  const at = new Date(atMs)
  const two = (part: number) => String(part).padStart(2, '0')
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:${two(at.getMinutes())}`
}

/** ISO 8601 with this device's offset, from what a `datetime-local` field holds; null for an empty field. */
export function isoOfLocalField(field: string): string | null {
  const at = new Date(field)
  if (field === '' || Number.isNaN(at.getTime())) return null
  const offsetMin = -at.getTimezoneOffset()
  const two = (part: number) => String(Math.trunc(Math.abs(part))).padStart(2, '0')
  return `${field.slice(0, 16)}:00${offsetMin < 0 ? '-' : '+'}${two(offsetMin / 60)}:${two(offsetMin % 60)}`
}

/** "18:24" by the clock of a zone. */
export function clockIn(atMs: number, timeZone: string): string {
  return format(timeZone, { hour: '2-digit', minute: '2-digit' }).format(atMs)
}

/** "Fri 4 Dec" by the calendar of a zone. */
export function dayIn(atMs: number, timeZone: string): string {
  return format(timeZone, { weekday: 'short', day: 'numeric', month: 'short' }).format(atMs)
}

/** "Fri 4 Dec, 18:24" by the clock of a zone. */
export function momentIn(atMs: number, timeZone: string): string {
  return `${dayIn(atMs, timeZone)}, ${clockIn(atMs, timeZone)}`
}

/** The instant as a `datetime-local` field shows it in a zone. */
export function fieldIn(atMs: number, zone: string): string {
  const time = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  })
  return `${dayOn(atMs, zone)}T${time.format(atMs)}`
}

/** The instant of what a `datetime-local` field holds, by the clock of a zone; null for an empty field. */
export function msOfFieldIn(field: string, zone: string): number | null {
  const parts = /^(\d{4}-\d\d-\d\d)T(\d\d:\d\d)/.exec(field)
  return parts ? wallInstantMs(parts[1]!, parts[2]!, zone) : null
}

const formats = new Map<string, Intl.DateTimeFormat>()

function format(timeZone: string, parts: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = timeZone + JSON.stringify(parts)
  const found = formats.get(key) ?? new Intl.DateTimeFormat(undefined, { ...parts, timeZone })
  formats.set(key, found)
  return found
}
