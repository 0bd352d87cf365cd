import type { MixedFrom } from '../resin/index.ts'
import { weightRatio } from '../resin/index.ts'

/** One pouring onto the scale: so many grams of that part more. */
export interface Pouring {
  readonly part: 'A' | 'B'
  readonly g: number
}

export interface WeighTask {
  readonly resin: MixedFrom
  /** What the plan asks for. */
  readonly wanted: { readonly aG: number; readonly bG: number }
  /** What is in the cup already, in the order it was poured. */
  readonly poured: readonly Pouring[]
  /** What lies within this of its goal is right: the scale's own step, or what the ratio forgives. */
  readonly toleranceG: number
}

/** What to pour next onto the scale. */
export type WeighAdvice =
  | {
      readonly kind: 'add'
      readonly part: 'A' | 'B'
      readonly g: number
      /** Null while nothing went wrong; else which part was overshot, and what the mix becomes. */
      readonly because: { readonly overshot: 'A' | 'B'; readonly byG: number; readonly totalG: number } | null
    }
  | {
      readonly kind: 'right'
      readonly aG: number
      readonly bG: number
      /** How far A:B is off the stated ratio, as a fraction. */
      readonly ratioError: number
    }

/** How far A:B of what was poured is off the stated ratio, as a fraction; null while a part is missing. */
export function ratioErrorOf(resin: MixedFrom, poured: readonly Pouring[]): number | null {
  const { aG, bG } = pouredOf(poured)
  return aG > 0 && bG > 0 ? aG / bG / weightRatio(resin) - 1 : null
}

/** What is in the cup by now, of each part. */
export function pouredOf(poured: readonly Pouring[]): { readonly aG: number; readonly bG: number } {
  const sum = (part: 'A' | 'B') => poured.reduce((all, each) => all + (each.part === part ? each.g : 0), 0)
  return { aG: sum('A'), bG: sum('B') }
}

/**
 * The next pouring: A to its goal, then as much B as that A really takes; a part that was overshot is met by more of the other, never by
 * spooning out. Throws RangeError for a tolerance below 0.
 */
export function adviseWeighing({ resin, wanted, poured, toleranceG }: WeighTask): WeighAdvice {
  if (!(toleranceG >= 0))
    throw new RangeError(`adviseWeighing: toleranceG is ${toleranceG}, expected 0 or more`)
  const ratio = weightRatio(resin)
  const { aG, bG } = pouredOf(poured)
  const begun = poured.some((each) => each.part === 'B')
  if (!begun && aG < wanted.aG - toleranceG)
    return { kind: 'add', part: 'A', g: wanted.aG - aG, because: null }
  const bGoal = aG / ratio
  if (bG < bGoal - toleranceG) {
    const overA = aG - wanted.aG
    return {
      kind: 'add',
      part: 'B',
      g: bGoal - bG,
      because: overA > toleranceG ? { overshot: 'A', byG: overA, totalG: aG + bGoal } : null,
    }
  }
  const aGoal = bG * ratio
  if (aG < aGoal - toleranceG) {
    return {
      kind: 'add',
      part: 'A',
      g: aGoal - aG,
      because: { overshot: 'B', byG: bG - bGoal, totalG: aGoal + bG },
    }
  }
  return { kind: 'right', aG, bG, ratioError: aG / bG / ratio - 1 }
}
