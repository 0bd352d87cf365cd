import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../../tests/support/request.ts'
import type { Order } from '#core/shelf/index.ts'
import type { Brief } from '#data/brief.ts'
import { draftFor, openedAgain } from './firstDraft.ts'

const usual = bloomRequest({ name: 'As usual' }, 2)
const stock = { resins: [usual.resin], molds: [COASTER], colours: [] }
const order: Order = {
  id: 'o',
  name: 'Four for the shop',
  dueOn: '2026-12-18',
  lines: [{ moldId: COASTER.id, moldName: COASTER.name, count: 4 }],
  note: '',
}
const made = (ratings: readonly (number | null)[], stage = 'running') =>
  ({
    orderId: 'o',
    stage,
    pieces: ratings.map((rating) => ({
      moldId: COASTER.id,
      moldName: COASTER.name,
      outcome: rating === null ? null : { rating },
    })),
  }) as unknown as Brief

describe('the first draft', () => {
  test('of a repeat is another batch, at no hour yet and promised to nobody', () => {
    const old = { ...usual, startAt: '2026-11-01T18:00:00Z', promisedOn: '2026-11-20' }
    expect(openedAgain(old, true)).toEqual({
      ...old,
      name: 'As usual again',
      startAt: null,
      promisedOn: null,
    })
    expect(openedAgain({ ...old, name: 'As usual again' }, true).name).toBe('As usual again')
    expect(openedAgain(old, false)).toBe(old)
  })

  test('for an order holds what is missing and its day; given up batches do not count', () => {
    const runs = [made([5, 1]), made([null], 'planned'), made([5, 5, 5], 'abandoned')]
    const draft = draftFor(order, { usual, stock, made: runs })
    expect(draft).toMatchObject({ name: 'Four for the shop', promisedOn: '2026-12-18' })
    expect(draft.pieces).toEqual([{ mold: COASTER, count: 2, pattern: null }])
  })

  test('for an order of two colourways has both, each under its name', () => {
    const line = { moldId: COASTER.id, moldName: COASTER.name, count: 2 }
    const lines = [
      { ...line, colourway: 'Dusk' },
      { ...line, colourway: 'Dawn' },
    ]
    const { pieces } = draftFor({ ...order, lines }, { usual, stock, made: [] })
    expect(pieces.map(({ count, colourway }) => [count, colourway!.name])).toEqual([
      [2, 'Dusk'],
      [2, 'Dawn'],
    ])
  })

  test('for an order that misses nothing is the usual one', () => {
    expect(draftFor(order, { usual, stock, made: [made([5, 5, 4, 3])] }).pieces).toEqual(usual.pieces)
  })
})
