import { describe, expect, test } from '@jest/globals'
import type { RackPlan, RackPlanBatch, RackPlanJob } from './planRack.ts'
import { plannedAway } from './plannedAway.ts'

const H = 3_600_000
const plan = (job: Partial<RackPlanJob>, batch: Partial<RackPlanBatch> = {}) =>
  ({
    jobs: [{ batchId: 'tray', id: 'demold', beginAtMs: 30 * H, openAtMs: 22 * H, pinned: false, ...job }],
    batches: [{ id: 'tray', promisedAtMs: null, ...batch }],
  }) as unknown as RackPlan
const away = (job: Partial<RackPlanJob>, batch: Partial<RackPlanBatch> = {}, bestAtMs = 23 * H) =>
  plannedAway(plan(job, batch), { batchId: 'tray', jobId: 'demold', bestAtMs })

describe('a job beside its best hour', () => {
  test('later, or sooner, for the hours that are free', () => {
    expect(away({})).toEqual({ beginAtMs: 30 * H, why: 'hours' })
    expect(away({ beginAtMs: 20 * H })).toEqual({ beginAtMs: 20 * H, why: 'hours' })
  })
  test('sooner for a promise; later than its best it is no promise that moved it', () => {
    expect(away({ beginAtMs: 20 * H }, { promisedAtMs: 40 * H })?.why).toBe('promise')
    expect(away({}, { promisedAtMs: 40 * H })?.why).toBe('hours')
  })
  test('once it is sure to be ready, where that comes after its best as believed; later than that for the hours', () => {
    expect(away({ openAtMs: 30 * H })?.why).toBe('sure')
    expect(away({ openAtMs: 28 * H })?.why).toBe('hours')
    expect(away({ beginAtMs: 20 * H, openAtMs: 19 * H })?.why).toBe('hours')
  })
  test('at an hour that was chosen, promised or not', () => {
    expect(away({ pinned: true, beginAtMs: 20 * H }, { promisedAtMs: 40 * H })?.why).toBe('chosen')
  })
  test('is none within ten minutes of it, and none where it is not placed', () => {
    expect(away({ beginAtMs: 23 * H + 10 * 60_000 })).toBeNull()
    expect(plannedAway(plan({}), { batchId: 'tray', jobId: 'back', bestAtMs: 23 * H })).toBeNull()
    expect(plannedAway(plan({}), { batchId: 'dish', jobId: 'demold', bestAtMs: 23 * H })).toBeNull()
  })
})
