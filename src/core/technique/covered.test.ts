import { describe, expect, test } from '@jest/globals'
import type { BatchRequest, LayerCup } from '#core/batch/index.ts'
import { planBatch, strategiesOf } from '#core/plan/index.ts'
import { believedSchedule } from '#core/plan/plan.ts'
import { ARCHETYPES, mixedDensityGPerMl } from '#core/resin/index.ts'
import { bloomRequest } from '../../../tests/support/request.ts'

/**
 * Round coasters of 100 mm, 10 mm deep, a lip of 2 mm, crystals of 6 ml each between a film and its cover; worked by hand.
 *
 * Film: 3 mm on 78.54 cm2 = 23.56 ml. Over it 10 - 2 - 3 = 5 mm = 39.27 ml, less 6 ml of crystals: 33.27 ml.
 */
const planned = (changes: Partial<BatchRequest> = {}, pieces = 1) =>
  planBatch(
    bloomRequest(
      {
        technique: 'covered',
        resin: ARCHETYPES.medium,
        roomTempC: 22,
        cups: [],
        layers: [],
        inclusions: { volumeMl: 6, proud: false },
        ...changes,
      },
      pieces,
    ),
  )
type Plan = ReturnType<typeof planned>
const stepOf = ({ steps }: Plan, key: string) => steps.find((turn) => turn.key === key)!

describe('laid in and covered in one sitting', () => {
  const plan = planned()
  const density = mixedDensityGPerMl(ARCHETYPES.medium)

  test('film and cover come out of one mix; crystals take their room in the cover', () => {
    const [film, cover] = plan.fills[0]!.layers
    expect([film!.volumeMl, cover!.volumeMl]).toEqual([expect.closeTo(23.56, 2), expect.closeTo(33.27, 2)])
    expect(plan.mixes).toHaveLength(1)
    expect(plan.mixes[0]!.inMoldsG).toBeCloseTo((23.56 + 33.27) * density, 1)
    const [held] = stepOf(plan, 'coverOver.1').takes
    expect(held).toMatchObject({ of: 'held', cup: 'Cup for the cover' })
    expect(held && 'massG' in held && held.massG).toBeCloseTo(33.27 * density, 1)
  })

  test('each piece is covered before the next is begun', () => {
    const keys = planned({}, 2).steps.map(({ key }) => key)
    const own = keys.filter((key) => /^(place|coverOver)/.test(key))
    expect(own).toEqual(['place.1', 'coverOver.1', 'place.2', 'coverOver.2'])
  })

  // Common practice, no source: the cup reads about 43 C then.
  test.each([
    ['medium', 1],
    ['medium', 2],
    ['slow', 2],
  ] as const)('a cup of %s resin for %i reads within 4 K of 43 C as its film is poured', (resin, pieces) => {
    const pour = stepOf(planned({ resin: ARCHETYPES[resin] }, pieces), 'decant')
    expect(pour.expected).toMatchObject({ where: 'cup' })
    expect(Math.abs(pour.expected!.tempC - 43)).toBeLessThan(4)
  })

  test('a bare film is told on the last piece, though the first is covered', () => {
    const two = planned({}, 2)
    const flow = (key: string) => stepOf(two, key).expected!.remainingFluidityPerPa
    expect(flow('coverOver.2')).toBeGreaterThan(0.9 * flow('place.2'))
  })

  test('what does not fit before its cup runs away is stopped, what does is not', () => {
    const runs = ({ findings }: Plan) => findings.some(({ kind }) => kind === 'cupRunsAway')
    expect(runs(planned())).toBe(false)
    expect(runs(planned({ resin: ARCHETYPES.slow }, 2))).toBe(false)
    expect(runs(planned({}, 4))).toBe(true)
  })

  test('no more pieces are told to fit than the cup of the cover waits for, and no cup is told to hold that does not', () => {
    const request = (pieces: number) =>
      bloomRequest(
        { technique: 'covered', resin: ARCHETYPES.medium, roomTempC: 22, cups: [], layers: [] },
        pieces,
      )
    for (const pieces of [1, 2, 4]) {
      const { apart, turns } = believedSchedule(request(pieces))
      const [cup] = apart
      const { capacity, findings } = planBatch(request(pieces))
      expect(capacity.window!.closeMin).toBeLessThanOrEqual(cup!.limits!.stopMin)
      const isLate = turns.findLast(({ step }) => step.does === 'raises')!.endMin > cup!.limits!.stopMin
      expect(findings.some(({ kind }) => kind === 'cupRunsAway')).toBe(isLate)
      if (isLate) expect(strategiesOf({ ...request(pieces), cupStrategy: 'rest' })[0]!.miss).toBe('cup')
    }
    expect(planBatch(request(4)).capacity).toMatchObject({ fits: false })
  })

  test('the cover may be tinted, and so may the film; two cups take the hands twice as long', () => {
    const cup = (name: string, portion: LayerCup['portion']): LayerCup => ({
      id: name,
      name,
      portion,
      colours: [
        { colour: { id: name, name, kind: 'paste', hex: '#335566' }, dose: { by: 'drops', drops: 2 } },
      ],
    })
    const tinted = planned({ cups: [cup('sea', { by: 'share', frac: 1 }), cup('mist', { by: 'firstPour' })] })
    expect(stepOf(tinted, 'coverOver.1').takes).toMatchObject([{ of: 'held', cup: 'sea' }])
    expect(stepOf(tinted, 'tint').handsOnMin).toBeCloseTo(1.5, 6)
    expect(stepOf(planned(), 'tint').handsOnMin).toBeCloseTo(0.75, 6)
    expect(stepOf(tinted, 'decant').step.title).toBe('Pour the film, mist')
    const clear = planned({ cups: [cup('mist', { by: 'firstPour' })] })
    expect(stepOf(clear, 'coverOver.1').takes).toMatchObject([{ of: 'held', cup: 'Cup for the cover' }])
  })

  test('says what nobody measured, and what leaves no room for its cover', () => {
    const kinds = (volumeMl: number | null) =>
      planned({ inclusions: volumeMl === null ? null : { volumeMl, proud: false } }).findings.map(
        ({ kind }) => kind,
      )
    expect(kinds(null)).toContain('displacedUnknown')
    expect(kinds(40)).toContain('displacesAll')
    expect(kinds(6)).not.toContain('barelyCovered')
  })
})
