import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { AS_PLANNED, type Reading } from '../timing/index.ts'
import { ARCHETYPES } from '../resin/index.ts'
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

  test('of someone who goes by the temperature empties the cup once it is as warm as its moment, whatever the rest believes', () => {
    const { steps } = planBatch(request)
    const decant = steps.find(({ step }) => step.does === 'empties')!
    const atMin = 0.8 * decant.beginMin
    const byHand = (tempC: number, leads?: true): Reading => ({
      kind: 'temperature',
      by: 'hand',
      atMin,
      tempC,
      leads,
    })
    const warmC = decant.expected!.tempC + 0.1
    expect(decantOf([byHand(warmC)])).toBeGreaterThan(atMin + 0.5)
    expect(decantOf([byHand(warmC, true)])).toBe(atMin)
    // One of the cups it was divided into is another mass.
    const ofCup: Reading = { ...byHand(warmC, true), cup: 'first.sea' }
    expect(decantOf([ofCup])).toBe(decantOf([{ ...byHand(warmC), cup: 'first.sea' }]))
    // Not yet as warm: it says what any reading says.
    expect(decantOf([byHand(warmC - 0.5, true)])).toBe(decantOf([byHand(warmC - 0.5)]))
  })

  test('is led by no slip of a thermometer, and by none in a cup that hardly warms', () => {
    const slip: Reading = { kind: 'temperature', atMin: 2, tempC: 88, by: 'probe', leads: true }
    expect(decantOf([slip])).toBeGreaterThan(10)
    const small = bloomRequest({ resin: ARCHETYPES.slow, roomTempC: 17, cupStrategy: 'rest' }, 1)
    const { expected } = planBatch(small).steps.find(({ step }) => step.does === 'empties')!
    const readings: Reading[] = [{ kind: 'temperature', atMin: 5, tempC: expected!.tempC + 0.1, by: 'hand' }]
    const led = readings.map((reading): Reading => ({ ...reading, leads: true }) as Reading)
    expect(planLive(small, { readings: led }).plan.decant).toEqual(planLive(small, { readings }).plan.decant)
  })

  test('that was poured to its end tells that the resin still flowed: the quickest courses drop out', () => {
    const done = Object.fromEntries(
      planBatch(request)
        .steps.filter((turn) => turn.step.place === 'pour')
        .map((turn) => [turn.key, turn.endMin]),
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
