import { describe, expect, test } from '@jest/globals'
import { MICA_BAG } from '../../../tests/support/micaBag.ts'
import { bloomRequest } from '../../../tests/support/request.ts'
import { needsOf } from '../shelf/index.ts'
import { judgedScore, techniqueOfPour, usualPattern, type Bag, type BatchRequest } from '../batch/index.ts'
import type { Colour } from '../colour/index.ts'
import { measuredRequest, mayFollow, thingsOfPour, type PourEvent } from '../runsheet/index.ts'
import { TECHNIQUES, type ScoreEdit } from '../technique/index.ts'
import { WHOLE } from '../pattern/index.ts'
import { bagsLeft } from './bagLeft.ts'
import { faceTask } from './facePlan.ts'
import { planBatch, planLive } from './plan.ts'

const INK = bloomRequest().colours[0]!
const asked = (score: readonly ScoreEdit[], changes: Partial<BatchRequest> = {}, pieces = 2) => ({
  ...bloomRequest({ score, ...changes }, pieces),
})
const planned = (...score: ScoreEdit[]) => planBatch(asked(score))
const keysOf = ({ steps }: { readonly steps: readonly { readonly key: string }[] }) =>
  steps.map(({ key }) => key)
const kindsOf = ({ findings }: { readonly findings: readonly { readonly kind: string }[] }) =>
  findings.map(({ kind }) => kind)
const stepOf = (plan: ReturnType<typeof planBatch>, key: string) =>
  plan.steps.find((turn) => turn.key === key)!
const drops = (id: string, before: string, pieces: readonly number[] | null = null): ScoreEdit => ({
  kind: 'added',
  id,
  work: { by: 'drops', colour: INK.id, drops: 2 },
  pieces,
  before,
})
const plain = planBatch(asked([]))

const RINGS = { kind: 'rings', zone: WHOLE, startDeg: 0, nextByDeg: 0 } as const

