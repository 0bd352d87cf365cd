import {
  bottlesOf,
  droppedInRound,
  givenOn,
  mixesOfLayer,
  whitesOf,
  type BatchRequest,
  type Cup,
  type LaterLayer,
  type Mix,
  type MoldFill,
} from '../batch/index.ts'
import type { Technique } from '../technique/index.ts'

/** What a sitting handles, by name, each in the order it is first used; nothing twice. */
export interface Things {
  /** Null where no ink is dropped at all; none named where the plan has no ink to drop. */
  readonly inks: readonly string[] | null
  /** Colours that cups and bags are tinted with, the white's aside. */
  readonly tints: readonly string[]
  /** Cups that a mix is divided into, or that are stirred by themselves. */
  readonly cups: readonly string[]
  /** Bags beside the white's. */
  readonly bags: readonly string[]
  /** What the white of a bag is tinted with; null where none is portioned. */
  readonly white: readonly string[] | null
  /** White that is dropped from a needle. */
  readonly needle: readonly string[]
  /** What is laid from bottles. */
  readonly bottles: readonly string[]
  /** What is strewn over pieces. */
  readonly strewn: readonly string[]
  /** What steps put in that somebody wrote. */
  readonly putIn: readonly string[]
}

interface PouredThings {
  readonly fills: readonly MoldFill[]
  readonly mixes: readonly Mix[]
  readonly technique: Pick<Technique, 'steps'>
  readonly request: Pick<BatchRequest, 'colours'>
}

/** What the pour itself handles: what its patterns drop and strew, what its cups and bags are filled with. */
export function thingsOfPour({ fills, mixes, technique, request }: PouredThings): Things {
  const own = mixes.filter(({ of }) => of === 'pour' || of === 'white')
  const dropped = fills.flatMap((fill) =>
    Array.from({ length: fill.rounds }, (_, round) => droppedInRound(fill, round))
      .flat()
      .map(({ what }) => what),
  )
  const given = givenOn(technique, fills).map(({ what }) => what)
  const isDropped = given.length > 0 || fills.some(({ laid }) => laid.drops.length > 0)
  return {
    inks: isDropped ? once([...dropped, ...given]) : null,
    ...filledFrom(own),
    needle: technique.steps.some(({ needs }) => needs.includes('needle'))
      ? once(whitesOf(request).map(({ name }) => name))
      : [],
    bottles: [],
    putIn: once(technique.steps.flatMap(({ puts }) => puts ?? [])),
    strewn: once(fills.flatMap(({ laid }) => laid.sprinkles.map(({ what }) => what))),
  }
}

/** What the sitting of that layer handles; of one that is drawn its own pour says it. */
export function thingsOfLayer(layer: LaterLayer, { mixes }: { readonly mixes: readonly Mix[] }): Things {
  return {
    inks: null,
    ...filledFrom(mixesOfLayer(mixes, layer.id)),
    needle: [],
    bottles: once(bottlesOf(layer).map(({ colour }) => colour.name)),
    strewn: [],
    putIn: [],
  }
}

function filledFrom(mixes: readonly Mix[]): Pick<Things, 'tints' | 'cups' | 'bags' | 'white'> {
  const cups = mixes.flatMap((mix) => mix.cups)
  // What stays whole is tinted in the cup it was mixed in.
  const divided = mixes.flatMap((mix) => (mix.cups.length > 1 || mix.of === 'cup' ? mix.cups : []))
  const named = (holds: Cup['holds'], of: readonly Cup[]) =>
    once(of.flatMap((cup) => (cup.holds === holds && cup.name !== null ? [cup.name] : [])))
  const white = cups.find(({ holds }) => holds === 'white')
  return {
    tints: once(
      cups.flatMap(({ holds, additions }) => (holds === 'white' ? [] : additions.map(({ what }) => what))),
    ),
    cups: named('part', divided),
    bags: named('bag', cups),
    white: white ? once(white.additions.map(({ what }) => what)) : null,
  }
}

function once(names: readonly string[]): readonly string[] {
  return [...new Set(names)]
}
