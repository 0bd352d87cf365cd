import { describe, expect, test } from '@jest/globals'
import { nestedLines, type BatchRequest, type LayerCup } from '#core/batch/index.ts'
import { planBatch } from '#core/plan/index.ts'
import { ARCHETYPES, mixedDensityGPerMl } from '#core/resin/index.ts'
import { bloomRequest } from '../../../tests/support/request.ts'

const cupOf = (name: string, hex: string, frac: number): LayerCup => ({
  id: name,
  name,
  portion: { by: 'share', frac },
  colours: [{ colour: { id: name, name, kind: 'paste', hex }, dose: { by: 'dropsPerG', drops: 0.1 } }],
})
const CUPS = [
  cupOf('plum', '#6b3a63', 0.25),
  cupOf('rust', '#9c4f2e', 0.25),
  cupOf('chalk', '#f6f4ee', 0.05),
  cupOf('pearl', '#cfc6b4', 0.2),
]

/**
 * A round coaster of 100 mm, 10 mm deep, in nested lines of four cups about a clear centre; worked by hand.
 *
 * Skim: 0.15 of the depth, 1.5 mm on 78.54 cm2 = 11.78 ml, clear.
 * Held back: 10 - 2 - 1.5 = 6.5 mm = 51.05 ml in five cups (the fifth is what the others leave, clear); 3 g stay in each and in the mixing
 * cup.
 * A line from the wall takes its share of the area. After plum (a quarter) the radius is 50 sqrt(0.75) = 43.30 mm: 6.70 mm wide, as long as the
 * circle half way, 2 pi 46.65 = 293.1 mm. After rust 50 sqrt(0.5) = 35.36: 7.95 wide, 247.1 long. After chalk 50 sqrt(0.45) = 33.54: 1.81
 * wide, 216.4 long. After pearl 50 sqrt(0.25) = 25: 8.54 wide, 183.9 long. The centre is a disc of 25 mm.
 * Plum weighs 293.1 x 6.70 x 6.5 mm3 = 12.76 ml x density.
 */
const planned = (changes: Partial<BatchRequest> = {}, pieces = 1) =>
  planBatch(
    bloomRequest(
      { technique: 'nested', resin: ARCHETYPES.medium, roomTempC: 22, cups: CUPS, layers: [], ...changes },
      pieces,
    ),
  )
type Plan = ReturnType<typeof planned>
const lays = ({ steps }: Plan) => steps.filter(({ step }) => step.does === 'raises')

