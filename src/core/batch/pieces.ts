import { holdsAlcohol, isWhite, type Colour } from '../colour/index.ts'
import type { Mold } from '../mold/index.ts'
import type { Pattern } from '../pattern/index.ts'
import { TECHNIQUES, type Technique, type TechniqueId } from '../technique/index.ts'
import type { Zone } from './zone.ts'

/** Pieces of a batch that are made alike. */
export interface PieceOrder {
  readonly mold: Mold
  /** Pieces, whichever cavities they come from. */
  readonly count: number
  /** Where drops and beads go in each of them; null takes the technique's usual, as the white choice spaces it. */
  readonly pattern: Pattern | null
  /** The way they are laid in; the batch's own where nothing is said. */
  readonly technique?: TechniqueId | undefined
  /** How much of the bed lies in each of them, where somebody said so; as in the others where nothing is said. */
  readonly bed?: BedSaid | undefined
  /** Poured from what the mix leaves over, as far as that goes: nothing is stirred for their beds. */
  readonly surplus?: true | undefined
  /** What sets them apart from other pieces of the batch in the same mold; nothing where they are the only ones. */
  readonly colourway?: Colourway | undefined
}

/** A bed as people say it: so deep, or so much in each mold. */
export type BedSaid = (
  { readonly by: 'depth'; readonly mm: number } | { readonly by: 'volume'; readonly ml: number }
) & {
  /** Where it lies, where that is not all of the floor: thick enough to stay there. */
  readonly on?: Zone | undefined
}

/** Pieces of one mix in colours of their own. */
export interface Colourway {
  /** Its own among those of one mold. */
  readonly id: string
  readonly name: string
  /** Which of the batch's inks go on them, by id. */
  readonly inks: readonly string[]
}

type OfKind = Pick<PieceOrder, 'mold' | 'colourway' | 'technique' | 'surplus'>

/** Under which id those pieces are known in their batch: the mold's, and behind it their colourway's, that of a way of their own, and that they are poured from what is left. */
export function kindId({ mold, colourway, technique, surplus }: OfKind): string {
  return [mold.id, colourway?.id, technique, surplus && 'surplus']
    .filter((part) => part !== undefined)
    .join('.')
}

/** What those pieces are called: by their mold, and behind it their colourway and a way of their own. */
export function kindName({ mold, colourway, technique, surplus }: OfKind): string {
  const way = technique && TECHNIQUES[technique].name
  return [mold.name, colourway?.name, way, surplus && 'what is left']
    .filter((part) => part !== undefined)
    .join(', ')
}

/** The way those pieces are laid in. */
export function techniqueOn(
  { technique }: Pick<PieceOrder, 'technique'>,
  request: { readonly technique: TechniqueId },
): TechniqueId {
  return technique ?? request.technique
}

/** On which part of the floor the bed of those pieces lies; null on all of it, as it does in every way that draws in it, holds something back or pours over something. */
export function bedZone(
  { bed }: Pick<PieceOrder, 'bed'>,
  way: Pick<Technique, 'white' | 'holdsBack' | 'pouredOver'>,
): Zone | null {
  return mayLieInPart(way) ? (bed?.on ?? null) : null
}

/** Whether a bed of that way may lie on a part of the floor. */
export function mayLieInPart({
  white,
  holdsBack,
  pouredOver,
}: Pick<Technique, 'white' | 'holdsBack' | 'pouredOver'>): boolean {
  return white.by === 'none' && !holdsBack && !pouredOver
}

/** Those pieces laid in that way; it is said where it is not the batch's own. */
export function laidIn(order: PieceOrder, way: TechniqueId, own: TechniqueId): PieceOrder {
  const { technique: _before, ...rest } = order
  return way === own ? rest : { ...rest, technique: way }
}

/** Those pieces poured from what the mix leaves over, or from what is stirred for them. */
export function fromSurplus(order: PieceOrder, surplus: boolean): PieceOrder {
  const { surplus: _before, ...rest } = order
  return surplus ? { ...rest, surplus } : rest
}

/** The inks of a request, in the order a pattern numbers them. */
export function inksOf({ colours }: { readonly colours: readonly Colour[] }): readonly Colour[] {
  return colours.filter((colour) => holdsAlcohol(colour) && !isWhite(colour))
}

/** The whites among the colours of a plan. */
export function whitesOf({ colours }: { readonly colours: readonly Colour[] }): readonly Colour[] {
  return colours.filter(isWhite)
}

/** The inks that go on those pieces, in the order their pattern numbers them. */
export function inksOn(
  { colourway }: Pick<PieceOrder, 'colourway'>,
  request: { readonly colours: readonly Colour[] },
): readonly Colour[] {
  const inks = inksOf(request)
  return colourway ? inks.filter(({ id }) => colourway.inks.includes(id)) : inks
}

/** Pieces of the whole order. */
export function pieceCount({ pieces }: { readonly pieces: readonly Pick<PieceOrder, 'count'>[] }): number {
  return pieces.reduce((sum, { count }) => sum + count, 0)
}

/** What piece number so many is of, counted from 1 through orders or what they became. */
export function ofPiece<Counted extends { readonly count: number }>(
  orders: readonly Counted[],
  pieceNo: number,
): Counted | undefined {
  let before = 0
  return orders.find(({ count }) => (before += count) >= pieceNo)
}

/** Every mold of a batch once, with how many pieces come out of it and how many of it they fill. */
export function moldsFilled(
  pieces: readonly Pick<PieceOrder, 'mold' | 'count'>[],
): readonly { readonly mold: Mold; readonly count: number; readonly copies: number }[] {
  const all = new Map<string, { mold: Mold; count: number }>()
  for (const { mold, count } of pieces)
    all.set(mold.id, { mold, count: count + (all.get(mold.id)?.count ?? 0) })
  return [...all.values()].map((each) => ({ ...each, copies: Math.ceil(each.count / each.mold.cavities) }))
}

/** The order divided into one more colourway: the first keeps the larger half, both begin with all it had. */
export function dividedOrder(
  order: PieceOrder,
  request: { readonly colours: readonly Colour[]; readonly pieces: readonly PieceOrder[] },
): readonly [PieceOrder, PieceOrder] {
  const inks = inksOn(order, request).map(({ id }) => id)
  const taken = new Set(
    request.pieces.flatMap(({ mold, colourway }) =>
      mold.id === order.mold.id && colourway ? [colourway.id] : [],
    ),
  )
  const free = () => {
    const id = LETTERS.find((letter) => !taken.has(letter)) ?? `w${taken.size + 1}`
    taken.add(id)
    return { id, name: id.toUpperCase(), inks }
  }
  const own = order.colourway ?? free()
  const kept = Math.max(1, Math.ceil(order.count / 2))
  return [
    { ...order, count: kept, colourway: own },
    { ...order, count: Math.max(1, order.count - kept), colourway: free() },
  ]
}

const LETTERS = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h']

/**
 * The orders without one of them. A colourway that is alone in its mold then, with all the inks there are, is one no more; one of some inks only
 * stays, so that no ink comes onto it by itself.
 */
export function withoutOrder(
  gone: PieceOrder,
  request: { readonly colours: readonly Colour[]; readonly pieces: readonly PieceOrder[] },
): readonly PieceOrder[] {
  const left = request.pieces.filter((each) => each !== gone)
  const [alone, ...more] = left.filter(({ mold }) => mold.id === gone.mold.id)
  if (!alone || more.length > 0 || inksOn(alone, request).length < inksOf(request).length) return left
  return left.map((each) => (each === alone ? { ...each, colourway: undefined } : each))
}
