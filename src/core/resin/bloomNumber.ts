/** The white that goes into a bloom: how strong, through which hole, onto how deep a bed. */
export interface BloomWhite {
  readonly excessDensityKgPerM3: number
  readonly holeMm: number
  readonly bedDepthMm: number
}

const GRAVITY_M_PER_S2 = 9.81

/** Window and best band of the bloom number, from sweeps of a bloom simulation; their minutes await real pieces. */
export const BLOOM_WINDOW = {
  tooEarlyAbove: 95,
  bestFrom: 75,
  aim: 72.5,
  bestTo: 57,
  tooLateBelow: 40,
} as const

/**
 * Bloom number B = drho g d F (d / 3 mm)^2.7 (H / 5 mm)^-0.7: how far white of that excess density still sinks and
 * spreads when piped with that much flow to come. Dimensionless. The exponents are fits to a simulation of the bloom
 * (range checked: holes 2 to 4.5 mm, beds 4 to 8 mm, 1.7 to 20 kg/m3).
 */
export function bloomNumber(white: BloomWhite, remainingFluidityPerPa: number): number {
  return bloomPerFluidityPa(white) * remainingFluidityPerPa
}

/** The remaining fluidity, 1/Pa, at which that white has this bloom number. */
export function fluidityForBloom(white: BloomWhite, number: number): number {
  return number / bloomPerFluidityPa(white)
}

function bloomPerFluidityPa({ excessDensityKgPerM3, holeMm, bedDepthMm }: BloomWhite): number {
  const beadM = holeMm / 1000
  return excessDensityKgPerM3 * GRAVITY_M_PER_S2 * beadM * (holeMm / 3) ** 2.7 * (bedDepthMm / 5) ** -0.7
}
