import type { Point } from '../mold/index.ts'
import type { Mark, Pattern, PatternMark } from './pattern.ts'
import { movedTo, placeOf, scaledMark, withZone, zoneOf } from './scale.ts'

/** What is listed as one: marks of a group, or a mark by itself. */
export interface Entry {
  /** Null for a mark by itself. */
  readonly group: string | null
  readonly marks: readonly PatternMark[]
}

/** The marks in their order, those of a group together where its first stands. */
export function entriesOf(marks: readonly PatternMark[]): readonly Entry[] {
  const seen = new Set<string>()
  return marks.flatMap((each): Entry[] => {
    const { group } = each
    if (group === undefined) return [{ group: null, marks: [each] }]
    if (seen.has(group)) return []
    seen.add(group)
    return [{ group, marks: marks.filter((other) => other.group === group) }]
  })
}

/** Everything that is moved with that mark, itself too. */
export function togetherWith(marks: readonly PatternMark[], id: string): readonly PatternMark[] {
  const mark = marks.find((each) => each.id === id)
  if (!mark) return []
  return mark.group === undefined ? [mark] : marks.filter(({ group }) => group === mark.group)
}

/** The middle of what has a place; null where everything follows the outline. */
export function middleOf(marks: readonly PatternMark[]): Point | null {
  const places = marks.flatMap(({ mark }) => placeOf(mark) ?? [])
  if (places.length === 0) return null
  const mean = (pick: (at: Point) => number) =>
    tenth(places.reduce((sum, at) => sum + pick(at), 0) / places.length)
  return { x: mean(({ x }) => x), y: mean(({ y }) => y) }
}

/** What a group can be made to do as one. */
export type Carry =
  | { readonly by: 'move'; readonly to: Point }
  | { readonly by: 'turn'; readonly degrees: number }
  | { readonly by: 'mirror' }
  /** Lengths by that factor; what the resin decides, spacing and margins, stays. */
  | { readonly by: 'size'; readonly factor: number }

/**
 * Those marks moved, turned, mirrored or sized about the middle they share; what follows the outline stays where the wall has it. Scattered drops fall
 * as they fell, and a spiral winds as it wound.
 */
export function carried(
  marks: readonly PatternMark[],
  ids: readonly string[],
  how: Carry,
): readonly PatternMark[] {
  const middle = middleOf(marks.filter(({ id }) => ids.includes(id))) ?? { x: 0, y: 0 }
  return marks.map((each) =>
    ids.includes(each.id) ? { ...each, mark: carriedMark(each.mark, how, middle) } : each,
  )
}

function carriedMark(mark: Mark, how: Carry, middle: Point): Mark {
  switch (how.by) {
    case 'move':
      return replaced(mark, (at) => ({ x: at.x + how.to.x - middle.x, y: at.y + how.to.y - middle.y }))
    case 'turn':
      return turned(mark, how.degrees, middle)
    case 'mirror':
      return mirroredMark(mark, middle.x)
    case 'size': {
      const fromMiddle = replaced(mark, (at) => ({ x: at.x - middle.x, y: at.y - middle.y }))
      const sized = scaledMark(fromMiddle, how.factor ** 2)
      return replaced(sized, (at) => ({ x: at.x + middle.x, y: at.y + middle.y }))
    }
    default:
      return how satisfies never
  }
}

function replaced(mark: Mark, to: (at: Point) => Point): Mark {
  const at = placeOf(mark)
  if (!at) return mark
  const { x, y } = to(at)
  return movedTo(mark, { x: tenth(x), y: tenth(y) })
}

function turned(mark: Mark, degrees: number, about: Point): Mark {
  const angle = (degrees * Math.PI) / 180
  const moved = replaced(mark, ({ x, y }) => ({
    x: about.x + (x - about.x) * Math.cos(angle) - (y - about.y) * Math.sin(angle),
    y: about.y + (x - about.x) * Math.sin(angle) + (y - about.y) * Math.cos(angle),
  }))
  if (moved.kind === 'lines' || moved.kind === 'across')
    return { ...moved, angleDeg: wrapped(moved.angleDeg + degrees, 180) }
  if (moved.kind === 'petals') return { ...moved, turnDeg: wrapped(moved.turnDeg + degrees, 360) }
  if (moved.kind === 'rings') return { ...moved, startDeg: wrapped(moved.startDeg + degrees, 360) }
  return moved
}

