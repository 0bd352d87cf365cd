import { describe, expect, test } from '@jest/globals'
import { planBatch, planSitting } from '#core/plan/index.ts'
import { layerTurnKey, layerTurns, readPour, type PourEvent } from '#core/runsheet/index.ts'
import { needsOf } from '#core/shelf/index.ts'
import { batchRequestSchema } from '#schema/request.ts'
import * as v from 'valibot'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import {
  carrying,
  DROP_ML,
  laidInto,
  pourOfLayer,
  startedLayer,
  withPour,
  type BatchRequest,
  type LaterLayer,
} from './index.ts'

const CLEAR = { dose: 'ink', holeMm: 3, ringSpacingMm: 10, rimMarginMm: 7, petals: 8 } as const

/**
 * Worked by hand: a plain pour of 3 mm in two round molds of 100 mm, 10 mm deep (78.54 cm2 each), and a petri of 4 mm on it. The petri's
 * bed is 4 x 7.854 = 31.42 ml a piece; its usual pattern is a cell to 357 mm2, so 22 drops; one round covers the floor or three do. White
 * drops of 0.02 ml come on top of the bed.
 */
const PETRI: LaterLayer = {
  ...startedLayer('petriLayer', 'petri'),
  when: 'nextDay',
  amount: { by: 'depth', mm: 4 },
}
const request: BatchRequest = bloomRequest({
  technique: 'plain',
  bedMm: 3,
  layers: [PETRI],
  pieces: [{ mold: COASTER, count: 2, pattern: null }],
})

/** A bloom of 4 mm with one ring of 60 mm across: 188.5 mm of bead through 3 mm, 1.332 ml. */
const RING: LaterLayer = {
  ...startedLayer('bloomLayer', 'ring'),
  when: 'nextDay',
  amount: { by: 'depth', mm: 4 },
  drawn: {
    colours: request.colours,
    white: { ...CLEAR, dose: 'translucent' },
    rounds: null,
    patterns: {
      coaster: {
        id: 'own',
        name: 'One ring',
        forAreaMm2: 7854,
        marks: [
          {
            id: 'a',
            mark: {
              kind: 'rings',
              zone: { kind: 'piece' },
              marginMm: 20,
              spacingMm: 10,
              most: 1,
              startDeg: 0,
              nextByDeg: 0,
            },
          },
        ],
      },
    },
  },
}

