import { describe, expect, test } from '@jest/globals'
import { backLayer, begun } from '../../../tests/support/layers.ts'
import {
  leftBeside,
  placeBy,
  withBeside,
  withCopy,
  withMoved,
  withoutLayer,
  withStarted,
} from './layerEdits.ts'

const ids = (layers: readonly { readonly id: string }[] | null) => layers?.map(({ id }) => id)

describe('the layers of a piece', () => {
  const two = begun('secondPour', 'back')

  test('get one more on top, under it all, or between', () => {
    expect(ids(withStarted(two, 'paint', { at: 2 }))).toEqual(['secondPour', 'back', 'paint'])
    expect(ids(withStarted(two, 'paint', { at: 0 }))).toEqual(['paint', 'secondPour', 'back'])
  })

  test('have one that goes up to the lip, and none that does on a finished piece', () => {
    const [lower, upper] = withStarted([two[0]!], 'secondPour', { at: 1 })
    expect([lower!.amount, upper!.amount]).toEqual([{ by: 'rest' }, { by: 'depth', mm: 2 }])
    const [only] = withStarted([], 'secondPour', { at: 0, whens: ['finished'] })
    expect(only).toMatchObject({ when: 'finished', amount: { by: 'depth', mm: 1.5 } })
  })

  test('copy one right on it, under a name and id of its own', () => {
    const back = backLayer()
    const copied = withCopy([back, ...begun('paint')], back)
    expect(ids(copied)).toEqual(['back', 'back2', 'paint'])
    expect(copied[1]).toMatchObject({ name: `${back.name} again`, amount: back.amount })
  })

  test('lie beside each other in what is left of the piece, until nothing is', () => {
    const back = backLayer()
    const halves = withBeside([back], back)!
    expect(halves.map(({ zone, amount }) => [zone!.frac, amount.by])).toEqual([
      [0.5, 'depth'],
      [0.5, 'beside'],
    ])
    expect(leftBeside(halves, 2)).toBe(0)
    expect(withBeside(halves, halves[1]!)).toBeNull()
    const third = { ...back, zone: { place: 'edge', frac: 0.3 } } as const
    expect(withBeside([third], third)![1]!.zone!.frac).toBe(0.7)
    const [coat] = begun('clearCoat')
    expect(withBeside([coat!], coat!)).toBeNull()
  })

  test('beside each other are not parted by one on or under them, and one takes over for the other', () => {
    const back = backLayer()
    const level = [...begun('paint'), ...withBeside([back], back)!]
    const [, leader, other] = level
    for (const each of [leader!, other!])
      expect([placeBy(level, each, 'under'), placeBy(level, each, 'on')]).toEqual([1, 3])
    expect(ids(withCopy(level, leader!))).toEqual(['paint', 'back', 'back2', 'back3'])
    expect(withCopy(level, other!).at(-1)!.amount).toEqual(back.amount)
    expect(withoutLayer(level, leader!)[1]).toMatchObject({ id: 'back2', amount: back.amount })
    expect(ids(withoutLayer(level, other!))).toEqual(['paint', 'back'])
  })

  test('are moved up and down', () => {
    expect(ids(withMoved(two, two[0]!, 1))).toEqual(['back', 'secondPour'])
    expect(ids(withMoved(two, two[1]!, -1))).toEqual(['back', 'secondPour'])
  })
})