/**
 * The pattern as a mirror has it: the face shows a mold's pattern so, and some hands draw it so. Scattered drops fall as they fell, and a spiral winds as it
 * wound.
 */
export function mirroredPattern(pattern: Pattern): Pattern {
  return { ...pattern, marks: pattern.marks.map((each) => ({ ...each, mark: mirroredMark(each.mark, 0) })) }
}

function mirroredMark(mark: Mark, aboutX: number): Mark {
  const moved = replaced(mark, ({ x, y }) => ({ x: 2 * aboutX - x || 0, y }))
  if (moved.kind === 'lines' || moved.kind === 'across')
    return { ...moved, angleDeg: wrapped(180 - moved.angleDeg, 180) }
  if (moved.kind === 'petals') return { ...moved, turnDeg: wrapped(180 - moved.turnDeg, 360) }
  if (moved.kind === 'rings')
    return { ...moved, startDeg: wrapped(180 - moved.startDeg, 360), nextByDeg: -moved.nextByDeg || 0 }
  return moved
}

function wrapped(degrees: number, round: number): number {
  return ((degrees % round) + round) % round
}

/** The marks with a copy of those, a group of its own where they are several, so far to the right; and the first of the copies. Ids and groups of marks that rest beside these are not taken again. */
export function withCopied(
  marks: readonly PatternMark[],
  ids: readonly string[],
  { byMm, resting = [] }: { readonly byMm: number; readonly resting?: readonly PatternMark[] },
): { readonly marks: readonly PatternMark[]; readonly firstId: string | null } {
  const own = marks.filter(({ id }) => ids.includes(id))
  const taken = [...marks, ...resting]
  const group = own.length > 1 ? freeGroup(taken) : undefined
  const copies = own.reduce<readonly PatternMark[]>((all, { mark }) => {
    const moved = replaced(mark, ({ x, y }) => ({ x: x + byMm, y }))
    const one = { id: freeId([...taken, ...all]), mark: scatteredAnew(moved) }
    return [...all, group === undefined ? one : { ...one, group }]
  }, [])
  const last = marks.findLastIndex(({ id }) => ids.includes(id))
  return {
    marks: [...marks.slice(0, last + 1), ...copies, ...marks.slice(last + 1)],
    firstId: copies[0]?.id ?? null,
  }
}

/** Two flowers with drops at the same places look stamped. */
function scatteredAnew(mark: Mark): Mark {
  if (mark.kind !== 'drops' || mark.layout.kind !== 'scatter') return mark
  return { ...mark, layout: { ...mark.layout, seed: (mark.layout.seed + 1) % 1000 } }
}

/** The mark in that group, or by itself; in a disc where the others of the group are in one and it was all over the piece, so that it can go with them. */
export function withGroup(
  marks: readonly PatternMark[],
  id: string,
  group: string | null,
): readonly PatternMark[] {
  const disc = marks
    .filter((each) => group !== null && each.group === group && each.id !== id)
    .map(({ mark }) => zoneOf(mark))
    .find((zone) => zone?.kind === 'disc')
  return marks.map((each) => {
    if (each.id !== id) return each
    const { group: _left, ...rest } = each
    if (group === null) return rest
    const inDisc = disc && zoneOf(rest.mark)?.kind === 'piece' ? withZone(rest.mark, disc) : rest.mark
    return { ...rest, mark: inDisc, group }
  })
}

/** An id that no mark has. */
export function freeId(marks: readonly PatternMark[]): string {
  return free('m', (id) => marks.some((each) => each.id === id))
}

/** A group that no mark is in. */
export function freeGroup(marks: readonly PatternMark[]): string {
  return free('g', (group) => marks.some((each) => each.group === group))
}

function free(letter: string, taken: (id: string) => boolean): string {
  for (let k = 1; ; k++) if (!taken(`${letter}${k}`)) return `${letter}${k}`
}

function tenth(mm: number): number {
  return Math.round(mm * 10) / 10
}
