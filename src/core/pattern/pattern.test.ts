import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { isInside, openAreaMm2, polygonOf, type Outline, type Point } from '../mold/index.ts'
import { beadLengthMm, holeOfBeadMm, LAID_WIDTH_PER_HOLE } from './beads.ts'
import { inkOfDrop, layPattern } from './lay.ts'
import { mirroredPattern } from './group.ts'
import { newMark } from './newMark.ts'
import {
  FROM_THE_RIGHT,
  usualBloom,
  usualPetri,
  WHOLE,
  type Mark,
  type MarkKind,
  type Pattern,
} from './pattern.ts'
import { movedTo, placeOf, scaledPattern, withWiderBeads } from './scale.ts'

const ROUND: Outline = { shape: 'circle', acrossMm: 100 }
const HEART: Outline = { shape: 'heart', widthMm: 120 }
const RING_DISH: Outline = {
  shape: 'drawn',
  points: polygonOf(ROUND, 120),
  islands: [polygonOf({ shape: 'circle', acrossMm: 24 }, 60)],
}
const patternOf = (...marks: readonly Mark[]): Pattern => ({
  id: 'p',
  name: 'P',
  forAreaMm2: 7854,
  marks: marks.map((mark, k) => ({ id: `m${k}`, mark })),
})
const laid = (mark: Mark, outline: Outline = ROUND) => layPattern(patternOf(mark), outline)
const beadMm = (mark: Mark, outline: Outline = ROUND) =>
  laid(mark, outline).beads.reduce((sum, bead) => sum + beadLengthMm(bead), 0)
const far = ({ x, y }: Point) => Math.hypot(x, y)
const scatter = (count: number, changes = {}): Mark => ({
  kind: 'drops',
  inkNo: null,
  layout: { kind: 'scatter', zone: WHOLE, fromWallMm: 5, count, seed: 7, ...changes },
})

describe('beads', () => {
  test('a spiral in a circle is as long as the area it winds over divided by its spacing (Archimedean spiral)', () => {
    const spiral = { kind: 'spiral', zone: WHOLE, marginMm: 7, spacingMm: 6 } as const
    const [bead] = laid(spiral).beads
    const [from, to] = [43, far(bead!.line.at(-1)!)]
    expect(beadMm(spiral) / ((Math.PI * (from ** 2 - to ** 2)) / 6)).toBeCloseTo(1, 1)
    expect(bead!.closed).toBe(false)
    expect(far(bead!.line[0]!)).toBeCloseTo(43, 1)
  })

  test('parallel lines are as long as the area they fill divided by their spacing, whichever way they run', () => {
    for (const angleDeg of [0, 30, 90]) {
      const lines = { kind: 'lines', zone: WHOLE, marginMm: 5, spacingMm: 5, angleDeg } as const
      expect(beadMm(lines) / ((Math.PI * 45 ** 2) / 5)).toBeCloseTo(1, 1)
    }
  })

  test('lines are cut by an island and its margin', () => {
    const lines = { kind: 'lines', zone: WHOLE, marginMm: 5, spacingMm: 90, angleDeg: 0 } as const
    const { beads } = laid(lines, RING_DISH)
    expect(beads).toHaveLength(2)
    for (const { line } of beads) for (const point of line) expect(far(point)).toBeGreaterThan(16.5)
  })

  test('at most so many rings are piped, from the rim inwards', () => {
    const rings = (most: number | null) =>
      ({
        kind: 'rings',
        zone: WHOLE,
        marginMm: 7,
        spacingMm: 10,
        most,
        ...FROM_THE_RIGHT,
      }) as const
    expect(laid(rings(null)).beads).toHaveLength(4)
    expect(laid(rings(2)).beads.map(({ line }) => Math.round(far(line[0]!)))).toEqual([43, 33])
  })

  test('a bead half as high as wide holds what came through its hole', () => {
    const hole = holeOfBeadMm(4.5)
    expect(hole).toBeCloseTo(3)
    const [width, height] = [LAID_WIDTH_PER_HOLE * hole, (LAID_WIDTH_PER_HOLE * hole) / 2]
    // Area under a parabola against the thread's round section.
    expect(((2 / 3) * width * height) / (Math.PI * (hole / 2) ** 2)).toBeCloseTo(1, 1)
  })

  test('rings begin where they are told to, each next one further round', () => {
    const { beads } = laid({
      kind: 'rings',
      zone: WHOLE,
      marginMm: 7,
      spacingMm: 10,
      most: null,
      startDeg: 30,
      nextByDeg: 75,
    })
    const begun = beads.map(({ line }) => (Math.atan2(line[0]!.y, line[0]!.x) * 180) / Math.PI)
    const asked = [30, 105, 180, 255 - 360]
    begun.forEach((degrees, k) => expect(Math.abs(((degrees - asked[k]! + 540) % 360) - 180)).toBeLessThan(4))
  })

  test('in a disc they keep to the disc, cut by the wall it crosses', () => {
    const zone = { kind: 'disc', at: { x: 30, y: 0 }, acrossMm: 60 } as const
    const { beads } = laid({ kind: 'rings', zone, marginMm: 4, spacingMm: 8, most: null, ...FROM_THE_RIGHT })
    expect(beads.length).toBeGreaterThan(1)
    for (const { line } of beads)
      for (const { x, y } of line) {
        expect(Math.hypot(x - 30, y)).toBeLessThan(26.1)
        expect(Math.hypot(x, y)).toBeLessThan(46.1)
      }
  })
})