describe('nested lines in a round coaster', () => {
  const plan = planned()
  const density = mixedDensityGPerMl(ARCHETYPES.medium)

  test('cups and grams: a clear skim, four colours, and what they leave for the centre', () => {
    const [skim, held] = plan.fills[0]!.layers
    expect([skim!.depthMm, held!.depthMm]).toEqual([expect.closeTo(1.5, 6), expect.closeTo(6.5, 6)])
    expect(held!.volumeMl).toBeCloseTo(51.05, 1)
    const cups = plan.mixes[0]!.cups.filter(({ holds }) => holds !== 'mix')
    expect(cups.map(({ name }) => name)).toEqual(['plum', 'rust', 'chalk', 'pearl', null])
  })

  test('each line says its grams, how wide it is and how long, from the wall inwards', () => {
    const given = lays(plan)[0]!.takes.flatMap((take) => (take.of === 'held' ? [take] : []))
    expect(given.map(({ cup, line }) => [cup, line?.widthMm, line?.lengthMm])).toEqual([
      ['plum', expect.closeTo(6.7, 1), expect.closeTo(293.1, -0.5)],
      ['rust', expect.closeTo(7.95, 1), expect.closeTo(247.1, -0.5)],
      ['chalk', expect.closeTo(1.81, 1), expect.closeTo(216.4, -0.5)],
      ['pearl', expect.closeTo(8.54, 1), expect.closeTo(183.9, -0.5)],
      [null, expect.closeTo(25, 0), expect.anything()],
    ])
    expect(given[0]!.massG).toBeCloseTo(12.76 * density, 1)
    expect(given[2]!.line!.fromWallMm).toBeCloseTo(14.64, 1)
  })

  test('the lines are laid while the skim still levels, stones set once it draws a string', () => {
    const [line] = lays(plan)
    expect(line!.expected!.remainingFluidityPerPa).toBeGreaterThan(1450)
    const stones = plan.steps.find(({ step }) => step.id === 'setStones')!
    expect(stones.fromMin).toBeGreaterThan(line!.endMin)
    expect(stones.expected!.remainingFluidityPerPa).toBeLessThan(1450)
  })

  test('until when lines can be laid moves with resin and room', () => {
    const until = (['quick', 'medium', 'slow'] as const).map((resin) =>
      [22, 18].map((roomTempC) => lays(planned({ resin: ARCHETYPES[resin], roomTempC }))[0]!.toMin!),
    )
    for (const [warm, cool] of until) expect(cool!).toBeGreaterThan(warm!)
    expect(until[1]![0]!).toBeGreaterThan(1.5 * until[0]![0]!)
    expect(until[2]![0]!).toBeGreaterThan(1.5 * until[1]![0]!)
  })

  test('one cup about a clear centre is enough; lines that leave no centre have none', () => {
    expect(planned({ cups: CUPS.slice(0, 1) }).findings.map(({ kind }) => kind)).not.toContain('oneCup')
    const full = [cupOf('plum', '#6b3a63', 0.5), cupOf('rust', '#9c4f2e', 0.5)]
    const given = lays(planned({ cups: full }))[0]!.takes.flatMap((take) =>
      take.of === 'held' ? [take] : [],
    )
    expect(given.map(({ cup }) => cup)).toEqual(['plum', 'rust'])
  })
})

/**
 * A tray of 120 x 60 mm with sharp corners: a quarter of its 7,200 mm2 along the wall leaves (120 - 2 d)(60 - 2 d) = 5,400, so
 * d = (360 - sqrt(360^2 - 16 x 1,800)) / 8 = 5.31 mm.
 */
test('lines follow any outline, by the area they take', () => {
  const [line] = nestedLines({ shape: 'rectangle', widthMm: 120, heightMm: 60, cornerMm: 0 }, [0.25])
  expect(line!.widthMm).toBeCloseTo(5.31, 1)
  expect(line!.lengthMm * line!.widthMm).toBeCloseTo(1800, -1)
})

/**
 * The same coaster with a slate skim. Worked by hand: 11.78 ml of skim x density reach the mold, 3 g stay in the mixing cup it is tinted in, and
 * what rounding up left over; the held cups are as they were.
 */
