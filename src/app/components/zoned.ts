import { dayOn, wallInstantMs } from '#core/rack/index.ts'

/** Instants by the clock and calendar of a zone, whatever the device's own. */

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
