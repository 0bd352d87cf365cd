import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { AS_PLANNED, type Reading } from '../timing/index.ts'
import { planBatch, planLive } from './plan.ts'

const request = bloomRequest({}, 2)
const probe = (atMin: number, tempC: number): Reading => ({ kind: 'temperature', atMin, tempC, by: 'probe' })
const decantOf = (readings: readonly Reading[]) => planLive(request, { readings }).plan.decant.decantMin

describe('a live plan', () => {
  test('without readings is the plan as it was made, with soft edges', () => {
    const { plan, bands } = planLive(request)
    expect(plan).toEqual(planBatch(request))
    const { open, best, close } = bands.steps.white!
    expect(open.lowMin).toBeLessThanOrEqual(open.highMin)
    expect(best.lowMin).toBeLessThan(best.highMin)
    expect(close!.midMin).toBeGreaterThan(best.midMin)
  })

  test('a warm cup brings the decant forward, a cold one puts it off', () => {
    const planned = planBatch(request).decant.decantMin
    expect(decantOf([probe(10, 32)])).toBeLessThan(planned)
    expect(decantOf([probe(10, 25.5)])).toBeGreaterThan(planned)
  })

  test('that was poured to its end tells that the resin still flowed: the quickest courses drop out', () => {
    const done = Object.fromEntries(
      planBatch(request)
        .steps.filter((step) => step.place === 'pour')
        .map((step) => [step.key, step.endMin]),
    )
    const before = planLive(request).bands
    const after = planLive(request, { done }).bands
    expect(after.readings).toBe(0)
    expect(after.contradictions).toEqual([])
    expect(after.steps.demold!.open.lowMin).toBeGreaterThan(before.steps.demold!.open.lowMin)
    expect(planLive(request, { done, readings: [probe(10, 29)] }).bands.readings).toBe(1)
  })

  test('goes on without what is left out, and with one round of drops more', () => {
    const petri = bloomRequest({ technique: 'petri' }, 2)
    const keysOf = (leftOut: readonly string[], moreRounds: number) =>
      planLive(petri, { stillFullMin: 0, otherwise: { ...AS_PLANNED, leftOut, moreRounds } }).plan.steps.map(
        ({ key }) => key,
      )
    const asPlanned = keysOf([], 0)
    expect(keysOf(['cover'], 0)).toEqual(asPlanned.filter((key) => key !== 'cover'))
    expect(keysOf([], 1).filter((key) => !asPlanned.includes(key))).toEqual(['ink.2.1', 'ink.2.2'])
    const { plan } = planLive(petri, {
      stillFullMin: 0,
      otherwise: { ...AS_PLANNED, leftOut: [], moreRounds: 1 },
    })
    const added = plan.steps.find(({ key }) => key === 'ink.2.1')!
    expect(added.takes).toMatchObject([{ of: 'drops', whiteDrops: expect.any(Number) }])
    // Nothing that is mixed already changes with it.
    expect(plan.mixes).toEqual(planBatch(petri).mixes)
    // Nothing left to do is no reason to stop.
    const none = planLive(petri, {
      stillFullMin: 0,
      otherwise: { ...AS_PLANNED, leftOut: ['ink.1', 'ink.2'] },
    }).plan
    expect(none.capacity.fits).toBe(true)
  })

  test('can cross to a worker and back', () => {
    const live = planLive(request, { readings: [probe(10, 29)] })
    expect(structuredClone(live)).toEqual(live)
  })
})
