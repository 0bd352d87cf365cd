/** What a resin mass stands in, as far as heat is concerned. */
export type Vessel =
  | { readonly kind: 'cup'; readonly massG: number }
  | { readonly kind: 'bed'; readonly depthMm: number }
  | { readonly kind: 'sealed' }

/** Natural convection and radiation from a plastic cup; top, silicone and board under a bed (both from memory). */
const CUP_LOSS_W_PER_M2K = 7
const BED_LOSS_W_PER_M2K = 18

/** Surface over volume^(2/3) of a full cup as high as it is wide, closed on all sides: 6 (pi/4)^(1/3). */
const CUP_SHAPE = 6 * (Math.PI / 4) ** (1 / 3)

/** What is left of the excess over room after decanting: silicone takes the rest up (tuned, from memory). */
export const DECANT_KEEPS_FRAC = 0.65

/**
 * Heat a gram of resin loses to the room per kelvin above it, in W/(g K): lumped capacitance (Incropera & DeWitt,
 * Fundamentals of Heat and Mass Transfer, ch. 5). A cup loses less per gram the fuller it is; a bed the deeper it is.
 */
export function heatLossWPerGK(vessel: Vessel, densityGPerMl: number): number {
  switch (vessel.kind) {
    case 'cup': {
      const volumeM3 = vessel.massG / densityGPerMl / 1e6
      return (CUP_LOSS_W_PER_M2K * CUP_SHAPE * volumeM3 ** (2 / 3)) / vessel.massG
    }
    case 'bed':
      return BED_LOSS_W_PER_M2K / (densityGPerMl * 1e6 * (vessel.depthMm / 1000))
    case 'sealed':
      return 0
    default:
      return vessel satisfies never
  }
}
