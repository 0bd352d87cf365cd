import { describe, expect, test } from '@jest/globals'
import type { BatchRequest, LayerCup } from '#core/batch/index.ts'
import { planBatch, remediesFor } from '#core/plan/index.ts'
import { ARCHETYPES, mixedDensityGPerMl } from '#core/resin/index.ts'
import { TECHNIQUES } from './index.ts'
import { forecastLayer, scheduleBatch, stateAt } from '#core/timing/index.ts'
import { bloomRequest } from '../../../tests/support/request.ts'

const cupOf = (name: string, hex: string): LayerCup => ({
  id: name,
  name,
  portion: { by: 'share', frac: 0.5 },
  colours: [{ colour: { id: name, name, kind: 'paste', hex }, dose: { by: 'dropsPerG', drops: 0.2 } }],
})
const CUPS = [cupOf('dusk', '#5b6f9c'), cupOf('sand', '#d8c6a0')]
/** Of one coaster 43.20 ml are held back; at 1.1 g/ml and 3 g of film a cup, four cups hold 14.9 g each. */
const SMALL = [...CUPS, cupOf('tide', '#2b7f8a'), cupOf('rust', '#9c4f2e')].map((cup) => ({
  ...cup,
  portion: { by: 'share', frac: 0.25 } as const,
}))

/**
 * Two round coasters of 100 mm, 10 mm deep, as a cloud in two colours; worked by hand.
 *
 * Film: a quarter of the depth, 2.5 mm on 78.54 cm2 = 19.63 ml a piece, 39.27 ml for two, clear, poured fresh.
 * Held back: what is left under a lip of 2 mm, 10 - 2 - 2.5 = 5.5 mm = 43.20 ml a piece, 86.39 ml for two, in two cups, half each.
 * Losses: a film of 3 g stays in the mixing cup and in each of the two: 9 g.
 * Stirred: (39.27 + 86.39) ml x density + 9 g.
 * A cup holds half of 86.39 ml x density + 6 g; at 1.1 g/ml about 50.5 g.
 * What each piece is given: 43.20 ml, half of it, 21.60 ml, out of either cup.
 * Days: a resin that is 8 mm deep under its lip demolds next day (common practice).
 * Where the two meet: straight across the middle, as long as the mold is wide, 100 mm.
 */
const planned = (changes: Partial<BatchRequest> = {}, pieces = 2) =>
  planBatch(
    bloomRequest(
      { technique: 'cloud', resin: ARCHETYPES.slow, roomTempC: 21, cups: CUPS, layers: [], ...changes },
      pieces,
    ),
  )
type Plan = ReturnType<typeof planned>
const kinds = ({ findings }: Plan) => findings.map(({ kind }) => kind)
const pulls = ({ steps }: Plan) => steps.filter(({ step }) => step.does === 'raises')

describe('a cloud of two coasters', () => {
  const plan = planned()
  const density = mixedDensityGPerMl(ARCHETYPES.slow)

  test('cups and grams: a clear film, and the rest in two cups', () => {
    const [film, held] = plan.fills[0]!.layers
    expect([film!.depthMm, held!.depthMm]).toEqual([expect.closeTo(2.5, 6), expect.closeTo(5.5, 6)])
    expect(2 * film!.volumeMl).toBeCloseTo(39.27, 1)
    expect(2 * held!.volumeMl).toBeCloseTo(86.39, 1)
    const [mix] = plan.mixes
    expect(mix!.needG).toBeCloseTo((39.27 + 86.39) * density + 9, 1)
    const tinted = mix!.cups.filter(({ name }) => name !== null)
    expect(tinted.map(({ name }) => name)).toEqual(['dusk', 'sand'])
    for (const { massG } of tinted) expect(massG).toBeCloseTo((86.39 * density + 6) / 2, 1)
  })

  test('passes: the film in both, then each piece is given half of either cup, and is gilded where they meet', () => {
    const [first, second] = pulls(plan)
    expect([first!.pieceNo, second!.pieceNo]).toEqual([1, 2])
    const given = first!.takes.filter((take) => take.of === 'held')
    expect(given.map(({ cup, massG }) => [cup, massG])).toEqual([
      ['dusk', expect.closeTo(21.6 * density, 1)],
      ['sand', expect.closeTo(21.6 * density, 1)],
    ])
    const seams = plan.steps.flatMap(({ takes }) => takes.filter((take) => take.of === 'seam'))
    expect(seams[0]!.lengthMm).toBeCloseTo(100, 0)
    const gild = plan.steps.find(({ takes }) => takes.some(({ of }) => of === 'seam'))!
    expect(gild.fromMin - second!.endMin).toBeGreaterThanOrEqual(14.9)
  })

  test('the moment: the film has 4800 to 1900 /Pa to come while no cup warms by more than 0.3 K a minute', () => {
    const [first] = pulls(plan)
    const { remainingFluidityPerPa } = first!.expected!
    expect(remainingFluidityPerPa).toBeLessThanOrEqual(4800)
    expect(remainingFluidityPerPa).toBeGreaterThanOrEqual(1900)
  })

  test('is aimed at early in it: about 35 min after stirring, of an ordinary resin at 22 °C (common practice)', () => {
    const [pull] = pulls(planned({ resin: ARCHETYPES.medium, roomTempC: 22, cups: SMALL }, 1))
    expect(pull!.fromMin).toBeLessThan(37)
    expect(pull!.toMin!).toBeGreaterThan(60)
    expect(pull!.beginMin).toBeGreaterThan(28)
    expect(pull!.beginMin).toBeLessThan(45)
    expect(pull!.beginMin).toBeLessThan(pull!.fromMin + (pull!.toMin! - pull!.fromMin) / 3)
  })

  test('its moment moves with resin and room: its end with the film, its begin with the cups', () => {
    const moments = (['quick', 'medium', 'slow'] as const).map((resin) =>
      [20, 18].map(
        (roomTempC) => pulls(planned({ resin: ARCHETYPES[resin], roomTempC, cups: SMALL }, 1))[0]!,
      ),
    )
    for (const [warm, cool] of moments) expect(cool!.toMin!).toBeGreaterThan(warm!.toMin!)
    const [quick, medium, slow] = moments.map(([warm]) => warm!.toMin!)
    expect(medium!).toBeGreaterThan(1.5 * quick!)
    expect(slow!).toBeGreaterThan(1.5 * medium!)
    // A quick cup at 20 °C warms for a quarter of an hour, at 18 °C it never does.
    expect(moments[0]![0]!.fromMin).toBeGreaterThan(15)
    expect(moments[0]![1]!.fromMin).toBeLessThan(10)
  })
})

