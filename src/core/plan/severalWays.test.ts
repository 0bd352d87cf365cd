import { describe, expect, test } from '@jest/globals'
import { backLayer } from '../../../tests/support/layers.ts'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import {
  moldPortions,
  techniqueOfPour,
  type BatchRequest,
  type LayerCup,
  type PieceOrder,
} from '../batch/index.ts'
import { mixedDensityGPerMl } from '../resin/index.ts'
import { needsOf } from '../shelf/index.ts'
import type { TechniqueId } from '../technique/index.ts'
import { factsOf, faceMoments, faceTask, planBatch, planLive } from './index.ts'
import { AS_PLANNED } from '../timing/index.ts'

const TRAY = { ...COASTER, id: 'tray', name: 'Tray', outline: { shape: 'circle', acrossMm: 150 } } as const
const tray: PieceOrder = { mold: TRAY, count: 1, pattern: null }
const coasters = (technique: TechniqueId): PieceOrder => ({
  mold: COASTER,
  count: 2,
  pattern: null,
  technique,
})
/** A tray laid in one way and two coasters in another, from one mix. */
const two = (other: TechniqueId, changes: Partial<BatchRequest> = {}) =>
  bloomRequest({ pieces: [tray, coasters(other)], layers: [], ...changes })
const keysOf = ({ steps }: ReturnType<typeof planBatch>) =>
  steps.filter(({ step: { place }, pieceNo }) => place === 'pour' && pieceNo !== null).map(({ key }) => key)

describe('a bloom and two petri coasters of one mix', () => {
  const request = two('petri')
  const plan = planBatch(request)

  test('hold, with nothing to say against them', () => expect(plan.findings).toEqual([]))

  test('are stirred once: both beds, the bag and what is lost, worked out by hand', () => {
    const density = mixedDensityGPerMl(request.resin)
    // Circles of 150 and 100 mm, 5 mm under a bloom and 6 mm under a petri; a film in the cup and a rest in the bag, 3 g each.
    const bloomG = (Math.PI * 75 ** 2 * 5 * density) / 1000
    const petriG = (Math.PI * 50 ** 2 * 6 * density) / 1000
    const bagG = plan.fills[0]!.white.volumeMl * density
    const [mix, ...more] = plan.mixes
    expect(more).toEqual([])
    expect(mix!.needG).toBeCloseTo(bloomG + 2 * petriG + bagG + 6, 1)
    // Nothing of a needle's white comes out of the bag.
    expect(mix!.cups.find(({ holds }) => holds === 'white')!.massG).toBeCloseTo(bagG + 3, 6)
    expect(plan.fills.map(({ name }) => name)).toEqual(['Tray', 'Round coaster, Petri'])
  })

  test('each go through their own steps, the first to close first', () => {
    expect(keysOf(plan)).toEqual(['petri-ink.2', 'petri-ink.3', 'ink.1', 'white.1', 'shape.1'])
    expect(plan.steps.filter(({ step }) => step.does === 'empties')).toHaveLength(1)
    const [first] = plan.steps.filter(({ key }) => key === 'petri-ink.2')
    expect(first!.takes).toMatchObject([{ of: 'drops', pieceName: 'Round coaster, Petri', whiteDrops: 22 }])
  })

  test('give the tray the bag and the drops it has by itself', () => {
    const alone = planBatch(bloomRequest({ pieces: [tray], layers: [] }))
    expect(plan.fills[0]).toEqual(alone.fills[0])
    expect(plan.drops[0]).toEqual(alone.drops[0])
    expect(plan.bloom!.bestFromMin).not.toBeNull()
  })

  test('take white drops off the shelf for the needle and for the bag', () => {
    const whiteMl = (asked: BatchRequest) => needsOf(asked).find(({ name }) => name === 'Chalk paste')!.amount
    const alone = whiteMl(bloomRequest({ pieces: [tray], layers: [] }))
    expect(whiteMl(request)).toBeCloseTo(alone + 2 * 22 * 0.02, 9)
  })

  test('have a face each, followed as its way goes', () => {
    const [bloom, petri] = plan.fills.map(({ id }) => id)
    expect(faceTask(request, plan, bloom!)!.becomes).toBe('petals')
    expect(faceTask(request, plan, petri!)!.moves).toMatchObject([
      { move: { kind: 'inksAndWhite', round: 0 } },
    ])
    expect(faceMoments(plan, bloom!).at(1)!.whiteAtMin).toBeGreaterThan(
      faceMoments(plan, petri!).find(({ id }) => id === 'right')!.whiteAtMin,
    )
  })

  test('are told apart by what a run shows of each', () => {
    const done = Object.fromEntries(
      plan.steps.filter(({ step }) => step.place === 'pour').map(({ key, endMin }) => [key, endMin]),
    )
    const pour = {
      ...{ stage: 'running', stopStirAtMs: 0, done, otherwise: AS_PLANNED },
      ...{ readings: [], notes: [], sittings: {} },
    } as never
    const run = { request, plan: planLive(request, { done }).plan, pour, events: [] }
    expect(factsOf(run, 1)).toMatchObject({ technique: 'bloom', white: { atMin: done['white.1'] } })
    expect(factsOf(run, 2)).toMatchObject({ technique: 'petri', white: null })
    expect(factsOf(run, 2).inkLateMin).not.toBeNull()
  })

  test('miss the window of the pieces that come too late for it, and say which', () => {
    const many = two('petri', {
      pieces: [tray, { ...coasters('petri'), count: 8 }],
      cupStrategy: 'rest',
    })
    const missed = planBatch(many).findings.find(({ kind }) => kind === 'windowMissed')
    expect(missed).toMatchObject({
      capacity: { stepTitle: 'Ink drop, white drop on it', pieces: 8, fits: false },
    })
  })
})

