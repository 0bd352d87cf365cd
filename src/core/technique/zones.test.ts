import { describe, expect, test } from '@jest/globals'
import { startedLayer, type BatchRequest, type LayerCup } from '#core/batch/index.ts'
import { planBatch } from '#core/plan/index.ts'
import { ARCHETYPES, mixedDensityGPerMl } from '#core/resin/index.ts'
import { bloomRequest } from '../../../tests/support/request.ts'

const cupOf = (name: string, hex: string, frac: number): LayerCup => ({
  id: name,
  name,
  portion: { by: 'share', frac },
  colours: [{ colour: { id: name, name, kind: 'paste', hex }, dose: { by: 'dropsPerG', drops: 0.1 } }],
})
const CUPS = [cupOf('moss', '#4f7a3a', 0.5), cupOf('rust', '#9c4f2e', 0.3)]

/**
 * Two round coasters of 100 mm, 10 mm deep, a lip of 2 mm, in zones of two colours and what they leave clear; worked by hand.
 *
 * Skim: 0.15 of the depth, 1.5 mm on 78.54 cm2 = 11.78 ml each. Zones: 10 - 2 - 1.5 = 6.5 mm = 51.05 ml each: moss 0.5 = 25.53 ml, rust
 * 0.3 = 15.32 ml, clear 0.2 = 10.21 ml, each times the density. Stirred for both: 2 x (11.78 + 51.05) ml x density, 3 g in each of two cups
 * and 3 g in the mixing cup, where what stays clear is left.
 * Passes: all zones of a piece, then the next piece; stones; one short swirl on each once the zones draw a string (1450 to 700 /Pa still to come).
 */
const planned = (changes: Partial<BatchRequest> = {}) =>
  planBatch(
    bloomRequest(
      {
        technique: 'zones',
        resin: ARCHETYPES.medium,
        roomTempC: 22,
        colours: [],
        cups: CUPS,
        layers: [],
        ...changes,
      },
      2,
    ),
  )
type Plan = ReturnType<typeof planned>
const stepsOf = ({ steps }: Plan, id: string) => steps.filter(({ step }) => step.id === id)

describe('two coasters in zones, swirled', () => {
  const plan = planned()
  const density = mixedDensityGPerMl(ARCHETYPES.medium)

  test('cups and grams: a skim, two colours, and what they leave clear', () => {
    const [skim, held] = plan.fills[0]!.layers
    expect([skim!.volumeMl, held!.volumeMl]).toEqual([expect.closeTo(11.78, 1), expect.closeTo(51.05, 1)])
    expect(plan.mixes[0]!.needG).toBeCloseTo(2 * (11.78 + 51.05) * density + 9, 0)
    const given = stepsOf(plan, 'zones')[0]!.takes.flatMap((take) => (take.of === 'held' ? [take] : []))
    expect(given.map(({ cup, massG }) => [cup, massG / density])).toEqual([
      ['moss', expect.closeTo(25.53, 0)],
      ['rust', expect.closeTo(15.32, 0)],
      [null, expect.closeTo(10.21, 0)],
    ])
  })

  test('passes: zones piece by piece, stones, then the swirl', () => {
    const hands = plan.steps.filter(({ step: { id: stepId } }) =>
      ['zones', 'setStones', 'swirl'].includes(stepId),
    )
    expect(hands.map(({ step: { id: stepId }, pieceNo }) => `${stepId} ${pieceNo}`)).toEqual(
      ['zones', 'setStones', 'swirl'].flatMap((id) => [1, 2].map((no) => `${id} ${no}`)),
    )
  })

  test('the swirl waits for the string of that very layer', () => {
    for (const swirl of stepsOf(plan, 'swirl')) {
      expect(swirl.expected!.remainingFluidityPerPa).toBeLessThanOrEqual(1450 * 1.01)
      expect(swirl.expected!.remainingFluidityPerPa).toBeGreaterThan(700)
    }
    const from = (['quick', 'medium', 'slow'] as const).map((resin) =>
      [22, 18].map(
        (roomTempC) => stepsOf(planned({ resin: ARCHETYPES[resin], roomTempC }), 'swirl')[0]!.fromMin,
      ),
    )
    for (const [warm, cool] of from) expect(cool!).toBeGreaterThan(warm!)
    expect(from[1]![0]!).toBeGreaterThan(1.4 * from[0]![0]!)
    expect(from[2]![0]!).toBeGreaterThan(1.4 * from[1]![0]!)
  })

  test('days: a day to demolding, a week to use; one colour alone is asked for another', () => {
    expect(stepsOf(plan, 'demold')[0]!.beginMin / 60).toBeGreaterThan(12)
    expect(stepsOf(plan, 'demold')[0]!.beginMin / 60).toBeLessThan(36)
    expect(stepsOf(plan, 'use')[0]!.beginMin / 1440).toBeCloseTo(7, 0)
    expect(planned({ cups: [cupOf('moss', '#4f7a3a', 1)] }).findings.map(({ kind }) => kind)).toContain(
      'oneCup',
    )
  })
})

/** A film that a lamp cures: minutes by its own sheet (2, better 5; common practice), on what is hard; nothing of it is mixed. */
test('a lamp-cured film goes on in minutes and holds nothing up', () => {
  const plan = planBatch(
    bloomRequest({
      technique: 'plain',
      layers: [startedLayer('lampFilm', 'lampFilm'), startedLayer('varnish', 'varnish')],
    }),
  )
  expect(plan.mixes.map(({ id }) => id)).toEqual(['first'])
  const [film, edge] = ['lampFilm', 'varnish'].map((id) => stepsOf(plan, id)[0]!)
  expect(film!.beginMin).toBeGreaterThanOrEqual(stepsOf(plan, 'demold')[0]!.beginMin)
  expect(edge!.fromMin - film!.beginMin).toBeCloseTo(2, 6)
  expect(edge!.beginMin - film!.beginMin).toBeCloseTo(5, 6)
  expect(film!.step.detail).toMatch(/own sheet/)
})