describe('drops', () => {
  test('in a ring lie evenly, as far from the wall as asked', () => {
    const { drops } = laid({ kind: 'drops', inkNo: 1, layout: { kind: 'ring', fromWallMm: 10, count: 12 } })
    expect(drops).toHaveLength(12)
    const gaps = drops.map(({ at }, k) => {
      const next = drops[(k + 1) % 12]!.at
      return Math.hypot(next.x - at.x, next.y - at.y)
    })
    for (const gap of gaps) expect(gap).toBeCloseTo(2 * 40 * Math.sin(Math.PI / 12), 0)
    for (const { at } of drops) expect(far(at)).toBeCloseTo(40, 1)
  })

  test('in a ring go round the whole floor, not round an island in it', () => {
    const ring = { kind: 'ring', fromWallMm: 10, count: 8 } as const
    for (const { at } of laid({ kind: 'drops', inkNo: 0, layout: ring }, RING_DISH).drops)
      expect(far(at)).toBeCloseTo(40, 1)
  })

  test('scattered leave the margin bare and keep clear of islands, in every outline', () => {
    const room = polygonOf(HEART)
    for (const { at } of laid(scatter(40), HEART).drops) expect(isInside([room], at)).toBe(true)
    for (const { at } of laid(scatter(40, { fromWallMm: 12 }), RING_DISH).drops) {
      expect(far(at)).toBeLessThan(38.1)
      expect(far(at)).toBeGreaterThan(23.9)
    }
  })

  test('go in turn through the inks and on by one a round, or stay with their own', () => {
    const [first, second] = laid(scatter(2)).drops
    const inks = 3
    expect([0, 1].map((round) => inkOfDrop(first!, { round, inks }))).toEqual([0, 1])
    expect([0, 2].map((round) => inkOfDrop(second!, { round, inks }))).toEqual([1, 0])
    const own = laid({ kind: 'drops', inkNo: 4, layout: { kind: 'single', at: { x: 0, y: 0 } } }).drops[0]!
    expect([0, 1, 2].map((round) => inkOfDrop(own, { round, inks }))).toEqual([1, 1, 1])
    expect(inkOfDrop(own, { round: 0, inks: 0 })).toBeNull()
  })

  test('outside the mold, or on an island, fall nowhere, and that is told', () => {
    const single = (x: number): Mark => ({
      kind: 'drops',
      inkNo: 0,
      layout: { kind: 'single', at: { x, y: 0 } },
    })
    const all = layPattern(patternOf(single(80), single(0), single(30)), RING_DISH)
    expect(all.drops.map(({ at }) => at.x)).toEqual([30])
    expect(all.nowhere).toEqual(['m0', 'm1'])
  })
})

