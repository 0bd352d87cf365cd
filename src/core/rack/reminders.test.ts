import { describe, expect, test } from '@jest/globals'
import { changesBetween, remindersAt, type RackPlan, type RackPlanBatch, type RackPlanJob } from './index.ts'

const MIN = 60_000
const T0 = Date.parse('2026-12-02T18:00Z')

const job = (changes: Partial<RackPlanJob> = {}): RackPlanJob => ({
  batchId: 'tray',
  id: 'back',
  title: 'Pour the back layer',
  does: null,
  lays: null,
  detail: '',
  takes: [],
  beginAtMs: T0,
  endAtMs: T0 + 15 * MIN,
  openAtMs: T0 - 60 * MIN,
  closeAtMs: T0 + 120 * MIN,
  pinned: false,
  late: false,
  ...changes,
})
const batch = (changes: Partial<RackPlanBatch> = {}): RackPlanBatch => ({
  id: 'tray',
  name: 'Lagoon tray',
  placed: true,
  readyAtMs: T0 + 1e9,
  promisedAtMs: null,
  lateMin: 0,
  latestPourAtMs: null,
  nouns: {},
  trouble: null,
  ...changes,
})
const plan = (jobs: readonly RackPlanJob[], batches: readonly RackPlanBatch[] = [batch()]): RackPlan => ({
  fromMs: T0,
  toMs: T0 + 1e9,
  jobs,
  batches,
  free: [],
  level: [],
  proven: true,
})
const whys = (jobs: readonly RackPlanJob[], nowMs: number, quiet = {}) =>
  remindersAt(plan(jobs), nowMs, quiet).map(({ why }) => why)

describe('reminders', () => {
  test('come a quarter of an hour before a job, not sooner', () => {
    expect(whys([job()], T0 - 16 * MIN)).toEqual([])
    expect(whys([job()], T0 - 15 * MIN)).toEqual(['due'])
  })

  test('turn urgent when the window is about to close', () => {
    expect(whys([job()], T0 + 74 * MIN)).toEqual(['due'])
    expect(whys([job()], T0 + 75 * MIN)).toEqual(['closing'])
  })

  test('never call a job due that is late', () => {
    expect(whys([job()], T0 + 121 * MIN)).toEqual(['late'])
    expect(whys([job({ late: true })], T0 + 30 * MIN)).toEqual(['late'])
    expect(whys([job({ late: true, beginAtMs: T0 + 300 * MIN })], T0)).toEqual([])
  })

  test('that were put off stay away until then, but not when it turns urgent', () => {
    const quiet = { 'tray back due': T0 + 30 * MIN }
    expect(whys([job()], T0, quiet)).toEqual([])
    expect(whys([job()], T0 + 30 * MIN, quiet)).toEqual(['due'])
    expect(whys([job()], T0 + 80 * MIN, { 'tray back due': T0 + 1e9 })).toEqual(['closing'])
  })

  test('are not about a pour that nobody gave an hour', () => {
    expect(whys([job({ id: 'pour', closeAtMs: null })], T0)).toEqual([])
    expect(whys([job({ id: 'pour', closeAtMs: null, pinned: true })], T0)).toEqual(['due'])
  })
})

describe('what another plan does differently', () => {
  test('is told with the worst first', () => {
    const before = plan([job(), job({ id: 'demold' })], [batch(), batch({ id: 'gift', name: 'Gift' })])
    const after = plan(
      [job({ beginAtMs: T0 + 30 * MIN }), job({ id: 'demold' })],
      [
        batch({ readyAtMs: T0 + 1e9 + 60 * MIN }),
        batch({ id: 'gift', name: 'Gift', placed: false, readyAtMs: null }),
      ],
    )
    expect(changesBetween(before, after)).toMatchObject([
      { kind: 'noLongerFits', batchId: 'gift' },
      { kind: 'moved', job: { id: 'back' }, fromMs: T0 },
      { kind: 'ready', byMs: 60 * MIN },
    ])
    expect(changesBetween(before, before)).toEqual([])
  })

  test('names a promise that is now missed, or kept again', () => {
    const kept = plan([], [batch()])
    const missed = plan([], [batch({ lateMin: 90 })])
    expect(changesBetween(kept, missed)).toMatchObject([{ kind: 'late', lateMin: 90 }])
    expect(changesBetween(missed, kept)).toMatchObject([{ kind: 'inTime' }])
  })
})