describe('the order of the hands as somebody writes it', () => {
  test('nothing written is the way as it is, to the minute', () => {
    expect(plain.steps).toEqual(planBatch(bloomRequest({}, 2)).steps)
  })

  test('something put in, twice and on one piece: named at the gate once, at its steps, and in the hands’ time', () => {
    const puts = (id: string, before: string, pieces: readonly number[] | null): ScoreEdit => ({
      kind: 'added',
      id,
      work: { by: 'puts', what: 'sea glass', seconds: 40 },
      pieces,
      before,
    })
    const plan = planned(puts('first', 'ink', null), puts('again', 'settle', [2]))
    expect(keysOf(plan).filter((key) => /^(first|again)/.test(key))).toEqual([
      'first.1',
      'first.2',
      'again.2',
    ])
    expect(stepOf(plan, 'again.2')).toMatchObject({
      step: { title: 'Put in sea glass' },
      handsOnMin: 40 / 60,
    })
    expect(plan.prep.find(({ tool }) => tool === 'putIn')?.names).toEqual(['sea glass'])
    expect(plain.prep.some(({ tool }) => tool === 'putIn')).toBe(false)
  })

  test('a cup in warm water before the pour: once, with the caution of a cup that runs away', () => {
    const bath: ScoreEdit = {
      kind: 'added',
      id: 'bath',
      work: { by: 'warmCup', seconds: 90 },
      pieces: null,
      before: 'decant',
    }
    const plan = planned(bath)
    const keys = keysOf(plan)
    expect(keys.indexOf('bath')).toBeLessThan(keys.indexOf('decant'))
    expect(keys.indexOf('bath')).toBeGreaterThan(keys.indexOf('stir'))
    expect(stepOf(plan, 'bath')).toMatchObject({ pieceNo: null, handsOnMin: 1.5 })
    expect(stepOf(plan, 'bath').cautions).toContain('runaway')
    expect(plan.prep.some(({ tool }) => tool === 'warmWater')).toBe(true)
  })

  test('two more drops of one colour on one piece: at the step, at the gate, in time and off the shelf', () => {
    const plan = planned(drops('more', 'settle', [2]))
    const keys = keysOf(plan)
    expect(keys.filter((key) => key.startsWith('more'))).toEqual(['more.2'])
    expect(keys.indexOf('more.2')).toBeGreaterThan(keys.indexOf('ink.2'))
    expect(stepOf(plan, 'more.2')).toMatchObject({
      step: { title: `2 drops of ${INK.name}` },
      takes: [{ of: 'drops', inks: [{ what: INK.name, drops: 2 }], whiteDrops: 0 }],
    })
    expect(stepOf(plan, 'more.2').cautions).toContain('flame')
    const inkMl = (request: BatchRequest) =>
      needsOf(request).find(({ name, at }) => name === INK.name && at === 'pour')!.amount
    expect(inkMl(asked([drops('more', 'settle', [2])])) - inkMl(asked([]))).toBeCloseTo(2 * 0.05, 9)
    expect(inkMl(asked([drops('more', 'settle')])) - inkMl(asked([]))).toBeCloseTo(4 * 0.05, 9)
    const request = asked([drops('more', 'settle')], { colours: [INK], pieces: bloomRequest({}, 1).pieces })
    const { fills, mixes } = planBatch(request)
    expect(thingsOfPour({ fills, mixes, technique: techniqueOfPour(request), request }).inks).toContain(
      INK.name,
    )
  })

  test('white waits until that ink, too, has come to rest on its piece', () => {
    const { settleMin } = bloomRequest()
    const plan = planned(drops('more', 'white'), { kind: 'atMinute', step: 'more', min: 30 })
    for (const no of [1, 2])
      expect(stepOf(plan, `white.${no}`).beginMin).toBeGreaterThanOrEqual(
        stepOf(plan, `more.${no}`).endMin + settleMin - 1e-6,
      )
    expect(stepOf(plan, 'more.1').beginMin).toBeCloseTo(30, 6)
  })

  test('all the white first, then all drags: each drag by the film of its own piece', () => {
    const byStep = planned({ kind: 'pass', steps: ['white', 'shape'], by: 'step' })
    const order = (plan: typeof plain) => keysOf(plan).filter((key) => /^(white|shape)/.test(key))
    expect(order(plain)).toEqual(['white.1', 'shape.1', 'white.2', 'shape.2'])
    expect(order(byStep)).toEqual(['white.1', 'white.2', 'shape.1', 'shape.2'])
    expect(stepOf(byStep, 'shape.1').fromMin).toBeCloseTo(stepOf(byStep, 'white.1').endMin, 6)
    const back = planned(
      { kind: 'pass', steps: ['white', 'shape'], by: 'step' },
      { kind: 'pass', steps: ['white', 'shape'], by: 'piece' },
    )
    expect(order(back)).toEqual(order(plain))
  })

  test('bags one after the other, act by act: mica on all pieces, white on all, and then the drags', () => {
    const { mold } = bloomRequest({}, 1).pieces[0]!
    const usual = usualPattern(mold, bloomRequest().white, TECHNIQUES.bloom, 5)
    const rings = usual.marks.find(({ mark }) => mark.kind === 'rings')!
    const own = { ...rings, id: 'own', mark: { ...rings.mark, bag: 'b' } } as (typeof usual.marks)[number]
    const pattern = { ...usual, marks: [...usual.marks, own] }
    const made = { bags: [MICA_BAG], pieces: [{ mold, count: 2, pattern }] }
    const withBags = (...score: ScoreEdit[]) => planBatch(asked(score, made))
    const order = (plan: typeof plain) => keysOf(plan).filter((key) => /^(white|shape)/.test(key))
    const whole = withBags()
    const split = withBags({ kind: 'split', step: 'white' })
    expect(order(split)).toEqual(['white-b.1', 'white.1', 'shape.1', 'white-b.2', 'white.2', 'shape.2'])
    // As many beads, grams and seconds as in one go.
    const beads = (plan: typeof plain, no: number) =>
      plan.steps
        .filter(({ pieceNo }) => pieceNo === no)
        .flatMap(({ takes }) => takes.filter(({ of }) => of === 'beads'))
    expect(beads(split, 1)).toEqual(beads(whole, 1))
    const handsMin = (plan: typeof plain) =>
      plan.steps.filter(({ key }) => /^white/.test(key)).reduce((sum, turn) => sum + turn.handsOnMin, 0)
    expect(handsMin(split)).toBeCloseTo(handsMin(whole), 9)
    const byAct = withBags(
      { kind: 'split', step: 'white' },
      { kind: 'pass', steps: ['white-b', 'white', 'shape'], by: 'step' },
    )
    expect(order(byAct)).toEqual(['white-b.1', 'white-b.2', 'white.1', 'white.2', 'shape.1', 'shape.2'])
    const left = (done: Readonly<Record<string, number>>) =>
      bagsLeft(byAct, asked([], made), done).map(({ bag: of, leftG, portionG }) => [of, leftG < portionG])
    expect(left({ 'white-b.1': 26 })).toEqual(
      expect.arrayContaining([
        ['Mica bag', true],
        [null, false],
      ]),
    )
    expect(judgedScore(asked([{ kind: 'split', step: 'white' }]))[0]!.refused).toEqual({ by: 'oneBag' })
  })

  test('a bag without white has a window of its own, and one with white falls through its own hole', () => {
    const { mold } = bloomRequest({}, 1).pieces[0]!
    const usual = usualPattern(mold, bloomRequest().white, TECHNIQUES.bloom, 5)
    const rings = usual.marks.find(({ mark }) => mark.kind === 'rings')!
    const own = { ...rings, id: 'own', mark: { ...rings.mark, bag: 'b' } } as (typeof usual.marks)[number]
    const pattern = { ...usual, marks: [...usual.marks, own] }
    const withBag = (bag: object) =>
      planBatch(
        asked([{ kind: 'split', step: 'white' }], {
          bags: [{ ...MICA_BAG, ...bag }],
          pieces: [{ mold, count: 1, pattern }],
        }),
      )
    const mica = withBag({})
    // Mica may be piped as soon as the bed is poured, and for longer than the white.
    expect(stepOf(mica, 'white-b.1').fromMin).toBeLessThan(stepOf(mica, 'white.1').fromMin + 1e-9)
    expect(stepOf(mica, 'white-b.1').toMin!).toBeGreaterThan(stepOf(mica, 'white.1').toMin!)
    const white = { colour: bloomRequest().colours.at(-1)!, dose: { by: 'share', frac: 0.002 } }
    const wide = withBag({ colours: [white], holeMm: 4.5 })
    const narrow = withBag({ colours: [white], holeMm: 2.5 })
    expect(stepOf(wide, 'white-b.1').toMin).not.toBeCloseTo(stepOf(narrow, 'white-b.1').toMin!, 0)
    expect(stepOf(wide, 'white.1').toMin).toBeCloseTo(stepOf(narrow, 'white.1').toMin!, 0)
  })

  test('what a bag piped by itself brings is what is in it: white, and what burns keeps flames away', () => {
    const { mold } = bloomRequest({}, 1).pieces[0]!
    const usual = usualPattern(mold, bloomRequest().white, TECHNIQUES.bloom, 5)
    const rings = usual.marks.find(({ mark }) => mark.kind === 'rings')!
    const own = { ...rings, id: 'own', mark: { ...rings.mark, bag: 'b' } } as (typeof usual.marks)[number]
    const bringsOf = (...colours: readonly Colour[]) => {
      const bag = {
        ...MICA_BAG,
        colours: colours.map((colour) => ({ colour, dose: { by: 'drops', drops: 2 } })),
      }
      const request = asked([{ kind: 'split', step: 'white' }], {
        bags: [bag as Bag],
        pieces: [{ mold, count: 1, pattern: { ...usual, marks: [...usual.marks, own] } }],
      })
      return techniqueOfPour(request).steps.find(({ id }) => id === 'white-b')!.brings
    }
    const paste = bloomRequest().colours.at(-1)!
    expect(bringsOf(MICA_BAG.colours[0].colour)).toEqual([])
    expect(bringsOf(paste)).toEqual(['white'])
    expect(bringsOf(INK)).toEqual(['alcohol'])
    expect(bringsOf({ ...paste, kind: 'whiteInk' })).toEqual(['alcohol', 'white'])
  })

  test('the bags in turn: a bead each, told in that order with as many grams, and a change of bags costs seconds', () => {
    const { mold } = bloomRequest({}, 1).pieces[0]!
    const usual = usualPattern(mold, bloomRequest().white, TECHNIQUES.bloom, 5)
    const rings = (id: string, most: number, bag?: string) => ({
      id,
      mark: { ...RINGS, marginMm: bag ? 8 : 16, spacingMm: 16, most, ...(bag && { bag }) },
    })
    const marks = [
      rings('mica', 2, 'b'),
      rings('white', 1),
      ...usual.marks.filter(({ mark }) => mark.kind === 'petals'),
    ]
    const made = { bags: [MICA_BAG], pieces: [{ mold, count: 2, pattern: { ...usual, marks } }] }
    const whole = planBatch(asked([], made))
    const inTurn: ScoreEdit = { kind: 'inTurn', step: 'white' }
    const plan = planBatch(asked([inTurn], made))
    const white = ({ steps }: typeof plan) => steps.find(({ key }) => key === 'white.1')!
    const told = (of: typeof plan) =>
      white(of).takes.flatMap((take) => (take.of === 'beads' ? [[take.bag, take.beads]] : []))
    expect(told(whole)).toEqual([
      ['Mica bag', 2],
      [null, 1],
    ])
    expect(told(plan)).toEqual([
      ['Mica bag', 1],
      [null, 1],
      ['Mica bag', 1],
    ])
    const grams = (of: typeof plan) =>
      white(of).takes.reduce((sum, take) => sum + (take.of === 'beads' ? take.massG : 0), 0)
    expect(grams(plan)).toBeCloseTo(grams(whole), 9)
    // Two changes of 4 s by hand.
    expect(60 * (white(plan).handsOnMin - white(whole).handsOnMin)).toBeCloseTo(8, 9)
    expect(white(plan).step.title).toBe('Pipe the bags in turn')
    expect(keysOf(plan)).toEqual(keysOf(whole))
    const face = faceTask(asked([inTurn], made), plan, plan.fills[0]!.id)!
    expect(face.moves.flatMap(({ move }) => (move.kind === 'beads' ? [move.beads.length] : []))).toEqual([
      1, 1, 1,
    ])
    expect(judgedScore(asked([inTurn, { kind: 'split', step: 'white' }], made))[1]!.refused).toEqual({
      by: 'inTurn',
    })
    expect(judgedScore(asked([inTurn]))[0]!.refused).toEqual({ by: 'oneBag' })
  })

  test('ink after the white is warned of with its reason, and goes with one change taken back', () => {
    const plan = planned(drops('late', 'shape'))
    expect(keysOf(plan).filter((key) => /\.1$/.test(key))).toEqual(['ink.1', 'white.1', 'late.1', 'shape.1'])
    expect(plan.findings).toContainEqual(
      expect.objectContaining({ kind: 'orderBroken', why: expect.stringMatching(/petals/) }),
    )
    expect(kindsOf(planned(drops('early', 'settle')))).not.toContain('orderBroken')
  })

  test('warm air is a stop wherever it stands in a pour that alcohol goes into, by drop or in a cup; without any it may be blown', () => {
    const warm = (before: string): ScoreEdit => ({
      kind: 'added',
      id: 'warm',
      work: { by: 'warmAir', seconds: 20 },
      pieces: null,
      before,
    })
    expect(kindsOf(planned(warm('ink')))).toContain('heatOnAlcohol')
    expect(kindsOf(planned(warm('settle'))).filter((kind) => kind === 'heatOnAlcohol')).toHaveLength(1)
    const tinted = (kind: 'paste' | 'alcoholInk') => {
      const colour = { id: 't', name: 'Tint', kind, hex: '#334455' } as const
      const dosed = { colour, dose: { by: 'share', frac: 0.01 } } as const
      const cups = [{ id: 'c', name: 'c', portion: { by: 'rest' }, colours: [dosed] }] as const
      return planBatch(asked([warm('cover')], { technique: 'plain', layers: [], colours: [], cups }))
    }
    expect(kindsOf(tinted('paste'))).not.toContain('heatOnAlcohol')
    expect(kindsOf(tinted('alcoholInk'))).toContain('heatOnAlcohol')
    // The way's own heat, moved behind its inks.
    expect(kindsOf(planned({ kind: 'moved', step: 'bubbles', before: 'settle' }))).toContain('heatOnAlcohol')
  })

  test('what gives off solvent burns as alcohol does, in a way that had no such rule as well, and says what it harms', () => {
    const lacquer = { id: 'l', name: 'Lacquer', kind: 'solventPaint', hex: '#883322' } as const
    const made = { technique: 'plain', layers: [], colours: [lacquer] } as const
    const dropped: ScoreEdit = {
      kind: 'added',
      id: 'drop',
      work: { by: 'drops', colour: 'l', drops: 2 },
      pieces: null,
      before: 'cover',
    }
    const warm: ScoreEdit = {
      kind: 'added',
      id: 'warm',
      work: { by: 'warmAir', seconds: 9 },
      pieces: null,
      before: 'cover',
    }
    const plan = planBatch(asked([dropped, warm], made))
    expect(kindsOf(plan)).toContain('heatOnAlcohol')
    expect(stepOf(plan, 'drop.1').cautions).toEqual(expect.arrayContaining(['flame', 'solvent']))
    expect(kindsOf(planBatch(asked([warm], made)))).not.toContain('heatOnAlcohol')
  })

  test('a minute of one’s own is kept and judged beside the window of the model', () => {
    const window = stepOf(plain, 'white.1')
    const at = (min: number) => planned({ kind: 'atMinute', step: 'white', min })
    const inside = at(window.beginMin + 2)
    expect(stepOf(inside, 'white.1').beginMin).toBeCloseTo(window.beginMin + 2, 6)
    expect(kindsOf(inside)).not.toContain('minuteOutside')
    const late = at(window.toMin! + 15)
    expect(stepOf(late, 'white.1').beginMin).toBeCloseTo(window.toMin! + 15, 6)
    expect(late.findings).toContainEqual(expect.objectContaining({ kind: 'minuteOutside', is: 'late' }))
    expect(kindsOf(late)).not.toContain('stepLate')
  })

  test('a decant at a minute of one’s own is poured then, and never after its cup’s stop', () => {
    const at = (min: number) => planned({ kind: 'atMinute', step: 'decant', min })
    expect(stepOf(at(8), 'decant').beginMin).toBeCloseTo(8, 6)
    const late = at(60)
    expect(stepOf(late, 'decant').endMin).toBeLessThanOrEqual(late.cupLimits!.stopMin + 1e-6)
    expect(late.findings.map(({ kind }) => kind)).toEqual(
      expect.arrayContaining([expect.stringMatching(/minuteNotKept|minuteOutside/)]),
    )
  })

  test('a wait holds up what comes after it and keeps no hands', () => {
    const plan = planned({
      kind: 'added',
      id: 'rest2',
      work: { by: 'wait', minutes: 10 },
      pieces: null,
      before: 'ink',
    })
    const wait = stepOf(plan, 'rest2')
    expect(wait.endMin - wait.beginMin).toBeCloseTo(10, 6)
    expect(wait.handsOnMin).toBe(0)
    expect(stepOf(plan, 'ink.1').beginMin).toBeGreaterThanOrEqual(wait.endMin)
  })

  test.each<[string, ScoreEdit, string]>([
    ['decant left out', { kind: 'leftOut', step: 'decant' }, 'needed'],
    ['the step it is timed for left out', { kind: 'leftOut', step: 'white' }, 'heart'],
    ['inks before the pour', { kind: 'moved', step: 'ink', before: 'decant' }, 'beforePour'],
    ['covers on before the white', { kind: 'moved', step: 'cover', before: 'white' }, 'frame'],
    ['a step that is not there', { kind: 'moved', step: 'swirl', before: 'cover' }, 'gone'],
    [
      'a powder dropped',
      { ...drops('x', 'settle'), work: { by: 'drops', colour: 'dry', drops: 1 } } as ScoreEdit,
      'dry',
    ],
    [
      'a colour that is not there',
      {
        kind: 'added',
        id: 'x',
        work: { by: 'drops', colour: 'nope', drops: 1 },
        pieces: null,
        before: 'settle',
      },
      'colourGone',
    ],
  ])('%s is refused with its reason, told, kept, and changes nothing', (_what, edit, by) => {
    const powder = { id: 'dry', name: 'Slate powder', kind: 'powder', hex: '#555555' } as const
    const colours = [...bloomRequest().colours, powder]
    const request = asked([edit], { colours })
    expect(judgedScore(request)[0]!.refused).toMatchObject({ by })
    const plan = planBatch(request)
    expect(plan.steps).toEqual(plain.steps)
    expect(plan.findings).toContainEqual(expect.objectContaining({ kind: 'editRefused', edit }))
  })

  test('left out is told nowhere, and what waited for it waits for what stood before it', () => {
    const plan = planned({ kind: 'leftOut', step: 'shape' })
    expect(keysOf(plan).some((key) => key.startsWith('shape'))).toBe(false)
    expect(stepOf(plan, 'cover').beginMin).toBeGreaterThanOrEqual(stepOf(plan, 'white.2').endMin)
  })

  test('written at the bench it counts from then on; what was done stays, and undo takes it back', () => {
    const request = asked([])
    const told = [
      { kind: 'gatePassed', overruled: [], atMs: 0 },
      { kind: 'stirBegan', atMs: 0 },
      { kind: 'stopStir', atMs: 0 },
      { kind: 'done', key: 'decant', atMs: 18 * 60_000 },
      { kind: 'done', key: 'ink.1', atMs: 20 * 60_000 },
      { kind: 'written', edit: drops('more', 'white', [1]), atMs: 21 * 60_000 },
    ].map((each, k) => ({ id: `e${k}`, ...each })) as readonly PourEvent[]
    const done = { decant: 18, 'ink.1': 20 }
    const now = measuredRequest(request, told)
    expect(keysOf(planLive(now, { done }).plan)).toContain('more.1')
    const undone = [...told, { id: 'u', atMs: 22 * 60_000, kind: 'undone', eventId: 'e5' } as const]
    expect(measuredRequest(request, undone)).toBe(request)
    const moves = (step: string) =>
      mayFollow(told, { id: 'w', atMs: 23 * 60_000, kind: 'written', edit: { kind: 'leftOut', step } })
    // What was begun stays where it was done.
    expect([moves('ink'), moves('shape')]).toEqual([false, true])
  })
})