test('from the pull on the bed is as deep as both and warmer than its film; a layer over it is followed by itself', () => {
  const { forecast } = scheduleBatch(
    bloomRequest({ technique: 'cloud', resin: ARCHETYPES.medium, roomTempC: 22, cups: SMALL, layers: [] }, 1),
    TECHNIQUES.cloud,
  )
  const { raised } = forecast.setting
  expect(raised!.depthMm).toBeCloseTo(5.5, 6)
  expect(raised!.aheadBy).toBeGreaterThan(0)
  const [before, after] = [raised!.atMin - 1, raised!.atMin + 1].map((min) => stateAt(forecast, min))
  expect(after!.conversion).toBeGreaterThan(before!.conversion)
  expect(after!.tempC).toBeGreaterThan(before!.tempC)
  const amount = { massG: 20, depthMm: 2 }
  const over = forecastLayer(forecast.setting, amount).bed!
  const alone = forecastLayer({ ...forecast.setting, raised: undefined }, amount).bed!
  expect(over.gelMin).toBe(alone.gelMin)
})

describe('a cloud without a moment', () => {
  test('quick cups of 27 g and of 50 g at 22 °C warm through it: said before anything is mixed', () => {
    for (const pieces of [1, 2])
      expect(kinds(planned({ resin: ARCHETYPES.quick, roomTempC: 22 }, pieces))).toContain('cupsWarm')
  })

  test('quick and medium cups of 15 g at 20 °C have one (common practice), a slow resin has', () => {
    expect(kinds(planned())).not.toContain('cupsWarm')
    for (const resin of ['quick', 'medium'] as const)
      expect(kinds(planned({ resin: ARCHETYPES[resin], roomTempC: 20, cups: SMALL }, 1))).not.toContain(
        'cupsWarm',
      )
  })

  test('one colour alone meets nothing', () => {
    const one = { ...CUPS[0]!, portion: { by: 'rest' } as const }
    expect(kinds(planned({ cups: [one] }))).toContain('oneCup')
    expect(kinds(planned())).not.toContain('oneCup')
  })
})

describe('the cups of a cloud', () => {
  test('as large as mixing cups, with hands that are slow, run away like one: stopped by their name', () => {
    const nested = planned(
      { technique: 'nested', resin: ARCHETYPES.quick, roomTempC: 27, cups: CUPS },
      12,
    ).findings.filter(({ kind }) => kind === 'cupRunsAway')
    expect(nested).toContainEqual(expect.objectContaining({ cupName: 'dusk' }))
    const small = planned({ technique: 'nested', resin: ARCHETYPES.quick, roomTempC: 22, cups: SMALL }, 1)
    expect(kinds(small)).not.toContain('cupRunsAway')
  })

  test('more cups than can be said are offered by no remedy', () => {
    const many = Array.from({ length: 13 }, (_, k) => ({
      ...CUPS[0]!,
      id: `cup${k}`,
      name: `cup ${k}`,
      portion: { by: 'share', frac: 1 / 13 } as const,
    }))
    const request = bloomRequest(
      { technique: 'cloud', resin: ARCHETYPES.quick, roomTempC: 28, cups: many, layers: [] },
      12,
    )
    const found = remediesFor(request).find(({ finding }) => finding.kind === 'cupsWarm')!
    expect(found.remedies.map(({ kind }) => kind)).not.toContain('smallerCups')
  })

  test('film and colours are one pour to the sheet of a resin: 8 mm where it allows 6', () => {
    const resin = { ...ARCHETYPES.medium, greatestLayerMm: 6 }
    const deeper = planned({ resin, cups: SMALL }, 1).findings.find(({ kind }) => kind === 'deeperThanSheet')
    expect(deeper).toMatchObject({ depthMm: expect.closeTo(8, 6), greatestMm: 6 })
  })

  test('that clouds may be pulled is said of a film beside resting cups, and of no other pour', () => {
    expect(planned({ resin: ARCHETYPES.medium, cups: SMALL }, 1).stages.cloudPull).toBeDefined()
    expect(planBatch(bloomRequest({}, 1)).stages.cloudPull).toBeUndefined()
  })
})
