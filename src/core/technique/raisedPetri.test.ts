import { describe, expect, test } from '@jest/globals'
import { governingBedMm, type BatchRequest } from '#core/batch/index.ts'
import { volumeUpToMl, type Mold } from '#core/mold/index.ts'
import { planBatch } from '#core/plan/index.ts'
import { ARCHETYPES, mixedDensityGPerMl } from '#core/resin/index.ts'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'

/**
 * A round coaster of 100 mm, 10 mm deep, with a raised edge 4 mm high and 6 mm wide; worked by hand.
 *
 * The mold is 4 mm deeper in a channel along its wall: pi (50^2 - 44^2) = 1,771.9 mm2, so that holds 7.09 ml. To the brim it holds
 * 7.09 + 7,854 x 6 / 1000 = 54.21 ml, where a prism would hold 78.54.
 * Petri for it: the first pour fills the channel and half of the 6 mm over the middle, 7 mm: 7.09 + 7,854 x 3 / 1000 = 30.65 ml. The
 * last pour, in the centre: up to the lip of 2 mm, 1 mm more: 7.85 ml, a little more than the channel holds.
 */
const RAISED: Mold = { ...COASTER, depthMm: 10, waterFillMl: null, edge: { heightMm: 4, widthMm: 6 } }
const planned = (changes: Partial<BatchRequest> = {}, mold = RAISED) =>
  planBatch(
    bloomRequest({
      technique: 'raisedPetri',
      resin: ARCHETYPES.medium,
      roomTempC: 21,
      pieces: [{ mold, count: 2, pattern: null }],
      layers: [],
      ...changes,
    }),
  )
type Plan = ReturnType<typeof planned>
const kindsOf = ({ findings }: Plan) => findings.map(({ kind }) => kind)
const stepsOf = ({ steps }: Plan, id: string) => steps.filter(({ step }) => step.id === id)

describe('what a mold with a raised edge holds', () => {
  test.each([
    [2, (1771.9 * 2) / 1000],
    [4, 7.09],
    [7, 30.65],
    [10, 54.21],
  ])('up to %d mm, by hand', (heightMm, ml) => {
    expect(volumeUpToMl(RAISED, heightMm)).toBeCloseTo(ml, 1)
  })

  test('a water fill tells the whole of it, part fills the shape', () => {
    expect(volumeUpToMl({ ...RAISED, waterFillMl: 52 }, 10)).toBeCloseTo(52, 9)
    expect(volumeUpToMl({ ...RAISED, waterFillMl: 52 }, 4)).toBeCloseTo((7.09 * 52) / 54.21, 1)
    const measured = { ...RAISED, waterFillMl: 52, partFills: [{ depthMm: 5, ml: 14 }] }
    expect(volumeUpToMl(measured, 5)).toBeCloseTo(14, 9)
  })
})

describe('petri in a raised edge', () => {
  const plan = planned()
  const density = mixedDensityGPerMl(ARCHETYPES.medium)

  test('cups and grams: the first pour, and what is kept back for the centre', () => {
    const { layers } = plan.fills[0]!
    expect(layers.map(({ id, volumeMl }) => [id, volumeMl])).toEqual([
      ['bed', expect.closeTo(30.65, 1)],
      ['white', expect.anything()],
      ['held', expect.closeTo(7.85 - layers[1]!.volumeMl, 1)],
    ])
    const [centre] = stepsOf(plan, 'centre')
    const given = centre!.takes.flatMap((take) => (take.of === 'held' ? [take] : []))
    expect(given).toEqual([
      {
        of: 'held',
        pieceName: null,
        pieces: 1,
        cup: 'Small cup',
        line: null,
        massG: layers[2]!.volumeMl * density,
      },
    ])
  })

  test('a bed is judged over the middle, and warms as what it is spread evenly', () => {
    // 5.5 mm in the channel are 1.5 over the middle, less than the 2 a petri wants here; 8 are 4.
    expect(kindsOf(planned({ bedMm: 5.5 }))).toContain('bedTooThin')
    expect(kindsOf(planned({ bedMm: 8 }))).not.toContain('bedTooThin')
    expect(governingBedMm(plan.fills)).toBeCloseTo(30.65 / 7.854, 1)
  })

  test('passes: centre, ink and white, centre again; what is kept back is kept before the first pour', () => {
    const order = ['tint', 'decant', 'ink', 'centre', 'cover']
    const first = order.map((id) => stepsOf(plan, id)[0]!.beginMin)
    expect([...first].sort((one, other) => one - other)).toEqual(first)
    expect(stepsOf(plan, 'centre').map(({ pieceNo }) => pieceNo)).toEqual([1, 2])
    expect(stepsOf(plan, 'centre')[0]!.beginMin).toBeGreaterThanOrEqual(
      stepsOf(plan, 'ink').at(-1)!.endMin - 1e-9,
    )
  })

  test('until when ink spreads moves with the resin', () => {
    const until = (['quick', 'medium', 'slow'] as const).map(
      (resin) => stepsOf(planned({ resin: ARCHETYPES[resin] }), 'ink')[0]!.toMin!,
    )
    expect(until[1]!).toBeGreaterThan(1.3 * until[0]!)
    expect(until[2]!).toBeGreaterThan(1.3 * until[1]!)
  })

  test('a petri poured at once in a raised edge is warned of, with the other way; in a flat mold it is not', () => {
    const flat = { ...RAISED, edge: null }
    expect(kindsOf(planned({ technique: 'petri' }))).toContain('clearWalls')
    expect(kindsOf(planned({ technique: 'petri' }, flat))).not.toContain('clearWalls')
    expect(kindsOf(plan)).not.toContain('clearWalls')
  })

  test('its lip is sharp until it is sanded', () => {
    expect(kindsOf(plan)).toContain('sharpLip')
    expect(kindsOf(planned({ jobs: ['sandEdges'] }))).not.toContain('sharpLip')
    expect(kindsOf(planned({ technique: 'petri' }, { ...RAISED, edge: null }))).not.toContain('sharpLip')
  })
})