describe('a later layer with marks of its own', () => {
  const ringed = { ...request, layers: [RING] }
  const plan = planBatch(ringed)

  test('is as deep as its bed and the white on it', () => {
    const layer = plan.fills[0]!.layers.find(({ id }) => id === 'ring')!
    expect(layer.depthMm).toBeCloseTo(4 + 1332 / 7854, 2)
    expect(layer.volumeMl).toBeCloseTo(31.42 + 1.332, 1)
    expect(plan.fills[0]!.lipMm).toBeCloseTo(10 - 3 - 4 - 0.17, 2)
  })

  test('is stirred as one mix, bed and bag, of two pieces: 2 x (31.42 + 1.33) ml at the density of the mix', () => {
    const mix = plan.mixes.find(({ id }) => id === 'ring')!
    const density = mix.inMoldsG / (2 * (31.416 + 1.332))
    expect(density).toBeGreaterThan(1.05)
    expect(density).toBeLessThan(1.15)
    const bag = mix.cups.find(({ holds }) => holds === 'white')!
    expect(bag.massG).toBeCloseTo(2 * 1.332 * density + request.loss.bagResidueG, 1)
    expect(plan.mixes.find(({ of }) => of === 'pour')!.cups.map(({ holds }) => holds)).toEqual(['mix'])
  })

  test('is a pour in what is left of the mold, with its own clock and steps', () => {
    const pour = pourOfLayer(ringed, RING, plan.fills)!
    expect(pour.pieces[0]!.mold.depthMm).toBeCloseTo(7, 9)
    const { live } = planSitting(ringed, 'ring').pour!
    const white = live.plan.steps.find(({ step }) => step.does === 'whites')!
    expect(live.plan.fills[0]!.laid.beads).toHaveLength(1)
    expect(white.fromMin).toBeGreaterThan(10)
    expect(live.plan.bloom!.bedDepthMm).toBeCloseTo(4, 9)
    expect(live.bands.steps[white.step.id]).toBeDefined()
  })

  test('takes its inks, its white and its resin off the shelf under its own name', () => {
    const own = needsOf(ringed).filter(({ at }) => at === 'ring')
    expect(own.map(({ of }) => of.kind)).toEqual(expect.arrayContaining(['resinA', 'resinB', 'colour']))
    const drops = planSitting({ ...request, layers: [PETRI] }, 'petri').pour!.live.plan.drops[0]!
    const ink = needsOf({ ...request, layers: [PETRI] }).find(
      ({ name, at }) => name === 'Lagoon' && at === 'petri',
    )!
    const each = drops.inks.find(({ what }) => what === 'Lagoon')!.drops
    expect(ink.amount).toBeCloseTo(2 * each * DROP_ML, 6)
  })

  test('keeps the hands from its stop-stir to its covers', () => {
    const { live } = planSitting(ringed, 'ring').pour!
    const turn = plan.steps.find(({ step }) => step.id === 'ring')!
    const last = live.plan.steps.findLast(({ step }) => step.place === 'pour')!
    expect(turn.handsOnMin).toBeCloseTo(last.endMin, 6)
  })

  test('brings the tools and the cautions of its steps to its own gate', () => {
    const { prep } = planSitting(ringed, 'ring')
    expect(prep.map(({ tool }) => tool)).toEqual(expect.arrayContaining(['bag', 'whiteCup', 'gloves']))
  })

  test('is followed by its own marks: a white that is late by its own clock is past', () => {
    const { live } = planSitting(ringed, 'ring', { done: { stir: 0, rest: 15 } }).pour!
    const decant = live.plan.steps.find(({ step }) => step.does === 'empties')!
    expect(decant.beginMin).toBeGreaterThanOrEqual(15)
  })

  test('an ink more, another hole or another pattern is its own, and no longer the pour’s', () => {
    const pour = pourOfLayer(request, PETRI, planBatch(request).fills)!
    const changed = withPour(PETRI, { ...pour, bedMm: 3, colours: pour.colours.slice(1), rounds: 2 })
    expect(changed.amount).toEqual({ by: 'depth', mm: 3 })
    expect(changed.drawn!.colours.map(({ name }) => name)).toEqual(['Plum', 'Chalk paste'])
    expect(changed.drawn!.rounds).toBe(2)
    expect(request.colours).toHaveLength(3)
  })

  test('a change of its pour that a layer cannot say is none of it', () => {
    const stacked = planBatch(request).fills
    const pour = pourOfLayer(request, PETRI, stacked)!
    const carried = (changes: Partial<BatchRequest>) =>
      carrying(request, PETRI, { pour: { ...pour, ...changes }, stacked })
    expect(carried({ rounds: 1 })!.drawn!.rounds).toBe(1)
    expect(carried({ bedMm: 3 })!.amount).toEqual({ by: 'depth', mm: 3 })
    expect(carried({ pieces: pour.pieces.map((order) => ({ ...order, count: 1 })) })).toBeNull()
    expect(carried({ roomTempC: 19 })).toBeNull()
    expect(carried({ cupStrategy: 'split' })).toBeNull()
  })

  test('what is wrong with it is said of the whole plan, under its name', () => {
    const { findings } = planBatch({
      ...request,
      layers: [{ ...PETRI, drawn: { ...RING.drawn!, rounds: 6, patterns: {} } }],
    })
    const own = findings.filter((finding) => finding.kind === 'inLayer')
    expect(own.map(({ layer, finding }) => [layer.id, finding.kind])).toContainEqual(['petri', 'overloaded'])
    expect(
      planBatch({ ...request, layers: [PETRI] }).findings.filter(({ kind }) => kind === 'inLayer'),
    ).toEqual([])
  })

  test('a pattern goes by the area when its mold is another', () => {
    const [order] = ringed.pieces
    const large = { ...COASTER, id: 'large', outline: { shape: 'circle', acrossMm: 200 } } as const
    const next = laidInto(ringed, order!, large)
    const pattern = next.layers[0]!.drawn!.patterns['large']!
    expect(pattern.forAreaMm2).toBeCloseTo(Math.PI * 100 ** 2, -1)
  })
})

