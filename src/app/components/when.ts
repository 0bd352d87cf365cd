/** Instants as this device's owner reads them. */

const CLOCK = new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit' })
const DAY = new Intl.DateTimeFormat(undefined, { weekday: 'short', day: 'numeric', month: 'short' })
const MONTH_DAY = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short' })
const DATE = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short', year: 'numeric' })

/** "18:24" */
export function clockOf(atMs: number): string {
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

/** "17 Dec" of this year, "17 Dec 2027" of another: a day as a calendar names it, such as 2026-12-17. */
export function calendarDay(day: string, nowMs: number): string {
  const atMs = new Date(`${day}T12:00:00`).getTime()
  return new Date(nowMs).getFullYear() === new Date(atMs).getFullYear()
    ? MONTH_DAY.format(atMs)
    : dateOf(atMs)
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
