import { describe, expect, test } from '@jest/globals'
import { nextLayer, startedLayer, type BatchRequest, type LayerCup } from '#core/batch/index.ts'
import { planBatch, planSitting, remediesFor } from '#core/plan/index.ts'
import { ARCHETYPES, mixedDensityGPerMl, type Resin } from '#core/resin/index.ts'
import { bloomRequest } from '../../../tests/support/request.ts'

const DARK: LayerCup = {
  id: 'dark',
  name: 'Dark',
  portion: { by: 'rest' },
  colours: [
    {
      colour: { id: 'ink', name: 'Sloe', kind: 'alcoholInk', hex: '#2b2140' },
      dose: { by: 'dropsPerG', drops: 0.5 },
    },
  ],
}
const MICA: LayerCup = {
  id: 'mica',
  name: 'Mica',
  portion: { by: 'share', frac: 0.2 },
  colours: [
    {
      colour: { id: 'mica', name: 'Pewter', kind: 'mica', hex: '#9aa0a6' },
      dose: { by: 'share', frac: 0.02 },
    },
  ],
}

/**
 * Two round coasters of 100 mm: a plain base of a medium resin, 5 mm, and a crackle back of a slow one, 2 mm; worked by hand.
 *
 * Back: 2 mm on 78.54 cm2 = 15.71 ml a coaster, 31.42 ml in both. Of its mix a fifth is the mica's cup, the rest the dark one; 3 g stay in each of the
 * two cups. So much is stirred: 31.42 ml x density + 6 g.
 * It is laid while the base takes a print, and being the slower resin it decides when the pieces come out of their molds and are ready for use.
 */
const asked = (changes: Partial<BatchRequest> = {}, resin: Resin = ARCHETYPES.slow) =>
  bloomRequest(
    {
      technique: 'plain',
      resin: ARCHETYPES.medium,
      roomTempC: 21,
      bedMm: 5,
      colours: [],
      layers: [{ ...startedLayer('crackle', 'crackle'), resin, cups: [DARK, MICA] }],
      ...changes,
    },
    2,
  )
const planned = (...of: Parameters<typeof asked>) => planBatch(asked(...of))
type Plan = ReturnType<typeof planned>
const stepOf = ({ steps }: Plan, id: string) => steps.find(({ step }) => step.id === id)!
const kindsOf = ({ findings }: Plan) => findings.map(({ kind }) => kind)

describe('a crackle back', () => {
  const plan = planned()
  const density = mixedDensityGPerMl(ARCHETYPES.slow)

  test('grams: the mix, its dark cup and its mica cup, and what each coaster gets', () => {
    const mix = plan.mixes.find(({ id }) => id === 'crackle')!
    expect(mix.needG).toBeCloseTo(31.42 * density + 6, 0)
    const totalG = mix.parts.byWeight.totalG
    const gOf = (name: string) => mix.cups.find((cup) => cup.name === name)!.massG
    expect(gOf('Mica')).toBeCloseTo(0.2 * totalG, 6)
    expect(gOf('Dark')).toBeCloseTo(0.8 * totalG, 6)
    expect(stepOf(plan, 'crackle').takes).toContainEqual(
      expect.objectContaining({ of: 'pour', pieces: 2, massG: expect.closeTo(15.71 * density, 1) }),
    )
  })

  test('laid while the base takes a print; mica at once on the wet dark', () => {
    const {
      fromMin,
      toMin,
      step: { detail },
    } = stepOf(plan, 'crackle')
    expect(fromMin).toBeGreaterThan(120)
    expect(toMin).toBeGreaterThan(fromMin)
    expect(detail).toMatch(/at once the mica/i)
  })

  test('the slower resin of the two decides the days', () => {
    const same = planned({}, ARCHETYPES.medium)
    expect(stepOf(plan, 'demold').fromMin).toBeGreaterThan(1.3 * stepOf(same, 'demold').fromMin)
    expect(stepOf(plan, 'use').fromMin).toBeGreaterThan(stepOf(same, 'use').fromMin)
  })

  test('when it can be laid moves with resin and room', () => {
    const from = (['quick', 'medium', 'slow'] as const).map((resin) =>
      [24, 19].map(
        (roomTempC) => stepOf(planned({ resin: ARCHETYPES[resin], roomTempC }), 'crackle').fromMin,
      ),
    )
    for (const [warm, cool] of from) expect(cool!).toBeGreaterThan(warm!)
    expect(from[1]![0]!).toBeGreaterThan(from[0]![0]!)
    expect(from[2]![0]!).toBeGreaterThan(from[1]![0]!)
  })
})

/** A hidden side is marbled with a trace of silicone oil: what is poured or painted over it crawls back from it. */
describe('a marbled hidden side', () => {
  const marbled = { ...startedLayer('marbled', 'marbled'), cups: [DARK] }

  test('nothing holds on its oil: a layer over it is warned of, with the way out', () => {
    const layers = [marbled, nextLayer([marbled], 'back')]
    expect(kindsOf(planned({ layers }))).toContain('onOil')
    expect(kindsOf(planned({ layers: [marbled] }))).not.toContain('onOil')
    const swapped = [...layers].reverse()
    expect(kindsOf(planned({ layers: swapped }))).not.toContain('onOil')
    const found = remediesFor(asked({ layers })).find(({ finding }) => finding.kind === 'onOil')
    expect(found?.remedies).toEqual([
      expect.objectContaining({ kind: 'layerBefore', changes: { layers: swapped } }),
    ])
  })

  test('a coat on the finished piece is laid after it wherever it stands in the list', () => {
    const coat = nextLayer([marbled], 'clearCoat')
    for (const layers of [
      [marbled, coat],
      [coat, marbled],
    ])
      expect(kindsOf(planned({ layers }))).toContain('onOil')
  })

  test('it takes the oil at its gate and says what it does', () => {
    const turn = stepOf(planned({ layers: [marbled] }), 'marbled')
    expect(turn.step.detail).toMatch(/silicone oil/)
    const { prep } = planSitting(asked({ layers: [marbled] }), 'marbled')
    expect(prep.map(({ tool }) => tool)).toContain('oil')
    expect(turn.fromMin).toBeGreaterThan(120)
  })
})
