import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { learnedOf } from '../../../tests/support/learned.ts'
import { pieceCount } from '../batch/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import { capacityOf, portionedAt, scheduleBatch } from '../timing/index.ts'
import { planBatch, planLive } from './plan.ts'
import { strategiesOf } from './strategies.ts'
import { staggered, staggeredRequests } from './stagger.ts'

const tooMany = bloomRequest({ roomTempC: 25 }, 12)
const capacity = capacityOf(scheduleBatch(tooMany, TECHNIQUES.bloom), tooMany)
const stagger = staggered(tooMany, capacity)!

describe('twelve pieces that do not fit one window', () => {
  test('become mixes that each fit, never with two windows or two hands at once', () => {
    const { mixes, lastsMin } = stagger
    expect(mixes.reduce((sum, mix) => sum + mix.pieces, 0)).toBe(12)
    const engaged = mixes.map(({ orders, startsAfterMin }) => {
      const request = { ...tooMany, pieces: orders }
      const schedule = scheduleBatch(request, TECHNIQUES.bloom)
      const own = capacityOf(schedule, request)
      expect(own.fits).toBe(true)
      const hands = schedule.turns
        .filter((turn) => turn.handsOnMin > 0)
        .map(
          (turn) => [turn.endMin - turn.handsOnMin + startsAfterMin, turn.endMin + startsAfterMin] as const,
        )
      const { openMin, closeMin } = own.window!
      return { hands, window: [openMin + startsAfterMin, closeMin! + startsAfterMin] as const }
    })
    engaged.forEach((one, k) =>
      engaged.slice(k + 1).forEach((other) => {
        expect(other.window[0]).toBeGreaterThanOrEqual(one.window[1] - 1e-6)
        for (const [from, to] of one.hands)
          for (const [otherFrom, otherTo] of other.hands)
            expect(to <= otherFrom + 1e-6 || otherTo <= from + 1e-6).toBe(true)
      }),
    )
    expect(lastsMin).toBeGreaterThan(mixes.at(-1)!.startsAfterMin)
  })

  test('are planned as one batch a mix, with the same pieces in all', () => {
    const requests = staggeredRequests(tooMany, stagger)
    expect(requests.map((request) => request.name)).toContain(`Coasters, mix 1 of ${requests.length}`)
    expect(requests.reduce((sum, request) => sum + pieceCount(request), 0)).toBe(12)
  })

  test('have no mixes where not even one piece fits', () => {
    const slow = bloomRequest({ hands: { ...tooMany.hands, beadMmPerS: 0.3 } }, 3)
    const schedule = scheduleBatch(slow, TECHNIQUES.bloom)
    expect(staggered(slow, capacityOf(schedule, slow))).toBeNull()
  })
})

describe('where the resin thickens', () => {
  const strategies = strategiesOf(bloomRequest({}, 6))
  const effect = (id: 'rest' | 'split' | 'atOnce') => strategies.find((each) => each.strategy === id)!

  test('two half cups warm less and leave more time than one', () => {
    expect(effect('split').cupStopMin!).toBeGreaterThan(effect('rest').cupStopMin!)
    expect(effect('split').decantMin).toBeGreaterThan(effect('rest').decantMin)
    expect(effect('split').decantTempC).toBeLessThan(effect('rest').decantTempC)
  })

  test('poured at once it waits in the mold: inks spread for longer, the white comes later', () => {
    expect(effect('atOnce').decantMin).toBeLessThan(3)
    expect(effect('atOnce').inkWindowMin!).toBeGreaterThan(effect('rest').inkWindowMin!)
    expect(effect('atOnce').window!.openMin).toBeGreaterThan(effect('rest').window!.openMin)
  })

  test('a split mix is weighed once and stands in two cups', () => {
    const { cups, parts } = planBatch(bloomRequest({ cupStrategy: 'split' }, 6)).mixes[0]!
    const halves = cups.filter((cup) => cup.id === 'mix' || cup.id === 'otherMix')
    expect(halves).toHaveLength(2)
    expect(halves.reduce((sum, cup) => sum + cup.massG, 0)).toBeCloseTo(parts.byWeight.totalG)
  })

  test('a technique that pours by the clock has none', () => {
    expect(strategiesOf(bloomRequest({ technique: 'petri' }))).toEqual([])
  })
})

describe('the white in its own cup', () => {
  const { whiteCup } = planBatch(bloomRequest({}, 6))

  test('keeps its warmth while the silicone cools the bed: at the first bead it is the thinner of the two', () => {
    expect(whiteCup!.tempC).toBeGreaterThan(whiteCup!.bedTempC)
    expect(whiteCup!.overBed!).toBeLessThan(1)
  })

  test('portioned at stop-stir it never warms, and lags behind one taken from the rested cup', () => {
    const { cup } = scheduleBatch(bloomRequest({}, 6), TECHNIQUES.bloom)
    const early = portionedAt(cup, 30, 0).history.stateAt(25)
    const late = portionedAt(cup, 30, 17).history.stateAt(25)
    expect(early.tempC).toBeLessThan(late.tempC)
    expect(early.conversion).toBeLessThan(late.conversion)
  })

  test('gels after the last bead, and a petri has none', () => {
    expect(whiteCup!.gelMin!).toBeGreaterThan(whiteCup!.firstBeadMin)
    expect(planBatch(bloomRequest({ technique: 'petri' })).whiteCup).toBeNull()
  })
})

describe('what was learned goes into the next plan', () => {
  const learned = learnedOf(0.2)
  const plain = planLive(bloomRequest())
  const taught = planLive(bloomRequest({ learned }))

  test('a resin known as quicker is decanted sooner, and its bands are narrower', () => {
    expect(taught.plan.decant.decantMin).toBeLessThan(plain.plan.decant.decantMin)
    const width = ({ bands }: typeof plain) =>
      bands.steps.white!.best.highMin - bands.steps.white!.best.lowMin
    expect(width(taught)).toBeLessThan(0.75 * width(plain))
    expect(taught.bands.believed.rateLog).toBeCloseTo(0.2, 1)
  })

  test('a hand whose outcomes moved the band pipes by its own', () => {
    const later = planBatch(bloomRequest({ aimShiftLog: -0.3 }))
    const first = (each: typeof later) => each.steps.find((turn) => turn.step.id === 'white')!.beginMin
    expect(first(later)).toBeGreaterThan(first(plain.plan))
    expect(later.bloom!.numbers.closes).toBeCloseTo(plain.plan.bloom!.numbers.closes * Math.exp(-0.3), 6)
    expect(planBatch(bloomRequest({ technique: 'petri', aimShiftLog: -0.3 })).steps).toEqual(
      planBatch(bloomRequest({ technique: 'petri' })).steps,
    )
  })
})
