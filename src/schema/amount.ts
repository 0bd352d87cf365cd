import * as v from 'valibot'

export interface AmountRange {
  readonly above?: number
  readonly atLeast?: number
  readonly atMost: number
}

/** "more than 0 and at most 500 mm": the range as a person reads it. */
function rangeWords(range: AmountRange, unit: string): string {
  const low = range.above !== undefined ? `more than ${range.above}` : `at least ${range.atLeast ?? 0}`
  return `${low} and at most ${range.atMost}${unit ? ` ${unit}` : ''}`
}

/** A finite number in its range; the message names what it is and what would be right. */
export function amount(what: string, unit: string, range: AmountRange) {
  const message = (found: unknown) => `${what} is ${printed(found)}, expected ${rangeWords(range, unit)}`
  const low =
    range.above === undefined
      ? v.minValue<number, number, (issue: { input: number }) => string>(range.atLeast ?? 0, (issue) =>
          message(issue.input),
        )
      : v.gtValue<number, number, (issue: { input: number }) => string>(range.above, (issue) =>
          message(issue.input),
        )
  return v.pipe(
    v.number((issue) => message(issue.input)),
    low,
    v.maxValue(range.atMost, (issue) => message(issue.input)),
  )
}

function printed(found: unknown): string {
  if (typeof found === 'number') return Number.isNaN(found) ? 'not a number' : String(found)
  return found === undefined ? 'missing' : JSON.stringify(found).slice(0, 40)
}

/** A whole number in its range. */
export function count(what: string, range: { readonly atLeast: number; readonly atMost: number }) {
  return v.pipe(
    amount(what, '', range),
    v.integer((issue) => `${what} is ${String(issue.input)}, expected a whole number`),
  )
}

/** Text that is there and not endless. */
export function text(what: string, longest = 200) {
  return v.pipe(
    v.string(`${what} is missing, expected text`),
    v.trim(),
    v.minLength(1, `${what} is empty, expected a few words`),
    v.maxLength(
      longest,
      (issue) => `${what} has ${issue.input.length} characters, expected at most ${longest}`,
    ),
  )
}

export const idSchema = v.pipe(
  v.string('id is missing'),
  v.regex(/^[\w.-]{1,64}$/, 'id has marks that are not letters, digits, dot or dash'),
  // Things are looked up by their ids: what every object has by itself must not answer for one.
  v.check(
    (id) => !(id in Object.prototype),
    (issue) => `id is "${issue.input}", a word of the machine's own, expected another`,
  ),
)

/** An ISO 8601 instant with its offset, such as 2026-03-14T18:30:00+01:00. */
export function instantText(what: string) {
  const expected = `${what} is not a moment, expected ISO 8601 with an offset such as 2026-03-14T18:30:00+01:00`
  return v.pipe(
    v.string(expected),
    v.regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:\d\d)$/, expected),
    v.check((value) => Number.isFinite(Date.parse(value)), expected),
  )
}

/** A day of the calendar that exists. */
export function calendarDay(what: string) {
  const expected = `${what} is not a day, expected YYYY-MM-DD such as 2026-03-14`
  return v.pipe(
    v.string(expected),
    v.regex(/^\d{4}-\d\d-\d\d$/, expected),
    v.check((value) => {
      const at = new Date(`${value}T00:00:00Z`)
      return Number.isFinite(at.getTime()) && at.toISOString().startsWith(value)
    }, expected),
  )
}

/** Epoch milliseconds between 2000 and 2100. */
export function epochMs(what: string) {
  return v.pipe(
    v.number(`${what} is not a moment in epoch milliseconds`),
    v.minValue(946_684_800_000, `${what} is before the year 2000`),
    v.maxValue(4_102_444_800_000, `${what} is after the year 2100`),
  )
}

/** Words of any kind, as long as a page. */
export const note = (what: string) =>
  v.pipe(v.string(), v.maxLength(2000, `${what} is longer than 2000 characters`))
