import { describe, expect, test } from '@jest/globals'
import { dayOn, freeStretches, promisedAtMs, wallInstantMs, type FreeHours, type FreeTime } from './index.ts'

const HOUR = 3_600_000
const everyDay = (...free: FreeTime[]): FreeHours['week'] => Array.from({ length: 7 }, () => free)
const hours = (changes: Partial<FreeHours> = {}): FreeHours => ({
  zone: 'Europe/Oslo',
  week: everyDay({ from: '18:00', to: '22:00' }),
  otherDays: [],
  ...changes,
})
const lengths = (asked: FreeHours, from: string, to: string) =>
  freeStretches(asked, { fromMs: Date.parse(from), toMs: Date.parse(to) }).map(
    ({ fromMs, toMs }) => (toMs - fromMs) / HOUR,
  )

describe('free hours', () => {
  test('hang on the wall of their zone', () => {
    const [first] = freeStretches(hours(), {
      fromMs: Date.parse('2026-07-01T00:00Z'),
      toMs: Date.parse('2026-07-02T00:00Z'),
    })
    expect(new Date(first!.fromMs).toISOString()).toBe('2026-07-01T16:00:00.000Z')
  })

  test('that run past midnight join the next morning, seen from either day', () => {
    const late = hours({ week: everyDay({ from: '20:00', to: '00:00' }, { from: '00:00', to: '01:30' }) })
    expect(lengths(late, '2026-07-01T10:00Z', '2026-07-02T10:00Z')).toEqual([5.5])
    const over = hours({ week: everyDay({ from: '20:00', to: '01:30' }) })
    expect(lengths(over, '2026-07-01T22:30Z', '2026-07-02T10:00Z')).toEqual([1])
  })

  // Clock changes of 2026 by the IANA database: Oslo 29 March and 25 October, New York 8 March and 1 November,
  // Lord Howe Island 5 April (by half an hour) and 4 October.
  test.each([
    ['Europe/Oslo', '2026-03-29', 23],
    ['Europe/Oslo', '2026-10-25', 25],
    ['America/New_York', '2026-03-08', 23],
    ['America/New_York', '2026-11-01', 25],
    ['Australia/Lord_Howe', '2026-04-05', 24.5],
    ['Australia/Lord_Howe', '2026-10-04', 23.5],
  ])('a whole free day in %s on %s lasts %d hours', (zone, on, long) => {
    const whole = hours({
      zone,
      week: everyDay(),
      otherDays: [{ on, free: [{ from: '00:00', to: '00:00' }] }],
    })
    const noon = wallInstantMs(on, '12:00', zone)
    const [only, ...more] = freeStretches(whole, { fromMs: noon - 40 * HOUR, toMs: noon + 40 * HOUR })
    expect((only!.toMs - only!.fromMs) / HOUR).toBe(long)
    expect(more).toEqual([])
  })

  test('a stretch that begins in the hour a clock leaves out begins with the change', () => {
    const early = hours({ week: everyDay({ from: '02:30', to: '05:00' }) })
    expect(lengths(early, '2026-03-28T12:00Z', '2026-03-29T12:00Z')).toEqual([1.5])
  })

  test('other days replace the week, also by nothing', () => {
    const away = hours({ otherDays: [{ on: '2026-07-02', free: [] }] })
    expect(lengths(away, '2026-07-01T00:00Z', '2026-07-04T00:00Z')).toEqual([4, 4])
  })

  test('a promise counts from the morning of its day, wherever the clock stood before', () => {
    expect(new Date(promisedAtMs('2026-03-29', 'Europe/Oslo')).toISOString()).toBe('2026-03-29T06:00:00.000Z')
    expect(new Date(promisedAtMs('2026-03-28', 'Europe/Oslo')).toISOString()).toBe('2026-03-28T07:00:00.000Z')
    expect(dayOn(Date.parse('2026-07-01T23:00Z'), 'Europe/Oslo')).toBe('2026-07-02')
  })

  test('refuse a zone that is none and a week that is not seven days', () => {
    const span = { fromMs: 0, toMs: HOUR }
    expect(() => freeStretches(hours({ zone: 'Moon/Base' }), span)).toThrow(RangeError)
    expect(() => freeStretches(hours({ week: [] }), span)).toThrow(/expected 7/)
  })
})
