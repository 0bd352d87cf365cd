import type { BatchRequest } from '../batch/index.ts'
import type { Outcome } from '../journal/index.ts'
import { compared, type ComparedRow } from './compare.ts'

/** What two plans vary and keep, by their first pieces; the runs are left aside. */
export function variedIn(
  before: BatchRequest,
  after: BatchRequest,
): { readonly varied: readonly ComparedRow[]; readonly kept: readonly ComparedRow[] } {
  const asked = [before, after].map((request) => ({
    request,
    pieceNo: 1,
    facts: null,
    decantMin: null,
  }))
  const told = compared(asked)
  return { varied: told.filter(({ differs }) => differs), kept: told.filter(({ differs }) => !differs) }
}

/** How one side of an experiment came out. */
export interface TrialSide {
  readonly pieces: number
  /** Mean of the ratings, 1 to 5. */
  readonly rating: number
  /** Pieces with a fault. */
  readonly faulty: number
}

export interface TrialResult {
  readonly before: TrialSide
  readonly after: TrialSide
  /** By how much the second is rated better. */
  readonly betterBy: number
  /**
   * Whether chance alone would hardly do it: the share of all ways to deal the same ratings to the two sides that differ as much
   * (permutation test; Fisher, The Design of Experiments, 1935, from memory).
   */
  readonly chance: number
}

/** The result of an experiment; null until both sides have a piece that was looked at. */
export function trialResult(before: readonly Outcome[], after: readonly Outcome[]): TrialResult | null {
  if (before.length === 0 || after.length === 0) return null
  const [one, other] = [sideOf(before), sideOf(after)]
  const ratings = [...before, ...after].map(({ rating }) => rating)
  return {
    before: one,
    after: other,
    betterBy: other.rating - one.rating,
    chance: chanceOf(ratings, before.length),
  }
}

function sideOf(outcomes: readonly Outcome[]): TrialSide {
  const ratings = outcomes.map(({ rating }) => rating)
  return {
    pieces: outcomes.length,
    rating: mean(ratings),
    faulty: outcomes.filter(({ faults }) => faults.length > 0).length,
  }
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length
}

/**
 * Share of the ways to deal the ratings that lie at least as far apart as they do, without drawing lots: counted by how many ways there
 * are to reach each sum with so many of them.
 */
function chanceOf(ratings: readonly number[], first: number): number {
  const all = ratings.reduce((sum, rating) => sum + rating, 0)
  const apart = (sum: number) => Math.abs(sum / first - (all - sum) / (ratings.length - first))
  const seen = apart(ratings.slice(0, first).reduce((sum, rating) => sum + rating, 0))
  const ways: number[][] = Array.from({ length: first + 1 }, () => new Array<number>(all + 1).fill(0))
  ways[0]![0] = 1
  for (const rating of ratings)
    for (let count = first; count >= 1; count--)
      for (let sum = all; sum >= rating; sum--) ways[count]![sum]! += ways[count - 1]![sum - rating]!
  const dealt = ways[first]!
  const total = dealt.reduce((sum, count) => sum + count, 0)
  return dealt.reduce((sum, count, at) => (apart(at) >= seen - 1e-9 ? sum + count : sum), 0) / total
}
