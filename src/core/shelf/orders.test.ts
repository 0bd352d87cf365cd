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
const coasters = (...ratings: (number | null)[]) => ratings.map((rating) => ({ moldId: 'coaster', rating }))

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

  test('takes no more of one kind for another', () => {
    expect(missing(coasters(5, 5, 5, 5, 5, 5))).toEqual([0, 1])
  })
})
