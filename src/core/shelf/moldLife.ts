import { moldsFilled, type BatchRequest } from '../batch/index.ts'
import type { Mold } from '../mold/index.ts'

/** What is known of a mold beyond its shape. */
export interface MoldCare {
  /** The mold's id. */
  readonly id: string
  /** What one of it cost, in the currency's smallest unit; null when not known. */
  readonly priceMinor: number | null
  /** Pours one of it is expected to last; a thin one a few, a thick one dozens (common practice). */
  readonly lifePours: number | null
  readonly entries: readonly CareEntry[]
}

export interface CareEntry {
  readonly id: string
  readonly atMs: number
  readonly kind: 'cleaned' | 'damaged' | 'mended' | 'resting' | 'backInUse'
  readonly note: string
}

export interface MoldLife {
  /** Pours of all copies together, and of each on average. */
  readonly pours: number
  readonly poursEach: number
  /** Pours left for each copy; null where no life was given. */
  readonly leftEach: number | null
  readonly state: 'fine' | 'damaged' | 'resting'
  readonly lastCleanedAtMs: number | null
}

/** How often a batch pours into each of its molds, by the mold's id: cavities of one mold are filled in one pour. */
export function moldPours({ pieces }: Pick<BatchRequest, 'pieces'>): Readonly<Record<string, number>> {
  return Object.fromEntries(moldsFilled(pieces).map(({ mold, copies }) => [mold.id, copies]))
}

/** How far a mold is through its life, after so many pours of all its copies. */
export function moldLife(mold: Pick<Mold, 'count'>, care: MoldCare | null, pours: number): MoldLife {
  const poursEach = pours / mold.count
  const entries = [...(care?.entries ?? [])].sort((one, other) => one.atMs - other.atMs)
  return {
    pours,
    poursEach,
    leftEach: care?.lifePours ? Math.max(0, care.lifePours - poursEach) : null,
    state: entries.reduce<MoldLife['state']>((state, { kind }) => STATE_AFTER[kind] ?? state, 'fine'),
    lastCleanedAtMs: entries.findLast(({ kind }) => kind === 'cleaned')?.atMs ?? null,
  }
}

const STATE_AFTER: Readonly<Record<CareEntry['kind'], MoldLife['state'] | null>> = {
  cleaned: null,
  damaged: 'damaged',
  mended: 'fine',
  resting: 'resting',
  backInUse: 'fine',
}

/** What one piece wears off its mold; null where price or life is not known. */
export function wearMinor({ cavities }: Pick<Mold, 'cavities'>, care: MoldCare | null): number | null {
  if (!care?.lifePours || care.priceMinor === null) return null
  return care.priceMinor / (care.lifePours * cavities)
}
