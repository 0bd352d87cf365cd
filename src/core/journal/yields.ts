import type { FaultId } from './faults.ts'

/** A piece that was looked at, and what it belongs to. */
export interface JudgedOutcome {
  readonly rating: number
  readonly faults: readonly FaultId[]
  readonly technique: string
  readonly resin: string
}

/** How many of a group came out good. */
export interface Yield {
  readonly group: string
  readonly good: number
  readonly all: number
  /** What the share may as well be, 0 to 1: Wilson's interval at 80 % (Wilson, J. Am. Stat. Assoc. 22 (1927) 209, from memory). */
  readonly low: number
  readonly high: number
}

/** A piece with this many of five is one to give away. */
export const GOOD_RATING = 4
/** Of a normal distribution, 80 % two-sided. */
const Z = 1.2816

/** The yield of every group, the one with most pieces first. */
export function yieldsBy(
  pieces: readonly JudgedOutcome[],
  groupOf: (piece: JudgedOutcome) => string,
): readonly Yield[] {
  const groups = new Map<string, JudgedOutcome[]>()
  for (const piece of pieces) {
    const group = groupOf(piece)
    const own = groups.get(group)
    if (own) own.push(piece)
    else groups.set(group, [piece])
  }
  return [...groups]
    .map(([group, own]) => yieldOf(group, own))
    .sort((one, other) => other.all - one.all || one.group.localeCompare(other.group))
}

/** The yield of those pieces. Throws RangeError for none. */
export function yieldOf(group: string, pieces: readonly JudgedOutcome[]): Yield {
  if (pieces.length === 0) throw new RangeError('yieldOf: no pieces, expected at least one')
  return shareOf(group, pieces.filter(({ rating }) => rating >= GOOD_RATING).length, pieces.length)
}

/** So many of all, at least one, with what the share may as well be. */
export function shareOf(group: string, good: number, all: number): Yield {
  const share = good / all
  const middle = (share + Z ** 2 / (2 * all)) / (1 + Z ** 2 / all)
  const half = (Z * Math.sqrt((share * (1 - share)) / all + Z ** 2 / (4 * all ** 2))) / (1 + Z ** 2 / all)
  return { group, good, all, low: Math.max(0, middle - half), high: Math.min(1, middle + half) }
}

/** How often each fault was seen, most often first. */
export function faultCounts(
  pieces: readonly JudgedOutcome[],
): readonly { readonly fault: FaultId; readonly count: number }[] {
  const counts = new Map<FaultId, number>()
  for (const { faults } of pieces) for (const fault of faults) counts.set(fault, (counts.get(fault) ?? 0) + 1)
  return [...counts]
    .map(([fault, count]) => ({ fault, count }))
    .sort((one, other) => other.count - one.count || one.fault.localeCompare(other.fault))
}