describe('strokes', () => {
  const petals = (drag: 'inwards' | 'outwards' | 'both'): Mark => ({
    kind: 'petals',
    zone: WHOLE,
    count: 6,
    drag,
    turnDeg: 0,
    fromRimMm: 4,
  })
  const outwards = ({ line }: { readonly line: readonly Point[] }) => far(line.at(-1)!) > far(line[0]!)
  const drags = (mark: Mark, outline: Outline = ROUND) =>
    laid(mark, outline).strokes.flatMap((stroke) => (stroke.kind === 'drag' ? [stroke] : []))

  test('run between rim and centre, one way or the other, or both in turn with twice as many', () => {
    expect(drags(petals('inwards')).map(outwards)).toEqual(Array.from({ length: 6 }, () => false))
    expect(drags(petals('outwards')).map(outwards)).toEqual(Array.from({ length: 6 }, () => true))
    const both = drags(petals('both'))
    expect(both.map(outwards)).toEqual(Array.from({ length: 12 }, (_, k) => k >= 6))
    for (const { line } of both) expect(Math.max(...line.map(far))).toBeCloseTo(46, 1)
  })

  test('reach the wall of a heart where the heart has it', () => {
    const room = polygonOf(HEART)
    for (const { line } of drags(petals('both'), HEART))
      for (const point of line) expect(isInside([room], point)).toBe(true)
  })

  test('across go this way and that way in turn', () => {
    const across = drags({ kind: 'across', zone: WHOLE, spacingMm: 12, angleDeg: 90, fromRimMm: 4 })
    expect(across.length).toBeGreaterThan(5)
    across.forEach(({ line }, k) => expect(Math.sign(line.at(-1)!.y - line[0]!.y)).toBe(k % 2 === 0 ? 1 : -1))
  })
})

describe('what is strewn', () => {
  test('covers a band along the wall, a disc, or all but the islands', () => {
    const area = (mark: Extract<Mark, { kind: 'sprinkle' }>['area'], outline: Outline = ROUND) =>
      laid({ kind: 'sprinkle', what: 'glitter', area: mark }, outline).sprinkles[0]!.areaMm2
    expect(area({ kind: 'rim', widthMm: 10 }) / (Math.PI * (50 ** 2 - 40 ** 2))).toBeCloseTo(1, 2)
    expect(area({ kind: 'disc', at: { x: 5, y: 0 }, acrossMm: 20 }) / (Math.PI * 100)).toBeCloseTo(1, 2)
    expect(
      area({ kind: 'disc', at: { x: 0, y: 0 }, acrossMm: 60 }, RING_DISH) / (Math.PI * (30 ** 2 - 12 ** 2)),
    ).toBeCloseTo(1, 2)
    expect(area({ kind: 'piece' }, RING_DISH) / openAreaMm2(RING_DISH)).toBeCloseTo(1, 2)
  })
})

describe('a pattern for another mold', () => {
  const bloom = usualBloom({
    forAreaMm2: 7854,
    widestMm: 50,
    inkDrops: 28,
    marginMm: 7,
    spacingMm: 10,
    petals: 8,
  })

  test('counts over the floor grow with the area, along the rim with its root; what the resin decides stays', () => {
    const { pattern, changes } = scaledPattern(bloom, 4 * 7854)
    const [drops, rings, petals, swirl] = pattern.marks.map(({ mark }) => mark)
    expect(drops).toMatchObject({ layout: { count: 112, fromWallMm: 5 } })
    expect(rings).toEqual(bloom.marks[1]!.mark)
    expect(petals).toMatchObject({ count: 16, fromRimMm: 4 })
    expect(swirl).toMatchObject({ reachMm: 20 })
    expect(changes.map(({ what, from, to }) => [what, from, to])).toEqual([
      ['drops', 28, 112],
      ['petals', 8, 16],
      ['size', 10, 20],
    ])
  })

  test('of the same area is the same pattern, and one of no area is refused', () => {
    expect(scaledPattern(bloom, 7854)).toEqual({ pattern: bloom, changes: [] })
    expect(() => scaledPattern(bloom, 0)).toThrow(/toAreaMm2/)
    expect(
      scaledPattern(usualPetri({ forAreaMm2: 7854, drops: 22, swirledMm: null }), 1).pattern.marks[0]!.mark,
    ).toMatchObject({
      layout: { count: 1 },
    })
  })

  test('there and back again keeps every place within a tenth of a millimetre or two', () => {
    const swirl = { kind: 'swirl', at: { x: 20, y: -8 }, reachMm: 12 } as const
    fc.assert(
      fc.property(fc.double({ min: 4000, max: 90_000, noNaN: true }), (area) => {
        const there = scaledPattern(patternOf(swirl), area).pattern
        const back = scaledPattern(there, 7854).pattern.marks[0]!.mark
        expect(Math.abs(placeOf(back)!.x - 20)).toBeLessThan(0.3)
        expect(Math.abs(placeOf(back)!.y + 8)).toBeLessThan(0.3)
      }),
      { seed: 1, numRuns: 60 },
    )
  })
})

