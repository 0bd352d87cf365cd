import { GRAVITY_M_PER_S2 } from '../units/index.ts'

/** Cast epoxy, from memory; air weighs next to nothing. */
const RESIN_KG_PER_M3 = 1100

/**
 * Whether a bubble's surface is stiff, as with what floats in resin it mostly is, or clean and moving. Stokes (1851): v = rho g d2 / (18 eta);
 * Hadamard (1911) and Rybczynski (1911) for a clean bubble of no viscosity of its own: one and a half times that.
 */
export type BubbleSkin = 'stiff' | 'clean'

const DIVISOR: Readonly<Record<BubbleSkin, number>> = { stiff: 18, clean: 12 }

/** How fast a bubble rises in resin of that viscosity, m/s. */
export function riseMPerS(diameterMm: number, viscosityPaS: number, skin: BubbleSkin = 'stiff'): number {
  return (RESIN_KG_PER_M3 * GRAVITY_M_PER_S2 * (diameterMm / 1000) ** 2) / (DIVISOR[skin] * viscosityPaS)
}

/**
 * The smallest bubble that rises through so much resin while it still flows, mm. The flow to come is the integral of dt over viscosity, /Pa, so the way
 * is rho g d2 / 18 times it: d = sqrt(18 H / (rho g F)). Infinity where nothing flows any more.
 */
export function smallestLeavingMm(
  { depthMm, flowPerPa }: { readonly depthMm: number; readonly flowPerPa: number },
  skin: BubbleSkin = 'stiff',
): number {
  if (flowPerPa <= 0) return Infinity
  return (
    1000 * Math.sqrt((DIVISOR[skin] * (depthMm / 1000)) / (RESIN_KG_PER_M3 * GRAVITY_M_PER_S2 * flowPerPa))
  )
}
