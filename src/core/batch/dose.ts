import type { WhiteDose } from './drawn.ts'

/** Density of the tinted white above that of the resin: about 0.2 % titania where it is see-through, a plume of white ink. */
export const EXCESS_DENSITY_KG_PER_M3: Readonly<Record<WhiteDose, number>> = {
  translucent: 1.7,
  milky: 5,
  opaque: 12,
  ink: 60,
}