describe('a file with such a layer', () => {
  const read = (layer: Partial<LaterLayer>) =>
    v.safeParse(batchRequestSchema, { ...request, layers: [{ ...RING, ...layer }] })

  test('is read as it was written', () => {
    const told = read({})
    expect(told.success && told.output.layers[0]).toEqual(RING)
  })

  test.each([
    [{ amount: { by: 'rest' } }, 'expected a depth'],
    [{ zone: { place: 'side', frac: 0.5 } }, 'expected no part of it'],
    [{ way: 'plain' }, 'expected nothing of them'],
    [{ cups: [{ id: 'a', name: 'A', portion: { by: 'rest' }, colours: [] }] }, 'expected no cups'],
    [{ when: 'finished' }, 'cannot be laid at'],
  ] as const)('%j is refused, with what would be right', (changes, why) => {
    const told = read(changes as Partial<LaterLayer>)
    expect(told.success).toBe(false)
    expect(JSON.stringify(told.issues)).toContain(why)
  })
})

describe('its turns', () => {
  const events: readonly PourEvent[] = [
    { id: 'a', atMs: 0, kind: 'gatePassed', overruled: [] },
    { id: 'b', atMs: 0, kind: 'stirBegan' },
    { id: 'c', atMs: 0, kind: 'stopStir' },
    { id: 'd', atMs: 60_000, kind: 'gatePassed', overruled: [], layer: 'ring' },
    { id: 'e', atMs: 120_000, kind: 'stirBegan', layer: 'ring' },
    { id: 'f', atMs: 300_000, kind: 'stopStir', layer: 'ring' },
    { id: 'g', atMs: 900_000, kind: 'done', key: 'ring.ink.1' },
  ]
  const pour = readPour(events)
  if (pour.stage !== 'running') throw new Error('it runs')
  const steps = [
    { key: 'ink.1', step: { place: 'pour' } },
    { key: 'cover', step: { place: 'pour' } },
    { key: 'use', step: { place: 'rack' } },
  ] as const

  test('count from its own stop-stir, and its stirring is one of them', () => {
    expect(layerTurns(pour, 'ring')).toEqual({ stir: 0, 'ink.1': 10 })
    expect(layerTurns(pour, 'petri')).toEqual({})
  })

  test('are marked behind its name, the last of them as the layer that is laid by it', () => {
    expect(layerTurnKey('ring', 'ink.1', steps)).toBe('ring.ink.1')
    expect(layerTurnKey('ring', 'cover', steps)).toBe('ring')
  })
})

/**
 * Worked by hand: a plain pour of 3 mm on 78.54 cm2, two days later 2 mm of film on it (15.71 ml) with a figure of 4 ml set into it, and over that a second
 * pour of 3 mm: 23.56 ml without the figure, 19.56 with it.
 */
