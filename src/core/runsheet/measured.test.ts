import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { bedOf, pourMixOf, POUR_MIX } from '../batch/index.ts'
import { planBatch } from '../plan/index.ts'
import { mixedDensityGPerMl } from '../resin/index.ts'
import { measuredRequest, type PourEvent } from './index.ts'

const request = bloomRequest({}, 3)
const planned = planBatch(request)
const { a: aG, b: bG, totalG, leftoverG } = pourMixOf(planned.mixes).parts.byWeight
const G_PER_ML = mixedDensityGPerMl(request.resin)
const bedMl = (plan: typeof planned) => bedOf(plan.fills[0]!).volumeMl
const leftG = (plan: typeof planned) => pourMixOf(plan.mixes).parts.byWeight.leftoverG
const mixG = (plan: typeof planned) => pourMixOf(plan.mixes).parts.byWeight.totalG

const GATE = { kind: 'gatePassed', overruled: [] }
const STIRRED = [{ kind: 'stirBegan' }, { kind: 'stopStir' }]
const asked = (said: readonly object[]) =>
  measuredRequest(
    request,
    said.map((each, k) => ({ id: `e${k}`, atMs: k, ...each }) as PourEvent),
  )
const weighed = (a: number, b: number) => ({ kind: 'weighed', aG: a, bG: b })
/** Weighed so, stirred, and then that. */
const poured = (scale: readonly object[], ...then: readonly object[]) =>
  planBatch(asked([GATE, ...scale, ...STIRRED, ...then]))
const filled = (pieceNo: number, times: number) => ({
  kind: 'filled',
  pieceNo,
  g: times * bedMl(planned) * G_PER_ML,
})

describe('what was weighed, filled and spilt', () => {
  test('changes nothing where nothing was said, and nothing of what was taken back', () => {
    expect(asked([])).toBe(request)
    const takenBack = [GATE, ...STIRRED, { kind: 'spilt', g: 20 }, { kind: 'undone', eventId: 'e3' }]
    expect(asked(takenBack)).toBe(request)
    expect(measuredRequest({ ...request, measured: { mixes: [], beds: [], spiltG: 20 } }, [])).toEqual(
      request,
    )
  })

  test('counts once it is stirred, by what was weighed since the gate: more can be added until then, or all weighed again', () => {
    expect(asked([GATE, weighed(300, 200)])).toBe(request)
    expect(asked([GATE, weighed(300, 200), GATE, ...STIRRED])).toBe(request)
    expect(asked([GATE, weighed(300, 200), weighed(aG, bG), ...STIRRED]).measured!.mixes).toEqual([
      { mix: POUR_MIX, aG, bG },
    ])
    // What was given up is planned again from its plan.
    expect(asked([GATE, weighed(300, 200), ...STIRRED, { kind: 'abandoned', reason: '' }])).toBe(request)
  })

  test('more in the cup: it is over, the beds are as planned, and the warmer cup must be empty sooner', () => {
    const plan = poured([weighed(1.5 * aG, 1.5 * bG)])
    expect(mixG(plan)).toBeCloseTo(1.5 * totalG, 6)
    expect(leftG(plan)).toBeCloseTo(leftoverG + 0.5 * totalG, 6)
    expect(plan.fills).toEqual(planned.fills)
    expect(plan.cupLimits!.stopMin).toBeLessThan(planned.cupLimits!.stopMin)
  })

  test('less in the cup, or some spilt: the beds are as much thinner, and nothing is left', () => {
    const short = poured([weighed(0.8 * aG, 0.8 * bG)])
    expect(bedMl(short)).toBeLessThan(bedMl(planned))
    expect(leftG(short)).toBeCloseTo(0, 6)
    const spilt = poured([], { kind: 'spilt', g: leftoverG + 12 })
    expect(3 * (bedMl(planned) - bedMl(spilt)) * G_PER_ML).toBeCloseTo(12, 6)
    expect(leftG(spilt)).toBeCloseTo(0, 6)
    expect(poured([], { kind: 'spilt', g: leftoverG / 2 }).fills).toEqual(planned.fills)
  })

  test('a mold that got more than its share: the others get what was planned, as far as the mix reaches', () => {
    const reaches = poured([weighed(1.5 * aG, 1.5 * bG)], filled(1, 1.4))
    expect(bedMl(reaches)).toBeCloseTo(bedMl(planned), 9)
    const tight = poured([], filled(1, 1.4))
    const beyondG = 0.4 * bedMl(planned) * G_PER_ML - leftoverG
    expect(2 * (bedMl(planned) - bedMl(tight)) * G_PER_ML).toBeCloseTo(beyondG, 6)
    // No more is stirred for it: the cup is what it was.
    expect(mixG(tight)).toBeCloseTo(totalG, 6)
    expect(tight.cupLimits!.stopMin).toBeCloseTo(planned.cupLimits!.stopMin, 6)
  })

  test('once all are filled the bed is what lies in them, and the white’s window is that bed’s', () => {
    const plan = poured([weighed(1.5 * aG, 1.5 * bG)], filled(1, 1.4), filled(2, 1.3), filled(3, 1.5))
    expect(bedMl(plan)).toBeCloseTo(1.4 * bedMl(planned), 6)
    expect(leftG(plan)).toBeCloseTo(leftoverG + 0.5 * totalG - 3 * 0.4 * bedMl(planned) * G_PER_ML, 6)
    expect(plan.bloom!.window).not.toEqual(planned.bloom!.window)
  })

  test('a ratio that will not cure is told as it was weighed, once', () => {
    const plan = poured([weighed(1.1 * aG, bG)])
    const off = plan.findings.filter(({ kind }) => kind === 'ratioOff')
    expect(off).toMatchObject([{ by: 'weighing' }])
    expect(planned.findings.map(({ kind }) => kind)).not.toContain('ratioOff')
  })

  test('what was weighed for a later layer is that layer’s own, once that is stirred', () => {
    const of = { layer: 'back' }
    const sitting = [
      { ...GATE, ...of },
      { ...weighed(40, 40), ...of },
    ]
    const own = [GATE, weighed(aG, bG), ...STIRRED, ...sitting]
    expect(asked(own).measured!.mixes.map(({ mix }) => mix)).toEqual([POUR_MIX])
    expect(asked([...own, { kind: 'stirBegan', ...of }]).measured!.mixes.map(({ mix }) => mix)).toEqual([
      POUR_MIX,
      'back',
    ])
  })
})
