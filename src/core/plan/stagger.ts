import { pieceCount, techniqueOfPour, type BatchRequest, type PieceOrder } from '../batch/index.ts'
import { capacityOf, scheduleBatch, type Capacity, type Schedule } from '../timing/index.ts'

/** A batch poured as several mixes, one after the other. */
export interface Stagger {
  readonly mixes: readonly StaggeredMix[]
  /** From the first stop-stir to the last thing the hands do. */
  readonly lastsMin: number
}

export interface StaggeredMix {
  readonly orders: readonly PieceOrder[]
  readonly pieces: number
  /** Its stop-stir after the first mix's. */
  readonly startsAfterMin: number
}

const TRY_EVERY_MIN = 1
const TRY_UNTIL_MIN = 12 * 60

/**
 * The order as the fewest mixes that each fit the window, each begun as soon as neither the hands nor a window of an earlier one
 * are in its way. Null when not even one piece fits.
 */
export function staggered(request: BatchRequest, capacity: Capacity): Stagger | null {
  const size = largestThatFits(request, capacity)
  if (size === null) return null
  const mixes: StaggeredMix[] = []
  const taken: Engagement[] = []
  for (const orders of inGroups(request.pieces, size)) {
    const part = { ...request, pieces: orders }
    const schedule = scheduleBatch(part, techniqueOfPour(part))
    const own = engagementOf(schedule, capacityOf(schedule, part))
    const startsAfterMin = firstFree(own, taken, mixes.at(-1)?.startsAfterMin ?? 0)
    if (startsAfterMin === null) return null
    taken.push(shifted(own, startsAfterMin))
    mixes.push({ orders, pieces: pieceCount({ pieces: orders }), startsAfterMin })
  }
  return { mixes, lastsMin: Math.max(...taken.flatMap(({ hands }) => hands.map((span) => span.toMin))) }
}

function largestThatFits(request: BatchRequest, capacity: Capacity): number | null {
  const most = Math.min(Math.max(1, capacity.piecesThatFit), pieceCount(request) - 1)
  for (let size = most; size >= 1; size--) {
    const fits = inGroups(request.pieces, size).every((pieces) => {
      const part = { ...request, pieces }
      return capacityOf(scheduleBatch(part, techniqueOfPour(part)), part).fits
    })
    if (fits) return size
  }
  return null
}

/** The order with so many pieces, the last ones left out. */
export function withPieces(orders: readonly PieceOrder[], pieces: number): readonly PieceOrder[] {
  let left = pieces
  return orders.flatMap((order) => {
    const count = Math.min(order.count, left)
    left -= count
    return count > 0 ? [{ ...order, count }] : []
  })
}

/** The orders in their sequence, cut into groups of at most so many pieces, as even as they come. */
function inGroups(orders: readonly PieceOrder[], size: number): readonly (readonly PieceOrder[])[] {
  const total = pieceCount({ pieces: orders })
  const groups = Math.ceil(total / size)
  const single = orders.flatMap((order) => Array.from({ length: order.count }, () => order))
  return Array.from({ length: groups }, (_, k) => {
    const own = single.slice(Math.floor((k * total) / groups), Math.floor(((k + 1) * total) / groups))
    return [...new Set(own)].map((order) => ({
      ...order,
      count: own.filter((each) => each === order).length,
    }))
  })
}

interface Span {
  readonly fromMin: number
  readonly toMin: number
}

/** When a mix keeps the hands, and when its window is open. */
interface Engagement {
  readonly hands: readonly Span[]
  readonly windows: readonly Span[]
}

function engagementOf({ turns }: Schedule, { window, endMin }: Capacity): Engagement {
  const hands = turns
    .filter((turn) => turn.handsOnMin > 0)
    .map((turn) => ({ fromMin: turn.endMin - turn.handsOnMin, toMin: turn.endMin }))
  return { hands, windows: window ? [{ fromMin: window.openMin, toMin: window.closeMin ?? endMin }] : [] }
}

function shifted({ hands, windows }: Engagement, byMin: number): Engagement {
  const shift = (spans: readonly Span[]) =>
    spans.map(({ fromMin, toMin }) => ({ fromMin: fromMin + byMin, toMin: toMin + byMin }))
  return { hands: shift(hands), windows: shift(windows) }
}

function firstFree(own: Engagement, taken: readonly Engagement[], fromMin: number): number | null {
  for (let min = fromMin; min <= TRY_UNTIL_MIN; min += TRY_EVERY_MIN) {
    const there = shifted(own, min)
    if (taken.every((other) => apart(there.hands, other.hands) && apart(there.windows, other.windows)))
      return min
  }
  return null
}

function apart(some: readonly Span[], others: readonly Span[]): boolean {
  return some.every((one) =>
    others.every((other) => one.toMin <= other.fromMin + 1e-6 || other.toMin <= one.fromMin + 1e-6),
  )
}

/** One request a mix, named; the hours are the caller's, from `startsAfterMin`. */
export function staggeredRequests(request: BatchRequest, { mixes }: Stagger): readonly BatchRequest[] {
  return mixes.map(({ orders }, k) => ({
    ...request,
    name: `${request.name}, mix ${k + 1} of ${mixes.length}`,
    pieces: orders,
    startAt: null,
  }))
}
