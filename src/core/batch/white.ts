import { beadsIn, perimeterMm, type Mold, type Point } from '../mold/index.ts'
import type { WhiteRule } from '../technique/index.ts'
import type { WhiteChoice, WhiteDose } from './request.ts'

/** Density of the tinted white above that of the resin: about 0.2 % titania where it is see-through, a plume of white ink. */
export const EXCESS_DENSITY_KG_PER_M3: Readonly<Record<WhiteDose, number>> = {
  translucent: 1.7,
  milky: 5,
  opaque: 12,
  ink: 60,
}

/** Common practice: 9 to 10 drops of white in 30 g is see-through on a wiped stick. Stronger doses go up with density. */
const TRANSLUCENT_DROPS_PER_G = 9.5 / 30

/** Drops of white that portion takes; null where the white comes undiluted from its bottle. */
export function whiteDrops(dose: WhiteDose, portionG: number): number | null {
  if (dose === 'ink') return null
  const strength = EXCESS_DENSITY_KG_PER_M3[dose] / EXCESS_DENSITY_KG_PER_M3.translucent
  return Math.round(TRANSLUCENT_DROPS_PER_G * strength * portionG)
}

/** What white one piece takes. */
export interface PieceWhite {
  readonly volumeMl: number
  readonly beadMm: number
  /** The beads as closed lines in mm, for drawing; empty where white comes from the needle. */
  readonly beads: readonly (readonly Point[])[]
  readonly drops: number
}

/** The white of one piece in that mold: a bead's length and volume, or drops from the needle. */
export function whiteForPiece(mold: Mold, rule: WhiteRule, choice: WhiteChoice, areaMm2: number): PieceWhite {
  if (rule.by === 'needle') {
    const drops = cellsOf(areaMm2, rule.cellMm2) * rule.rounds
    return { volumeMl: drops * rule.dropMl, beadMm: 0, beads: [], drops }
  }
  const beads = beadsIn(mold.outline, { marginMm: choice.rimMarginMm, spacingMm: choice.ringSpacingMm })
  const beadMm = beads.reduce((sum, ring) => sum + perimeterMm(ring), 0)
  const bead = Math.PI * (choice.holeMm / 2) ** 2
  return { volumeMl: (beadMm * bead) / 1000, beadMm, beads, drops: 0 }
}

/** Petri cells an area takes, at least one. */
export function cellsOf(areaMm2: number, cellMm2: number): number {
  return Math.max(1, Math.round(areaMm2 / cellMm2))
}
