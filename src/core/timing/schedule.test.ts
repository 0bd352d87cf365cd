import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { bloomRequest } from '../../../tests/support/request.ts'
import { bloomWindow, STIRRED_K, USUAL_WALL } from '../resin/index.ts'
import { TECHNIQUES, type StepId } from '../technique/index.ts'
import { bloomNumber } from '../resin/index.ts'
import { capacityOf } from './capacity.ts'
import { fillCup, forecastPour, solveDecant, stateAt } from './pour.ts'
import { scheduleBatch } from './settle.ts'

const scheduled = (changes: Parameters<typeof bloomRequest>[0] = {}, count = 4) => {
  const request = bloomRequest(changes, count)
  return { request, schedule: scheduleBatch(request, TECHNIQUES[request.technique]) }
}
const turnsOf = (schedule: ReturnType<typeof scheduleBatch>, id: StepId) =>
  schedule.turns.filter((turn) => turn.step.id === id)

describe('a bloom of one coaster at 21 C', () => {
  const { schedule } = scheduled({}, 1)

  test('is decanted after about 20 min and piped about 6 min later (common practice: 20 + 5)', () => {
    expect(schedule.decant.decantMin).toBeGreaterThan(18)
    expect(schedule.decant.decantMin).toBeLessThan(22)
    const [white] = turnsOf(schedule, 'white')
    expect(white!.beginMin - schedule.decant.decantMin).toBeLessThan(8)
  })

  test('meets the bloom number it aims at in the middle of its bead', () => {
    const [white] = turnsOf(schedule, 'white')
    const middle = (white!.beginMin + white!.endMin) / 2
    const number = bloomNumber(schedule.white!, stateAt(schedule.forecast, middle).remainingFluidityPerPa)
    expect(number).toBeCloseTo(bloomWindow(schedule.white!).aim, 0)
  })
})

describe('a warmer room or a fuller cup', () => {
  test('brings every mark forward', () => {
    const cool = scheduled({ roomTempC: 18 }).schedule
    const warm = scheduled({ roomTempC: 24 }).schedule
    expect(warm.decant.decantMin).toBeLessThan(cool.decant.decantMin)
    expect(scheduled({}, 8).schedule.decant.decantMin).toBeLessThan(
      scheduled({}, 2).schedule.decant.decantMin,
    )
  })

  test('from slow to quick resin too', () => {
    const quick = scheduled().schedule
    const slow = scheduled({
      resin: {
        ...bloomRequest().resin,
        cure: { ...bloomRequest().resin.cure, startRatePerS: 3.3e-5, networkRatePerS: 1.5e-5 },
      },
    })
    expect(slow.schedule.decant.decantMin).toBeGreaterThan(1.3 * quick.decant.decantMin)
  })
})

const anyRequest = fc.record({
  roomTempC: fc.integer({ min: 16, max: 26 }),
  count: fc.integer({ min: 1, max: 8 }),
  settleMin: fc.integer({ min: 0, max: 10 }),
  technique: fc.constantFrom('bloom' as const, 'petri' as const),
})

describe('the hands', () => {
  test('never do two things at once, and no step begins before the last one ended', () => {
    fc.assert(
      fc.property(anyRequest, ({ count, ...changes }) => {
        const { turns } = scheduled(changes, count).schedule
        const own = turns.filter((turn) => turn.step.id !== 'stir')
        // A wait keeps no hands: a look falls into it.
        for (const lane of [
          own.filter(({ step }) => !step.floats),
          own.filter(({ handsOnMin }) => handsOnMin > 0),
        ])
          for (let k = 1; k < lane.length; k++)
            expect(lane[k]!.beginMin).toBeGreaterThanOrEqual(lane[k - 1]!.endMin - 1e-6)
      }),
      { seed: 5, numRuns: 25 },
    )
  })

  test('every ink has had its settle before white lands on it', () => {
    fc.assert(
      fc.property(anyRequest, ({ count, ...changes }) => {
        const { schedule } = scheduled({ ...changes, technique: 'bloom' }, count)
        for (const white of turnsOf(schedule, 'white')) {
          const ink = turnsOf(schedule, 'ink').find((turn) => turn.pieceNo === white.pieceNo)!
          expect(white.beginMin - ink.endMin).toBeGreaterThanOrEqual(changes.settleMin - 1e-6)
        }
      }),
      { seed: 6, numRuns: 20 },
    )
  })

  test('finish a piece before the next is begun: white and shape by turns', () => {
    const { schedule } = scheduled({}, 3)
    const flower = schedule.turns.filter((turn) => turn.step.round === 'flower').map((turn) => turn.key)
    expect(flower).toEqual(['white.1', 'shape.1', 'white.2', 'shape.2', 'white.3', 'shape.3'])
  })

  test('go through a petri in three rounds over all pieces', () => {
    const { schedule } = scheduled({ technique: 'petri', rounds: 3 }, 2)
    expect(turnsOf(schedule, 'ink').map((turn) => turn.key)).toEqual([
      'ink.1.1',
      'ink.1.2',
      'ink.2.1',
      'ink.2.2',
      'ink.3.1',
      'ink.3.2',
    ])
  })
})

