import { describe, expect, test } from '@jest/globals'
import type { Outline } from '../mold/index.ts'
import {
  carried,
  entriesOf,
  freeGroup,
  middleOf,
  togetherWith,
  withCopied,
  withGroup,
  type Carry,
} from './group.ts'
import { beadLengthMm } from './beads.ts'
import { layPattern } from './lay.ts'
import { newFlower, newMark } from './newMark.ts'
import type { PatternMark } from './pattern.ts'
import { placeOf } from './scale.ts'

const TRAY: Outline = { shape: 'rectangle', widthMm: 300, heightMm: 160, cornerMm: 10 }
const ROOM = { acrossMm: 160, marginMm: 7, spacingMm: 9, petals: 6 }
const FLOWER: readonly PatternMark[] = newFlower(ROOM).map((mark, k) => ({
  id: `m${k + 1}`,
  mark,
  group: 'g1',
}))
const IDS = FLOWER.map(({ id }) => id)
const lay = (marks: readonly PatternMark[]) => layPattern({ marks }, TRAY)
const beadMm = (marks: readonly PatternMark[]) =>
  lay(marks).beads.reduce((sum, bead) => sum + beadLengthMm(bead), 0)
const places = (marks: readonly PatternMark[]) => marks.flatMap(({ mark }) => placeOf(mark) ?? [])

describe('a whole flower', () => {
  test('is one thing in the list, and copied it is two', () => {
    const { marks, firstId } = withCopied(FLOWER, IDS, { byMm: 80 })
    expect(entriesOf(marks).map(({ group, marks: own }) => [group, own.length])).toEqual([
      ['g1', 4],
      ['g2', 4],
    ])
    expect(togetherWith(marks, firstId!).every(({ group }) => group === 'g2')).toBe(true)
    expect(new Set(marks.map(({ id }) => id)).size).toBe(8)
    expect(middleOf(togetherWith(marks, firstId!))).toEqual({ x: 80, y: 0 })
    expect(beadMm(marks)).toBeCloseTo(2 * beadMm(FLOWER), 0)
  })

  test('copied beside marks that rest, it takes no name of theirs', () => {
    const resting: readonly PatternMark[] = [{ id: 'm5', mark: newMark('spiral', ROOM), group: 'g2' }]
    const { marks } = withCopied(FLOWER, IDS, { byMm: 80, resting })
    expect(marks.slice(4).map(({ id }) => id)).not.toContain('m5')
    expect(marks.at(-1)!.group).toBe('g3')
  })

  test('moved, everything of it moves, and nothing else does', () => {
    const { marks } = withCopied(FLOWER, IDS, { byMm: 80 })
    const moved = carried(marks, IDS, { by: 'move', to: { x: -60, y: 20 } })
    expect(places(moved.slice(0, 4))).toEqual(Array(4).fill({ x: -60, y: 20 }))
    expect(moved.slice(4)).toEqual(marks.slice(4))
    expect(beadMm(moved)).toBeCloseTo(beadMm(marks), 0)
  })

  test('larger by half, its places and drops grow, its spacing stays', () => {
    const off = carried(FLOWER, IDS, { by: 'move', to: { x: 50, y: 10 } })
    const [drops, rings, petals, swirl] = carried(off, IDS, { by: 'size', factor: 1.5 }).map(
      ({ mark }) => mark,
    )
    expect(rings).toMatchObject({ spacingMm: 9, zone: { acrossMm: 108, at: { x: 50, y: 10 } } })
    expect(drops).toMatchObject({ layout: { count: Math.round(18 * 2.25) } })
    expect(petals).toMatchObject({ count: 9 })
    expect(swirl).toMatchObject({ reachMm: 10.5, at: { x: 50, y: 10 } })
  })
})

describe('marks apart, carried as one', () => {
  const at = (x: number, y: number) => ({ x, y })
  const pair: readonly PatternMark[] = [
    { id: 'a', group: 'g1', mark: { kind: 'swirl', at: at(10, 0), reachMm: 5 } },
    { id: 'b', group: 'g1', mark: { kind: 'swirl', at: at(30, 0), reachMm: 5 } },
    { id: 'c', mark: { kind: 'swirl', at: at(-9, -9), reachMm: 5 } },
  ]
  const after = (how: Carry) => places(carried(pair, ['a', 'b'], how))

  test.each<[Carry, readonly (readonly [number, number])[]]>([
    [
      { by: 'move', to: at(0, 5) },
      [
        [-10, 5],
        [10, 5],
        [-9, -9],
      ],
    ],
    [
      { by: 'turn', degrees: 90 },
      [
        [20, -10],
        [20, 10],
        [-9, -9],
      ],
    ],
    [
      { by: 'mirror' },
      [
        [30, 0],
        [10, 0],
        [-9, -9],
      ],
    ],
    [
      { by: 'size', factor: 2 },
      [
        [0, 0],
        [40, 0],
        [-9, -9],
      ],
    ],
  ])('%j', (how, expected) => {
    expect(after(how)).toEqual(expected.map(([x, y]) => ({ x, y })))
  })

  test('turned or mirrored, lines, petals and the starts of rings go along', () => {
    const marks = (['lines', 'petals', 'rings'] as const).map((kind, k) => ({
      id: `m${k}`,
      mark: newMark(kind, ROOM),
      group: 'g1',
    }))
    const all = marks.map(({ id }) => id)
    const [lines, petals, rings] = carried(marks, all, { by: 'turn', degrees: 200 }).map(({ mark }) => mark)
    expect(lines).toMatchObject({ angleDeg: 20 })
    expect(petals).toMatchObject({ turnDeg: 200 })
    expect(rings).toMatchObject({ startDeg: 200 })
    const back = carried(carried(marks, all, { by: 'mirror' }), all, { by: 'mirror' })
    expect(back).toEqual(marks)
  })

  test('one that follows the wall goes into the disc of the group it joins, and comes out by itself', () => {
    const rings = { id: 'w', mark: newMark('rings', ROOM) }
    const joined = withGroup([...FLOWER, rings], 'w', 'g1').at(-1)!
    expect(joined).toMatchObject({ group: 'g1', mark: { zone: { kind: 'disc', acrossMm: 72 } } })
    const parted = withGroup([...FLOWER, joined], 'w', null).at(-1)!
    expect('group' in parted).toBe(false)
    expect(freeGroup([...FLOWER, joined])).toBe('g2')
  })
})
