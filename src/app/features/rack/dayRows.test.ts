import { describe, expect, test } from '@jest/globals'
import { wallInstantMs, type RackPlan, type RackPlanJob } from '#core/rack/index.ts'
import { dayRows } from './dayRows.ts'

const ZONE = 'Europe/Berlin'
const at = (on: string, time: string) => wallInstantMs(on, time, ZONE)
const job = (id: string, beginAtMs: number, minutes = 15): RackPlanJob => ({
  batchId: 'b',
  id,
  title: id,
  does: null,
  lays: null,
  detail: '',
  takes: [],
  beginAtMs,
  endAtMs: beginAtMs + minutes * 60_000,
  openAtMs: beginAtMs,
  closeAtMs: null,
  pinned: false,
  late: false,
})
const plan = (changes: Partial<RackPlan>): RackPlan => ({
  fromMs: at('2026-10-24', '12:00'),
  toMs: at('2026-11-14', '12:00'),
  jobs: [],
  batches: [],
  free: [],
  level: [],
  proven: true,
  ...changes,
})

describe('the board', () => {
  test('shows a few days even when nothing is on them, and all up to the last job', () => {
    expect(dayRows(plan({}), ZONE)).toHaveLength(4)
    const rows = dayRows(plan({ jobs: [job('demold', at('2026-10-30', '18:00'))] }), ZONE)
    expect(rows.map(({ on }) => on)).toEqual([
      '2026-10-24',
      '2026-10-25',
      '2026-10-26',
      '2026-10-27',
      '2026-10-28',
      '2026-10-29',
      '2026-10-30',
    ])
  })

  test('leaves out the hours before anything happens on any day, at most to eight', () => {
    const hours = (rows: ReturnType<typeof dayRows>) =>
      rows.map((row) => (row.shownFromMs - row.fromMs) / 3_600_000)
    expect(hours(dayRows(plan({}), ZONE))).toEqual([8, 8, 8, 8])
    expect(hours(dayRows(plan({ jobs: [job('pour', at('2026-10-26', '06:30'))] }), ZONE))).toEqual([
      6, 6, 6, 6,
    ])
  })

  test('a day with a clock change keeps its wall hours: noon stands where noon is', () => {
    const rows = dayRows(plan({ jobs: [job('back', at('2026-10-25', '18:00'))] }), ZONE)
    const changed = rows.find(({ on }) => on === '2026-10-25')!
    expect((changed.toMs - changed.fromMs) / 3_600_000).toBe(25)
    const evening = changed.ticks.find(({ label }) => label === '18:00')!
    expect(changed.jobs[0]!.from).toBeCloseTo(evening.at, 9)
  })

  test('flags never cover one another: those too close go into lanes, late ones lean back', () => {
    const jobs = ['17:00', '17:15', '19:00', '22:30'].map((time, k) => job(`j${k}`, at('2026-10-24', time)))
    const [row] = dayRows(plan({ jobs }), ZONE)
    expect(row!.jobs.map(({ lane }) => lane)).toEqual([0, 1, 2, expect.any(Number)])
    expect(row!.jobs.at(-1)!.leans).toBe('left')
    expect(row!.lanes).toBeGreaterThanOrEqual(3)
  })

  test('says how many level places are taken at most that day', () => {
    const level = [
      { atMs: at('2026-10-24', '12:00'), count: 3 },
      { atMs: at('2026-10-24', '20:00'), count: 7 },
      { atMs: at('2026-10-25', '02:00'), count: 0 },
    ]
    expect(dayRows(plan({ level }), ZONE).map(({ levelAtMost }) => levelAtMost)).toEqual([7, 7, 0, 0])
  })
})