describe('a thin pour with a figure set into it two days later', () => {
  const film = (changes: Partial<LaterLayer> = {}): LaterLayer => ({
    ...startedLayer('laidInLayer', 'film'),
    when: 'hard',
    amount: { by: 'depth', mm: 2 },
    setIn: { volumeMl: 4 },
    ...changes,
  })
  const OVER: LaterLayer = { ...startedLayer('secondPour', 'over'), amount: { by: 'depth', mm: 3 } }
  const asked = (changes: Partial<LaterLayer> = {}) =>
    bloomRequest({ technique: 'plain', bedMm: 3, layers: [film(changes), OVER] }, 2)
  const deep = (request: BatchRequest) =>
    planBatch(request).fills[0]!.layers.map(({ id, volumeMl }) => [id, volumeMl] as const)

  test('takes its room in what is poured over it, in each piece', () => {
    const [, wet, over] = deep(asked())
    expect(wet).toEqual(['film', expect.closeTo(15.71, 1)])
    expect(over).toEqual(['over', expect.closeTo(19.56, 1)])
    expect(deep(asked({ setIn: null }))[2]).toEqual(['over', expect.closeTo(23.56, 1)])
    const grams = (of: BatchRequest) => planBatch(of).mixes.find(({ id }) => id === 'over')!.inMoldsG
    expect(grams(asked({ setIn: null })) - grams(asked())).toBeGreaterThan(2 * 4)
  })

  test('is a sitting of its own: bubbles, laid in at the string, covered; at its gate stand the figures, no ink', () => {
    const sitting = planSitting(asked(), 'film')
    const { plan } = sitting.pour!.live
    const steps = plan.steps.filter(({ step }) => step.place === 'pour').map(({ step }) => step.id)
    expect(steps).toEqual(expect.arrayContaining(['stir', 'decant', 'bubbles', 'place', 'cover']))
    const laid = plan.steps.filter(({ step }) => step.does === 'lays')
    expect(laid.map(({ pieceNo }) => pieceNo)).toEqual([1, 2])
    expect(laid[0]!.beginMin).toBeGreaterThan(plan.decant.decantMin)
    const tools = sitting.prep.map(({ tool }) => tool)
    expect(tools).toContain('inclusions')
    expect(tools).not.toContain('inks')
    // What covers it is told by its piece, not by its sitting; a figure as large as the layer over it leaves that none.
    expect(planBatch(asked()).findings).toEqual([])
    const large = planBatch(asked({ setIn: { volumeMl: 40 } })).findings
    expect(large).toEqual([{ kind: 'displacesAll', moldName: 'Round coaster', volumeMl: 40 }])
  })

  test('is stored, and refused where it cannot be', () => {
    const read = v.parse(batchRequestSchema, JSON.parse(JSON.stringify(asked())))
    expect(planBatch(read).fills).toEqual(planBatch(asked()).fills)
    const why = (layer: LaterLayer) => {
      const result = v.safeParse(batchRequestSchema, { ...asked(), layers: [layer] })
      return result.success ? null : result.issues[0].message
    }
    expect(why(film({ setIn: { volumeMl: -1 } }))).toMatch(/volume of what is laid in/)
    expect(why({ ...OVER, setIn: { volumeMl: 1 } })).toMatch(/nothing is laid into a layer laid as "plain"/)
    const { colours, white } = asked()
    expect(why({ ...OVER, drawn: { colours, white, rounds: null, patterns: {} } })).toMatch(
      /inks and white go into no layer/,
    )
    const score = [{ kind: 'leftOut', step: 'bubbles' }] as const
    expect(why(film({ score }))).toBeNull()
    expect(why({ ...OVER, score })).toMatch(/is one step, expected nothing written on its order/)
  })
})

/**
 * Worked by hand: on 3 mm of plain resin in two round molds of 100 mm (78.54 cm2) a next pour of 4 mm, 31.42 ml in each, half of it in a cup of sea, a
 * quarter in one of sand, the rest clear; then warm air over it for 20 s on each piece, and 3 drops of ink on the second.
 */
