import { describe, expect, test } from '@jest/globals'
import type { BatchRequest, LayerCup } from '#core/batch/index.ts'
import { gravityOf, planBatch } from '#core/plan/index.ts'
import { TECHNIQUES, whyNeeded } from './index.ts'
import { ARCHETYPES, mixedDensityGPerMl } from '#core/resin/index.ts'
import { bloomRequest } from '../../../tests/support/request.ts'

const cupOf = (name: string, hex: string, frac: number): LayerCup => ({
  id: name,
  name,
  portion: { by: 'share', frac },
  colours: [{ colour: { id: name, name, kind: 'paste', hex }, dose: { by: 'dropsPerG', drops: 0.1 } }],
})
const CUPS = [cupOf('plum', '#6b3a63', 0.4), cupOf('rust', '#9c4f2e', 0.35), cupOf('chalk', '#f6f4ee', 0.25)]

/**
 * Four round coasters of 100 mm, 10 mm deep, a lip of 2 mm, from a dirty cup of three tints with clear pockets; worked by hand.
 *
 * Pockets: 0.15 of the depth as if it were a film, 1.5 mm on 78.54 cm2 = 11.78 ml a coaster.
 * The dirty cup of each: 10 - 2 - 1.5 = 6.5 mm = 51.05 ml, layer by layer: plum 0.4 = 20.42 ml, rust 0.35 = 17.87 ml, chalk 0.25 = 12.76 ml,
 * each times the density. (First worked as one cup for all four, 204.2 ml: so much in one cup would warm by itself while the pieces are poured.)
 * Liquid finds one height, 8.0 mm: 51.05 ml cover 51,050 / 8 = 63.81 cm2, the pockets keep 14.73 cm2 clear. In two strokes each covers
 * 31.91 cm2.
 */
const planned = (changes: Partial<BatchRequest> = {}, pieces = 4) =>
  planBatch(
    bloomRequest(
      { technique: 'dirtyCup', resin: ARCHETYPES.medium, roomTempC: 22, cups: CUPS, layers: [], ...changes },
      pieces,
    ),
  )
type Plan = ReturnType<typeof planned>
const stepsOf = ({ steps }: Plan, id: string) => steps.filter(({ step }) => step.id === id)

describe('four coasters from a dirty cup', () => {
  const plan = planned()
  const density = mixedDensityGPerMl(ARCHETYPES.medium)

  test('pockets first, then the cup: what they are deep and hold', () => {
    const [pockets, held] = plan.fills[0]!.layers
    expect([pockets!.depthMm, held!.depthMm]).toEqual([expect.closeTo(1.5, 6), expect.closeTo(6.5, 6)])
    expect([pockets!.volumeMl, held!.volumeMl]).toEqual([expect.closeTo(11.78, 1), expect.closeTo(51.05, 1)])
    expect(plan.findings.filter((each) => gravityOf(each) === 'stop')).toEqual([])
  })

  test('a cup for each is filled layer by layer: grams of each tint, in their order', () => {
    const stacks = stepsOf(plan, 'stack')
    expect(stacks).toHaveLength(4)
    const given = stacks[0]!.takes.flatMap((take) => (take.of === 'stacked' ? take.layers : []))
    expect(given.map(({ cup, massG }) => [cup, massG / density])).toEqual([
      ['plum', expect.closeTo(20.42, 1)],
      ['rust', expect.closeTo(17.87, 1)],
      ['chalk', expect.closeTo(12.76, 1)],
    ])
  })

  test('out of it a piece at a time: grams, and the area a stroke covers', () => {
    const strokes = stepsOf(plan, 'stroke')
    expect(strokes).toHaveLength(4)
    const [take] = strokes[0]!.takes
    expect(take).toMatchObject({ of: 'stroke', massG: expect.closeTo(51.05 * density, 0) })
    if (take?.of !== 'stroke') throw new Error('no stroke')
    expect(take.coversMm2).toBeCloseTo(6381, -2)
    expect(take.clearMm2).toBeCloseTo(1473, -2)
  })

  test('each is stacked right before its stroke, while it still levels; neither can be left out', () => {
    const turns = plan.steps.filter(({ step }) => step.id === 'stack' || step.id === 'stroke')
    expect(turns.map(({ step: { id: stepId }, pieceNo }) => [stepId, pieceNo])).toEqual(
      [1, 2, 3, 4].flatMap((no) => [
        ['stack', no],
        ['stroke', no],
      ]),
    )
    for (const id of ['stack', 'stroke']) expect(whyNeeded(TECHNIQUES.dirtyCup, id)).not.toBeNull()
    const last = turns.at(-1)
    expect(last!.expected!.remainingFluidityPerPa).toBeGreaterThan(1450)
  })

  test('until when it can be poured moves with resin and room', () => {
    const until = (['quick', 'medium', 'slow'] as const).map((resin) =>
      [22, 18].map(
        (roomTempC) => stepsOf(planned({ resin: ARCHETYPES[resin], roomTempC }), 'stroke')[0]!.toMin!,
      ),
    )
    for (const [warm, cool] of until) expect(cool!).toBeGreaterThan(warm!)
    expect(until[1]![0]!).toBeGreaterThan(1.5 * until[0]![0]!)
    expect(until[2]![0]!).toBeGreaterThan(1.5 * until[1]![0]!)
  })

  test('one colour makes no marbling: two are asked for, clear may be one of them', () => {
    const kinds = (cups: readonly LayerCup[]) => planned({ cups }).findings.map(({ kind }) => kind)
    expect(kinds([cupOf('plum', '#6b3a63', 1)])).toContain('oneCup')
    expect(kinds(CUPS.slice(0, 1))).not.toContain('oneCup')
  })
})
