import type { Unevenness } from './walls.ts'

/** What a kind of white does that no equation gives (all by eye). */
export interface WhiteRecipe {
  /** Share of surface ink that goes down with sinking white. */
  readonly entrain: number
  readonly uneven: Unevenness
  /** Scattering of the white, 1/m. */
  readonly scatterPerM: number
  /** Share of the floor's ink that lies under its white, against the silicone: colour a plume of white drove ahead of it. */
  readonly inkUnder: number
}

/** Tinted resin out of a bag. */
export const PIPED: WhiteRecipe = {
  entrain: 0.35,
  uneven: { sinking: 0.5, floor: 0.7, surface: 0.3 },
  scatterPerM: 2400,
  inkUnder: 0,
}

/** White ink out of a needle: denser, more opaque, and it drives the colour down. */
export const DROPPED: WhiteRecipe = {
  entrain: 0.85,
  uneven: { sinking: 0.45, floor: 0.9, surface: 0.3 },
  scatterPerM: 7000,
  inkUnder: 0.75,
}