describe('a later pour with steps of its own', () => {
  const tint = (name: string, frac: number): LaterLayer['cups'][number] => ({
    id: name,
    name,
    portion: { by: 'share', frac },
    colours: [
      { colour: { id: name, name, kind: 'paste', hex: '#446688' }, dose: { by: 'share', frac: 0.01 } },
    ],
  })
  const INK = { id: 'i', name: 'inky', kind: 'alcoholInk', hex: '#112233' } as const
  const next = (changes: Partial<LaterLayer> = {}): LaterLayer => ({
    ...startedLayer('steppedLayer', 'next'),
    amount: { by: 'depth', mm: 4 },
    cups: [tint('sea', 0.5), tint('sand', 0.25)],
    ...changes,
  })
  const asked = (changes: Partial<LaterLayer> = {}) =>
    bloomRequest({ technique: 'plain', bedMm: 3, colours: [INK], cups: [], layers: [next(changes)] }, 2)
  const sitting = (changes: Partial<LaterLayer> = {}) => planSitting(asked(changes), 'next').pour!.live.plan
  const warm = {
    kind: 'added',
    id: 'w',
    work: { by: 'warmAir', seconds: 20 },
    pieces: null,
    before: 'cover',
  } as const
  const drops = {
    kind: 'added',
    id: 'd',
    work: { by: 'drops', colour: 'i', drops: 3 },
    pieces: [2],
    before: 'cover',
  } as const

  test('its mix is divided into its cups, tinted before it is poured, each told once', () => {
    const plan = sitting()
    const [mix] = plan.mixes
    const { totalG } = mix!.parts.byWeight
    const named = mix!.cups.map(({ name, massG }) => [name, massG / totalG])
    expect(named).toEqual([
      ['sea', expect.closeTo(0.5, 6)],
      ['sand', expect.closeTo(0.25, 6)],
      [null, expect.closeTo(0.25, 6)],
    ])
    expect(mix!.inMoldsG).toBeCloseTo(2 * 31.42 * 1.1, 0)
    const keys = plan.steps.filter(({ step }) => step.place === 'pour').map(({ key }) => key)
    expect(keys.indexOf('tint')).toBeLessThan(keys.indexOf('decant'))
    expect(keys).toEqual(expect.arrayContaining(['bubbles', 'feather', 'cover']))
    const whole = planBatch(asked())
    const takes = whole.steps.find(({ step }) => step.id === 'next')!.takes
    expect(takes.filter(({ of }) => of === 'portion')).toHaveLength(3)
    const paste = needsOf(asked()).filter(({ of }) => of.kind === 'colour' && of.colourId === 'sea')
    // 1 % of half the mix, paste at 1.3 g/ml, counted once.
    expect(paste.reduce((sum, { amount }) => sum + amount, 0)).toBeCloseTo((0.005 * totalG) / 1.3, 3)
  })

  test('its order can be written on: warm air on each piece, drops on one, and heat after ink stops it', () => {
    const keys = (score: LaterLayer['score']) => sitting({ score }).steps.map(({ key }) => key)
    expect(keys([warm])).toEqual(expect.arrayContaining(['w.1', 'w.2']))
    const dropped = keys([drops])
    expect([dropped.includes('d.1'), dropped.includes('d.2')]).toEqual([false, true])
    const inked = needsOf(asked({ score: [drops] })).find(
      ({ of, at }) => of.kind === 'colour' && of.colourId === 'i' && at === 'next',
    )
    expect(inked!.amount).toBeCloseTo(3 * DROP_ML, 9)
    const stops = (score: LaterLayer['score']) =>
      planBatch(asked({ score })).findings.flatMap((found) =>
        found.kind === 'inLayer' ? [found.finding.kind] : [],
      )
    expect(stops([warm])).toEqual([])
    expect(stops([drops, warm])).toContain('heatOnAlcohol')
  })

  test('what is written on it is kept, taken over, and read again as it was stored', () => {
    const score = [warm]
    const of = asked({ score })
    expect(v.parse(batchRequestSchema, JSON.parse(JSON.stringify(of))).layers).toEqual(of.layers)
    const layer = asked().layers[0]!
    const stacked = planBatch(asked()).fills
    const pour = { ...pourOfLayer(asked(), layer, stacked)!, score }
    expect(carrying(asked(), layer, { pour, stacked })!.score).toEqual(score)
  })

  test('tints that burn are brushed, not warmed, in a later pour too', () => {
    const burning = {
      ...tint('smoke', 0.5),
      colours: [{ colour: INK, dose: { by: 'drops', drops: 4 } }],
    } as const
    const bubbles = (changes: Partial<LaterLayer>) =>
      sitting(changes).steps.find(({ step: { id: stepId } }) => stepId === 'bubbles')!.step.detail
    expect(bubbles({})).toMatch(/low heat/)
    expect(bubbles({ cups: [burning] })).toMatch(/No heat and no flame/)
  })

  test('on a base that is said to be deeper than its mold it is still planned, and the base is what is wrong', () => {
    const { findings, steps } = planBatch({ ...asked(), bedMm: 60 })
    expect(steps.some(({ step }) => step.id === 'next')).toBe(true)
    expect(findings.map(({ kind }) => kind)).toContain('overfilled')
  })

  test('a cup that is a mix of its own is refused there', () => {
    const own = { ...tint('late', 0), portion: { by: 'ownMix', g: 12 } } as const
    const result = v.safeParse(batchRequestSchema, asked({ cups: [own] }))
    expect(result.success ? null : result.issues[0].message).toMatch(/divided from its one mix/)
  })
})
