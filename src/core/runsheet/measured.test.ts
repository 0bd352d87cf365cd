import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { bedOf, pourMixOf, POUR_MIX } from '../batch/index.ts'
import { planBatch } from '../plan/index.ts'
import { measuredRequest, type PourEvent } from './index.ts'

const request = bloomRequest({}, 3)
const planned = planBatch(request)
const { a: aG, b: bG, totalG, leftoverG } = pourMixOf(planned.mixes).parts.byWeight
const event = (each: object, k: number) => ({ id: `e${k}`, atMs: k, ...each }) as PourEvent
const poured = (...said: readonly object[]) => {
  const asked = measuredRequest(request, said.map(event))
  return { asked, plan: planBatch(asked) }
}
const bedMm = (plan: typeof planned) => bedOf(plan.fills[0]!).depthMm

describe('what was weighed, filled and spilt', () => {
  test('changes nothing where nothing was said, and nothing of what was taken back', () => {
    expect(measuredRequest(request, [])).toBe(request)
    const taken = [
      { kind: 'spilt', g: 20 },
      { kind: 'undone', eventId: 'e0' },
    ]
    expect(poured(...taken).asked).toBe(request)
  })

  test('more in the cup: it is over, the beds are as planned, and the warmer cup must be empty sooner', () => {
    const { plan } = poured({ kind: 'weighed', aG: 1.5 * aG, bG: 1.5 * bG })
    expect(pourMixOf(plan.mixes).parts.byWeight.totalG).toBeCloseTo(1.5 * totalG, 6)
    expect(pourMixOf(plan.mixes).parts.byWeight.leftoverG).toBeCloseTo(leftoverG + 0.5 * totalG, 6)
    expect(bedMm(plan)).toBeCloseTo(bedMm(planned), 9)
    expect(plan.cupLimits!.stopMin).toBeLessThan(planned.cupLimits!.stopMin)
  })

  test('less in the cup, or some spilt: the beds are as much thinner', () => {
    const short = poured({ kind: 'weighed', aG: 0.8 * aG, bG: 0.8 * bG }).plan
    expect(bedMm(short)).toBeLessThan(bedMm(planned))
    expect(pourMixOf(short.mixes).parts.byWeight.leftoverG).toBeCloseTo(0, 1)
    const spilt = poured({ kind: 'spilt', g: leftoverG + 12 }).plan
    const lostMl =
      planned.fills[0]!.count * (bedOf(planned.fills[0]!).volumeMl - bedOf(spilt.fills[0]!).volumeMl)
    expect(lostMl * 1.1).toBeGreaterThan(11)
    expect(lostMl * 1.1).toBeLessThan(13)
    expect(poured({ kind: 'spilt', g: Math.max(0.01, leftoverG / 2) }).plan.fills).toEqual(planned.fills)
  })

  test('a mold that got more lies deeper, and its white sinks through more: its window is another', () => {
    const density = totalG / pourMixOf(planned.mixes).parts.byWeight.totalMl
    const g = 1.4 * bedOf(planned.fills[0]!).volumeMl * density
    const { plan } = poured(...[1, 2, 3].map((pieceNo) => ({ kind: 'filled', pieceNo, g })))
    expect(bedOf(plan.fills[0]!).volumeMl).toBeCloseTo(1.4 * bedOf(planned.fills[0]!).volumeMl, 3)
    expect(plan.bloom!.window).not.toEqual(planned.bloom!.window)
  })

  test('a ratio that will not cure is a stop', () => {
    const { plan } = poured({ kind: 'weighed', aG: 1.1 * aG, bG })
    expect(plan.findings.map(({ kind }) => kind)).toContain('ratioOff')
    expect(planned.findings.map(({ kind }) => kind)).not.toContain('ratioOff')
  })

  test('what was weighed for a later layer is that layer’s own', () => {
    const { asked } = poured({ kind: 'weighed', layer: 'back', aG: 40, bG: 40 }, { kind: 'weighed', aG, bG })
    expect(asked.measured!.mixes.map(({ mix }) => mix)).toEqual(['back', POUR_MIX])
  })
})
