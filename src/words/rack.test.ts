import { describe, expect, test } from '@jest/globals'
import type { Blocker, PlannedAway, Reminder, RackPlanJob, Way } from '#core/rack/index.ts'
import { wordBlocker, wordPlanned, wordReminder, wordWay } from './rack.ts'

const shown = (atMs: number) => new Date(atMs).toISOString().slice(0, 16)
const T0 = Date.parse('2026-12-02T18:00Z')

describe('why something does not fit', () => {
  test.each<[Blocker, RegExp]>([
    [{ kind: 'never', job: 'demolding' }, /never ready for demolding within three weeks/],
    [{ kind: 'pinPassed', job: 'the pour' }, /hour chosen for the pour has passed/],
    [{ kind: 'pinAway', job: 'the clear coat' }, /hour chosen for the clear coat you are not free/],
    [{ kind: 'pin' }, /does not fit what must come before it or follow/],
    [{ kind: 'hands' }, /your hands are with another batch/],
    [{ kind: 'resource', resource: { kind: 'level' }, more: 2 }, /needs 2 more level places/],
    [{ kind: 'resource', resource: { kind: 'covers' }, more: 1 }, /needs one more cover\./],
    [
      { kind: 'resource', resource: { kind: 'mold', id: 'm', name: 'Flower tray' }, more: 1 },
      /needs one more of the mold Flower tray/,
    ],
    [{ kind: 'window', job: 'back' }, /the window would close first/],
    [{ kind: 'awake' }, /Your free hours do not hold it/],
    [{ kind: 'tooSoon' }, /would not be cured by then/],
    [{ kind: 'several' }, /No single change/],
  ])('%j', (blocker, words) => {
    expect(wordBlocker({ blocker, ways: [] })).toMatch(words)
  })
})

describe('a way out', () => {
  const way = (changes: object): Way =>
    ({ kind: 'hands', pourAtMs: T0, readyAtMs: T0 + 1e9, inTime: true, ...changes }) as Way

  test('tells what it would give', () => {
    expect(wordWay(way({ kind: 'awake' }), shown)).toBe(
      'Be free at another hour: stop-stir 2026-12-02T18:00, ready 2026-12-14T07:46.',
    )
  })

  test('names what is done late', () => {
    expect(wordWay(way({ kind: 'window', job: 'draping' }), shown)).toMatch(
      /^Let the window for draping pass/,
    )
  })

  test('of a batch that is poured already tells no pour, and one that is still late says so', () => {
    expect(
      wordWay(way({ kind: 'window', job: 'the back layer', pourAtMs: null, inTime: false }), shown),
    ).toMatch(/for the back layer pass, with what the step says of being late: ready [^,]*, still late\.$/)
  })
})

describe('a reminder', () => {
  const job = { title: 'Pour the back layer', closeAtMs: T0 + 5_400_000, late: false } as RackPlanJob
  const reminder = (changes: Partial<Reminder> = {}): Reminder => ({
    key: 'k',
    job,
    name: 'Tray',
    why: 'due',
    ...changes,
  })

  test('says how long it can still wait, or that it cannot', () => {
    expect(wordReminder(reminder(), T0)).toBe('Pour the back layer: Tray. It can wait another 1 h 30.')
    expect(wordReminder(reminder({ why: 'closing' }), T0 + 3_600_000)).toMatch(/Only 30 min left\.$/)
    expect(wordReminder(reminder({ job: { ...job, closeAtMs: null } }), T0)).toMatch(/It can wait\.$/)
    expect(wordReminder(reminder({ why: 'late', job: { ...job, late: true } }), T0)).toMatch(
      /Its window has closed\.$/,
    )
  })
})

test('a job that is not planned at its best says when it is, and why', () => {
  const planned = (why: PlannedAway['why']) => wordPlanned({ beginAtMs: T0, why }, shown)
  expect(planned('hours')).toBe('planned 2026-12-02T18:00, when hands and places are free')
  expect(planned('sure')).toContain('sure to be ready')
  expect(planned('promise')).toContain('promised')
  expect(planned('chosen')).toContain('you chose')
})
