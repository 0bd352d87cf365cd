import { describe, expect, test } from '@jest/globals'
import { orderProgress, type Order } from './index.ts'

const order: Order = {
  id: 'o',
  name: 'Set of four and a tray',
  dueOn: '2026-12-18',
  lines: [
    { moldId: 'coaster', moldName: 'Round coaster', count: 4 },
    { moldId: 'tray', moldName: 'Flower tray', count: 1 },
  ],
  note: '',
}
const missing = (pieces: Parameters<typeof orderProgress>[1]) =>
  orderProgress(order, pieces).map((line) => line.missing)
const coasters = (...ratings: (number | null)[]) =>
  ratings.map((rating) => ({ moldId: 'coaster', called: [], rating }))

describe('an order', () => {
  test('misses everything before anything is planned', () => {
    expect(missing([])).toEqual([4, 1])
  })

  test('counts what is good and what is under way, not what came out badly', () => {
    expect(orderProgress(order, coasters(5, 3, 2, null))[0]).toMatchObject({
      good: 2,
      underWay: 1,
      missing: 1,
    })
  })

  test('keeps colourways apart: what is asked for in blue is not filled in red, what will do in any is', () => {
    const lines = [
      { moldId: 'coaster', moldName: 'Round coaster', colourway: 'Dusk', count: 2 },
      { moldId: 'coaster', moldName: 'Round coaster', count: 2 },
    ]
    const piece = (called: string) => ({ moldId: 'coaster', called: [called], rating: 5 })
    const progress = orderProgress({ ...order, lines }, ['dusk', 'Dawn', 'Rust'].map(piece))
    expect(progress.map(({ good, missing: left }) => [good, left])).toEqual([
      [1, 1],
      [2, 0],
    ])
    const only = orderProgress({ ...order, lines: lines.slice(0, 1) }, [piece('Dawn')])
    expect(only[0]!.missing).toBe(2)
  })

  test('takes no more of one kind for another', () => {
    expect(missing(coasters(5, 5, 5, 5, 5, 5))).toEqual([0, 1])
  })
})
