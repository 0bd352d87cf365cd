import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { backLayer } from '../../../tests/support/layers.ts'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import {
  dividedOrder,
  kindId,
  kindName,
  layersOnPieces,
  moldsFilled,
  ofPiece,
  pieceCount,
  withoutOrder,
  type BatchRequest,
  type PieceOrder,
} from '../batch/index.ts'
import { moldPours, needsOf } from '../shelf/index.ts'
import { planBatch } from './plan.ts'
import { remediesFor, remedied } from './remedies.ts'

/** Four coasters of one bloom, two in one ink and two in the other. */
const TWO: readonly PieceOrder[] = [
  { mold: COASTER, count: 2, pattern: null, colourway: { id: 'a', name: 'Sea', inks: ['ink-1'] } },
  { mold: COASTER, count: 2, pattern: null, colourway: { id: 'b', name: 'Berry', inks: ['ink-2'] } },
]
const inTwo = (changes: Partial<BatchRequest> = {}) => bloomRequest({ pieces: TWO, ...changes })

describe('two colourways in one kind of mold', () => {
  test('come from one mix, poured and piped as if they were one', () => {
    const [one, two] = [planBatch(bloomRequest({}, 4)), planBatch(inTwo())]
    expect(two.mixes).toEqual(one.mixes)
    expect(two.steps.map(({ key, beginMin }) => [key, beginMin])).toEqual(
      one.steps.map(({ key, beginMin }) => [key, beginMin]),
    )
  })

  test('take only their own inks: as many drops of one as both have together', () => {
    const { drops, fills, steps } = planBatch(inTwo())
    const [both] = planBatch(bloomRequest({}, 4)).drops
    const all = both!.inks.reduce((sum, { drops: each }) => sum + each, 0)
    expect(drops.map(({ name, inks }) => [name, inks])).toEqual([
      ['Round coaster, Sea', [{ what: 'Lagoon', drops: all }]],
      ['Round coaster, Berry', [{ what: 'Plum', drops: all }]],
    ])
    expect(fills.map(({ id }) => id)).toEqual(['coaster.a', 'coaster.b'])
    const inked = steps.filter(({ step }) => step.does === 'inks')
    expect(
      inked.map(({ takes }) => takes.map((take) => (take.of === 'drops' ? take.inks[0]!.what : take.of))),
    ).toEqual([['Lagoon'], ['Lagoon'], ['Plum'], ['Plum']])
  })

  test('take off the shelf what both kinds take', () => {
    const amountOf = (request: BatchRequest, name: string) =>
      needsOf(request, {}).find((need) => need.name === name)!.amount
    const [drops] = planBatch(inTwo()).drops
    expect(amountOf(inTwo(), 'Lagoon')).toBeCloseTo(2 * drops!.inks[0]!.drops * 0.05, 6)
    expect(amountOf(inTwo(), 'Lagoon')).toBeCloseTo(amountOf(inTwo(), 'Plum'), 6)
  })

  test('inks that never meet on a piece are not judged together', () => {
    const muddy = [
      { id: 'ink-1', name: 'Moss', kind: 'alcoholInk', hex: '#2c6e3f' },
      { id: 'ink-2', name: 'Brick', kind: 'alcoholInk', hex: '#a83232' },
      { id: 'white', name: 'Chalk paste', kind: 'whitePaste', hex: '#f8f6f0' },
    ] as const
    expect(planBatch(bloomRequest({ colours: muddy }, 4)).palette.overlaps).toHaveLength(1)
    expect(planBatch(inTwo({ colours: muddy })).palette.overlaps).toEqual([])
  })

  test('stand in as many molds as there are pieces of both, and fewer are offered where those are short', () => {
    const few = { ...COASTER, count: 3 }
    const request = inTwo({ pieces: TWO.map((order) => ({ ...order, mold: few })) })
    const short = remediesFor(request).find(({ finding }) => finding.kind === 'notEnoughMolds')!
    expect(short.finding).toMatchObject({ moldName: 'Round coaster', wanted: 4, owned: 3 })
    const [fewer] = remedied(request, short.remedies[0]!)
    expect(fewer!.pieces.map((order) => [kindId(order), order.count])).toEqual([
      ['coaster.a', 2],
      ['coaster.b', 1],
    ])
    expect(moldsFilled(TWO)).toEqual([{ mold: COASTER, count: 4, copies: 4 }])
    expect(moldPours({ pieces: TWO })).toEqual({ coaster: 4 })
  })

  test('a mold of two cavities is filled with one piece of each', () => {
    const mold = { ...COASTER, cavities: 2 }
    const one = TWO.map((order) => ({ ...order, mold, count: 1 }))
    expect(moldsFilled(one)[0]!.copies).toBe(1)
  })

  test('a layer can lie on one of them alone, and takes half as much', () => {
    const [all, half] = [null, ['coaster.b']].map((only) =>
      planBatch(inTwo({ layers: [{ ...backLayer(), only }] })).mixes.find(({ of }) => of === 'layer')!,
    )
    expect(half!.inMoldsG).toBeCloseTo(all!.inMoldsG / 2, 6)
  })
})

describe('dividing and taking back', () => {
  test('pieces are divided with what they had, and named apart', () => {
    const request = bloomRequest({}, 5)
    const divided = dividedOrder(request.pieces[0]!, request)
    expect(divided.map((order) => [kindName(order), order.count, order.colourway!.inks])).toEqual([
      ['Round coaster, A', 3, ['ink-1', 'ink-2']],
      ['Round coaster, B', 2, ['ink-1', 'ink-2']],
    ])
    const more = dividedOrder(divided[0], { ...request, pieces: divided })
    expect(more.map(({ colourway, count }) => [colourway!.id, count])).toEqual([
      ['a', 2],
      ['c', 1],
    ])
  })

  test('the last colourway of a mold is none where it has all the inks, and keeps its own where it has some', () => {
    const request = bloomRequest({}, 4)
    const pieces = dividedOrder(request.pieces[0]!, request)
    expect(withoutOrder(pieces[1], { ...request, pieces }).map(kindId)).toEqual(['coaster'])
    const [berry, ...none] = withoutOrder(TWO[0]!, inTwo())
    expect(none).toEqual([])
    expect(berry).toEqual(TWO[1])
  })

  test('a layer on some pieces follows them into their colourways and out again', () => {
    const tray = { mold: { ...COASTER, id: 'tray' }, count: 1, pattern: null }
    const whole = { mold: COASTER, count: 4, pattern: null }
    const onCoasters = [{ ...backLayer(), only: ['coaster'] }]
    const divided = layersOnPieces(onCoasters, [...TWO, tray])
    expect(divided[0]!.only).toEqual(['coaster.a', 'coaster.b'])
    expect(layersOnPieces(divided, [whole, tray])[0]!.only).toEqual(['coaster'])
    expect(layersOnPieces(onCoasters, [whole])[0]!.only).toBeNull()
    expect(layersOnPieces(onCoasters, [tray])[0]!.only).toEqual(['coaster'])
  })

  test('every piece has an order, and only its own', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 6 }), (counts) => {
        const orders = counts.map((count, no) => ({ count, no }))
        const of = Array.from(
          { length: pieceCount({ pieces: orders }) },
          (_, k) => ofPiece(orders, k + 1)!.no,
        )
        expect(counts.map((_, no) => of.filter((each) => each === no).length)).toEqual(counts)
        expect(ofPiece(orders, of.length + 1)).toBeUndefined()
      }),
    )
  })
})