describe('changing a pattern', () => {
  const KINDS: readonly MarkKind[] = [
    'drops',
    'rings',
    'spiral',
    'lines',
    'petals',
    'across',
    'swirl',
    'sprinkle',
  ]
  const marks = KINDS.map((kind) => newMark(kind, { acrossMm: 100, marginMm: 7, spacingMm: 10, petals: 8 }))

  test('every new mark lays something', () => {
    for (const mark of marks) expect(laid(mark).nowhere).toEqual([])
  })

  test('mirrored twice it is what it was, and once it lies on the other side', () => {
    const zone = { kind: 'disc', at: { x: 20, y: 6 }, acrossMm: 40 } as const
    const own = patternOf(...marks, {
      kind: 'petals',
      zone,
      count: 5,
      drag: 'both',
      turnDeg: 20,
      fromRimMm: 3,
    })
    expect(mirroredPattern(mirroredPattern(own))).toEqual(own)
    const [right] = laid(own.marks.at(-1)!.mark).strokes
    const left = laid(mirroredPattern(own).marks.at(-1)!.mark).strokes
    expect(
      right!.kind === 'drag' &&
        left.some((each) => each.kind === 'drag' && Math.abs(each.line[0]!.x + right!.line[0]!.x) < 0.2),
    ).toBe(true)
  })

  test('only marks that have a place can be moved', () => {
    expect(movedTo(marks[6]!, { x: 9, y: 9 })).toMatchObject({ at: { x: 9, y: 9 } })
    expect(movedTo(marks[1]!, { x: 9, y: 9 })).toBe(marks[1])
  })

  test('wider beads leave the tool alone', () => {
    const wider = withWiderBeads(patternOf(...marks), 3).marks.map(({ mark }) =>
      'spacingMm' in mark ? mark.spacingMm : null,
    )
    expect(wider).toEqual([null, 13, 13, 13, null, 20, null, null])
  })

  test('asked for twice is the same laying', () => {
    expect(layPattern(patternOf(marks[1]!), ROUND)).toBe(layPattern(patternOf(marks[1]!), { ...ROUND }))
  })
})

test('a second handful of drops lies on places of its own', () => {
  const room = { acrossMm: 100, marginMm: 7, spacingMm: 10, petals: 8 }
  const placesOf = (behind: number) =>
    layPattern(
      { marks: [{ id: 'm', mark: newMark('drops', room, behind) }] },
      {
        shape: 'circle',
        acrossMm: 100,
      },
    ).drops.map(({ at }) => `${at.x.toFixed(1)} ${at.y.toFixed(1)}`)
  const [first, second] = [placesOf(0), placesOf(1)]
  expect(second).toHaveLength(first.length)
  expect(second.filter((place) => first.includes(place))).toEqual([])
})

test('the usual drops of a piece with a raised edge leave that clear', () => {
  const { marks } = usualPetri({ forAreaMm2: 7854, drops: 30, swirledMm: null, edgeMm: 9 })
  const { drops } = layPattern({ marks }, { shape: 'circle', acrossMm: 100 })
  expect(drops).toHaveLength(30)
  for (const { at } of drops) expect(Math.hypot(at.x, at.y)).toBeLessThan(41)
})