describe('a way of its own', () => {
  test('that is the batch\u2019s own changes nothing but how it is called', () => {
    const said = planBatch(bloomRequest({ pieces: [{ ...tray, technique: 'bloom' }] }))
    const unsaid = planBatch(bloomRequest({ pieces: [tray] }))
    expect(said.steps).toEqual(
      unsaid.steps.map(
        (turn) => JSON.parse(JSON.stringify(turn).replaceAll('"Tray"', '"Tray, Bloom"')) as unknown,
      ),
    )
  })

  test('of every piece leads the pour', () => {
    const request = bloomRequest({ pieces: [coasters('petri')] })
    expect(techniqueOfPour(request).id).toBe('petri')
    expect(planBatch(request).decant.kind).toBe('byClock')
  })

  test('poured in a colour of its own: its cups are weighed off the same mix, the bloom stays clear', () => {
    const cup = (id: string, frac: number): LayerCup => ({
      id,
      name: id,
      portion: { by: 'share', frac },
      colours: [
        { colour: { id, name: id, kind: 'paste', hex: '#224466' }, dose: { by: 'dropsPerG', drops: 0.1 } },
      ],
    })
    const request = two('plain', { cups: [cup('plum', 0.6), cup('jade', 0.4)] })
    const plan = planBatch(request)
    const [mix] = plan.mixes
    const plainG = 2 * plan.fills[1]!.layers[0]!.volumeMl * mixedDensityGPerMl(request.resin)
    // Two cups keep a film of 3 g each.
    const dividedG = plainG + 6
    expect(mix!.cups.map(({ holds, name, massG }) => [holds, name, massG])).toEqual([
      ['mix', null, mix!.parts.byWeight.totalG],
      ['part', 'plum', expect.closeTo(0.6 * dividedG, 6)],
      ['part', 'jade', expect.closeTo(0.4 * dividedG, 6)],
      ['white', null, expect.any(Number)],
    ])
    expect(mix!.needG).toBeCloseTo(mix!.inMoldsG + 4 * 3, 6)
    expect(plan.findings).toEqual([])
    const tint = plan.steps.find(({ step }) => step.does === 'tints')!
    expect(tint.endMin).toBeLessThanOrEqual(
      plan.steps.find(({ step }) => step.does === 'empties')!.beginMin + 1e-9,
    )
  })

  test('goes into its molds piece by piece: what all get is what the mix brings them', () => {
    const back = { ...backLayer(), only: ['coaster.petri'] }
    const plan = planBatch(two('petri', { layers: [back] }))
    const portions = moldPortions(plan)
    expect(portions.map(({ pieceNo, name }) => [pieceNo, name])).toEqual([
      [1, 'Tray'],
      [2, 'Round coaster, Petri'],
      [3, 'Round coaster, Petri'],
    ])
    const [mix] = plan.mixes
    const whiteG = plan.fills[0]!.white.volumeMl * mixedDensityGPerMl(mix!.resin)
    expect(portions.reduce((sum, { g }) => sum + g, 0)).toBeCloseTo(mix!.inMoldsG - whiteG, 6)
    expect(moldPortions(plan, back.id).map(({ pieceNo }) => pieceNo)).toEqual([2, 3])
    expect(moldPortions(plan, 'no such layer')).toEqual([])
  })

  test('takes a back on its pieces alone, and the other none', () => {
    const back = { ...backLayer(), only: ['coaster.petri'] }
    const { fills } = planBatch(two('petri', { layers: [back] }))
    expect(fills.map(({ layers }) => layers.some(({ id }) => id === back.id))).toEqual([false, true])
  })
})
