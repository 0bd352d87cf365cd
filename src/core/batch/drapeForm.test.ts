import { describe, expect, test } from '@jest/globals'
import { planBatch } from '#core/plan/index.ts'
import { ARCHETYPES } from '#core/resin/index.ts'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { overhangMm } from './index.ts'

/**
 * A round sheet of 220 mm over a bowl 140 mm across and 50 mm deep; worked by hand.
 *
 * A bowl is a part of a sphere: R = (70^2 + 50^2) / (2 x 50) = 74 mm; the arc from rim to rim through its floor is
 * 2 R asin(70 / 74) = 2 x 74 x 1.2405 = 183.6 mm. The sheet reaches (220 - 183.6) / 2 = 18.2 mm over the rim on every side.
 * 95 ml over pi 110^2 = 38,013 mm2 are 2.5 mm.
 * A half sphere 140 mm across is 70 mm deep: its arc is pi 70 = 219.9 mm, the sheet ends at the rim. Deeper still, 120 mm:
 * R = (4,900 + 14,400) / 240 = 80.42, the arc 2 R (pi - asin(70 / 80.42)) = 2 x 80.42 x 2.0857 = 335.5, it ends 57.7 mm below the rim.
 */
const ROUND = { shape: 'circle', acrossMm: 220 } as const

describe('what hangs over a form', () => {
  test.each([
    [50, 18.2],
    [70, 0],
    [120, -57.7],
  ])('a bowl 140 mm across and %d mm deep', (deepMm, overMm) => {
    const { leastMm, mostMm } = overhangMm(ROUND, { acrossMm: 140, deepMm })
    expect(leastMm).toBeCloseTo(overMm, 0)
    expect(mostMm).toBeCloseTo(overMm, 0)
  })

  /** 240 x 90 mm over an almost flat tray 200 mm across: (240 - 200) / 2 = 20 along it, a corner reaches (256.3 - 200) / 2 = 28; across it ends 55 short. */
  test('a sheet that is no circle reaches further where it is longer', () => {
    const outline = { shape: 'rectangle', widthMm: 240, heightMm: 90, cornerMm: 0 } as const
    const { leastMm, mostMm } = overhangMm(outline, { acrossMm: 200, deepMm: 1 })
    expect(leastMm).toBeCloseTo(-55, 0)
    expect(mostMm).toBeCloseTo(28, 0)
  })

  test('the step that drapes it says how thick it is and what hangs over; without a form nothing is said', () => {
    const sheet = { ...COASTER, outline: ROUND, depthMm: 4, name: 'Sheet' }
    const planned = (form: { acrossMm: number; deepMm: number } | null, bedMm = 2.5) =>
      planBatch(
        bloomRequest({
          technique: 'plain',
          resin: ARCHETYPES.slow,
          pieces: [{ mold: sheet, count: 1, pattern: null }],
          colours: [],
          layers: [],
          lipMm: 0,
          bedMm,
          form,
          jobs: ['drape'],
        }),
      )
    const stepOf = (plan: ReturnType<typeof planned>) => plan.steps.find(({ step }) => step.does === 'forms')!
    const plan = planned({ acrossMm: 140, deepMm: 50 })
    expect(plan.fills[0]!.layers[0]!.volumeMl).toBeCloseTo(95, 0)
    expect(stepOf(plan).takes).toEqual([
      {
        of: 'form',
        pieceName: 'Sheet',
        thickMm: expect.closeTo(2.5, 6),
        leastMm: expect.closeTo(18.2, 1),
        mostMm: expect.closeTo(18.2, 1),
      },
    ])
    expect(stepOf(planned(null)).takes).toEqual([])
    // A thinner sheet stays nearer the room and is leathery later.
    expect(stepOf(planned(null, 1)).fromMin).toBeGreaterThan(stepOf(planned(null, 3.5)).fromMin)
  })

  test('when it can be draped moves with resin and room', () => {
    const sheet = { ...COASTER, outline: ROUND, depthMm: 4 }
    const from = (['quick', 'medium', 'slow'] as const).map((resin) =>
      [24, 19].map((roomTempC) => {
        const pieces = [{ mold: sheet, count: 1, pattern: null }]
        const plan = planBatch(
          bloomRequest({
            technique: 'plain',
            resin: ARCHETYPES[resin],
            roomTempC,
            pieces,
            layers: [],
            lipMm: 0,
            bedMm: 2.5,
            jobs: ['drape'],
          }),
        )
        return plan.steps.find(({ step }) => step.does === 'forms')!.fromMin
      }),
    )
    for (const [warm, cool] of from) expect(cool!).toBeGreaterThan(1.15 * warm!)
    expect(from[1]![0]!).toBeGreaterThan(from[0]![0]!)
    expect(from[2]![0]!).toBeGreaterThan(from[1]![0]!)
  })
})