describe('a tinted first pour under cups that wait', () => {
  const slate: LayerCup = { ...cupOf('slate', '#4a5560', 0), portion: { by: 'firstPour' } }
  const [clear, tinted] = [planned(), planned({ cups: [...CUPS, slate] })]
  const mixOf = (plan: Plan) => plan.mixes[0]!
  const bed = mixOf(tinted).cups.find(({ holds }) => holds === 'bed')!

  test('the skim is tinted in the mixing cup, and nothing else changes by a gram', () => {
    const { leftoverG } = mixOf(tinted).parts.byWeight
    expect(bed.name).toBe('slate')
    expect(bed.massG).toBeCloseTo(11.78 * mixedDensityGPerMl(ARCHETYPES.medium) + 3 + leftoverG, 1)
    expect(bed.additions).toEqual([{ what: 'slate', drops: Math.round(0.1 * bed.massG) }])
    const others = (plan: Plan) => mixOf(plan).cups.filter(({ holds }) => holds !== 'bed')
    expect(others(tinted)).toEqual(others(clear))
    expect(mixOf(tinted).parts).toEqual(mixOf(clear).parts)
  })

  test('is told where cups are tinted, after them, stands at the gate and names its pour', () => {
    const tints = tinted.steps.find(({ step }) => step.does === 'tints')!
    const named = tints.takes.flatMap((take) => (take.of === 'portion' ? [take.name] : []))
    expect(named).toEqual(['plum', 'rust', 'chalk', 'pearl', 'clear', 'slate'])
    const atGate = ({ prep }: Plan) => JSON.stringify(prep).includes('slate')
    expect([atGate(clear), atGate(tinted)]).toEqual([false, true])
    const pours = (plan: Plan) => plan.steps.find(({ step: { does } }) => does === 'empties')!.step.title
    expect([pours(clear), pours(tinted)]).toEqual(['Pour the clear skim', 'Pour the skim, slate'])
    // 45 s more for one cup more.
    const handsOn = (plan: Plan) => plan.steps.find(({ step }) => step.does === 'tints')!.handsOnMin
    expect(handsOn(tinted) - handsOn(clear)).toBeCloseTo(0.75, 6)
  })

  test('the white of a bag is taken off before what is left is tinted', () => {
    const plan = planned({ technique: 'nestedSwirl', cups: [...CUPS, slate] }, 2)
    const keys = plan.steps.map(({ key }) => key)
    expect(keys.slice(0, 4)).toEqual(['stir', 'portion', 'tint', 'decant'])
    const { cups, parts } = mixOf(plan)
    const takenG = cups.filter(({ holds }) => holds !== 'mix').reduce((sum, { massG }) => sum + massG, 0)
    expect(takenG).toBeCloseTo(parts.byWeight.totalG, 6)
  })

  test('a way that keeps one clear cup back keeps it, whatever cups another way left in the plan', () => {
    const plan = planned({ technique: 'raisedPetri', cups: [...CUPS, slate] })
    expect(mixOf(plan).cups.map(({ name }) => name)).toEqual([null, 'Small cup'])
    expect(plan.steps.find(({ step }) => step.does === 'raises')!.takes).toMatchObject([{ of: 'held' }])
  })

  test('where only the skim is tinted the rest waits clear', () => {
    const plan = planned({ cups: [slate] })
    const held = lays(plan)[0]!.takes.flatMap((take) => (take.of === 'held' ? [take.cup] : []))
    expect(held).toEqual([null])
  })

  test('a way that holds nothing back takes what the others leave', () => {
    const half: LayerCup = { ...CUPS[0]!, portion: { by: 'share', frac: 0.5 } }
    const { cups, parts } = mixOf(planned({ technique: 'plain', cups: [half, slate] }))
    expect(cups.map(({ name, holds }) => [name, holds])).toEqual([
      ['plum', 'part'],
      ['slate', 'part'],
    ])
    expect(cups[1]!.massG).toBeCloseTo(parts.byWeight.totalG / 2, 6)
  })

  test('over a tint that burns bubbles are brushed out, never warmed, whatever the way', () => {
    const tintedWith = (kind: 'alcoholInk' | 'paste', technique: BatchRequest['technique']) =>
      planned({
        technique,
        cups: [
          ...CUPS.slice(0, 2),
          {
            ...slate,
            colours: [
              { colour: { id: 'i', name: 'smoke', kind, hex: '#555555' }, dose: { by: 'drops', drops: 2 } },
            ],
          },
        ],
      })
    for (const technique of [
      'nested',
      'cloud',
      'zones',
      'dirtyCup',
      'plain',
      'inclusions',
      'nestedSwirl',
    ] as const) {
      const [burns, still] = [tintedWith('alcoholInk', technique), tintedWith('paste', technique)]
      const bubbles = ({ steps }: Plan) => steps.find(({ step }) => step.id === 'bubbles')!
      expect(bubbles(still).step.detail).toMatch(/low heat/)
      expect(bubbles(burns).step.detail).toMatch(/No heat and no flame/)
      expect(bubbles(burns).cautions).toContain('flame')
      const tools = ({ prep }: Plan) => prep.some(({ tool }) => tool === 'heat')
      expect([tools(still), tools(burns)]).toEqual([true, false])
      const minutes = ({ steps }: Plan) => steps.map(({ key, beginMin }) => [key, beginMin])
      expect(minutes(burns)).toEqual(minutes(still))
    }
  })
})