describe('capacity', () => {
  test('four coasters fit, forty do not', () => {
    const few = scheduled({}, 4)
    expect(capacityOf(few.schedule, few.request).fits).toBe(true)
    const many = scheduled({}, 40)
    expect(capacityOf(many.schedule, many.request).fits).toBe(false)
  })

  test('a 10 cm coaster with four rings is piped in 26 s at 50 mm/s (independent prototype)', () => {
    const [white] = turnsOf(scheduled({}, 1).schedule, 'white')
    expect(white!.handsOnMin * 60).toBeCloseTo(26, 0)
  })

  test('as many as fit do fit, when they are planned', () => {
    const { schedule, request } = scheduled({}, 6)
    const count = Math.min(10, capacityOf(schedule, request).piecesThatFit - 2)
    const again = scheduled({}, count)
    expect(capacityOf(again.schedule, again.request).fits).toBe(true)
  })
})

describe('what happened replaces what was planned', () => {
  test('a late decant moves the white, and the cup is gone from then on', () => {
    const request = bloomRequest({}, 2)
    const planned = scheduleBatch(request, TECHNIQUES.bloom)
    const late = scheduleBatch(request, TECHNIQUES.bloom, { rest: 21, portion: 22, decant: 23 })
    expect(late.decant).toEqual({ kind: 'done', decantMin: 23 })
    expect(turnsOf(late, 'white')[0]!.beginMin).toBeGreaterThan(turnsOf(planned, 'white')[0]!.beginMin)
  })

  test('a look counts from the white that was really piped last', () => {
    const request = bloomRequest({}, 1)
    const done = { rest: 19, portion: 20, decant: 21, bubbles: 22, 'ink.1': 23, settle: 28, 'white.1': 33 }
    expect(turnsOf(scheduleBatch(request, TECHNIQUES.bloom, done), 'lookEarly')[0]!.fromMin).toBeCloseTo(
      53,
      6,
    )
  })
})

describe('the cup', () => {
  const setting = {
    resin: bloomRequest().resin,
    cupMassG: 143,
    roomTempC: 21,
    startTempC: 21 + STIRRED_K,
    bedDepthMm: 6,
    wall: USUAL_WALL,
  }

  test('forgotten longer than its gel cannot be decanted any more', () => {
    expect(() => forecastPour(fillCup(setting), 40)).toThrow(/gels/)
  })

  test('has to be emptied first where the aim lies beyond its limit', () => {
    const answer = solveDecant(
      fillCup({ ...setting, cupMassG: 600, roomTempC: 24, startTempC: 24 + STIRRED_K }),
      {
        remainingFluidityPerPa: 300,
        gapMin: 5,
      },
    )!
    expect(answer.kind).toBe('cupFirst')
  })

  test('answers that it is too late when the flow is spent before the hands are there', () => {
    const answer = solveDecant(fillCup({ ...setting, roomTempC: 30, startTempC: 30 + STIRRED_K }), {
      remainingFluidityPerPa: 1465,
      gapMin: 60,
    })!
    expect(answer.kind).toBe('tooLateAtOnce')
  })

  test('flow still to come does not jump when the resin is decanted', () => {
    const forecast = forecastPour(fillCup(setting), 20)
    const before = stateAt(forecast, 19.999).remainingFluidityPerPa
    const after = stateAt(forecast, 20).remainingFluidityPerPa
    expect(Math.abs(before / after - 1)).toBeLessThan(1e-3)
  })
})
