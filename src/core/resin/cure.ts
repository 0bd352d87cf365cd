import type { CureLaw, FlowLaw } from './resin.ts'

// Taken by name once: these run some hundred thousand times a forecast.
const { exp, max } = Math

const GAS_CONSTANT_J_PER_MOL_K = 8.314462618
const REFERENCE_TEMP_K = 298.15
const ZERO_C_IN_K = 273.15

/** Factor by which a process of that activation energy is faster at this temperature than at 25 C (Arrhenius). */
export function arrhenius(activationJPerMol: number, tempC: number): number {
  return exp(
    (-activationJPerMol / GAS_CONSTANT_J_PER_MOL_K) * (1 / (tempC + ZERO_C_IN_K) - 1 / REFERENCE_TEMP_K),
  )
}

export interface Reacting {
  readonly conversion: number
  readonly tempC: number
}

/**
 * da/dt = (k1 + k2 a^m) (1 - a)^n / (1 + exp((Tg(a) - T - dT) / w)), in 1/s: reaction slowed by its own glass.
 * Kamal & Sourour, Polym. Eng. Sci. 13 (1973) 59 (from memory); the last factor is a logistic stand-in for diffusion
 * control. Zero from 0.9999 on.
 */
export function cureRatePerS(law: CureLaw, conversion: number, tempC: number): number {
  if (conversion >= 0.9999) return 0
  const start = law.startRatePerS * arrhenius(law.startActivationJPerMol, tempC)
  const network = law.networkRatePerS * arrhenius(law.networkActivationJPerMol, tempC)
  const grown = max(0, conversion)
  const drive = (start + network * grown ** law.networkOrder) * (1 - conversion) ** law.depletionOrder
  const glassiness = (glassTransitionC(law, conversion) - tempC - law.diffusionOffsetK) / law.diffusionWidthK
  return drive / (1 + exp(glassiness))
}

/** Glass transition in C at that conversion: DiBenedetto, J. Polym. Sci. B 25 (1987) 1949 (from memory). */
export function glassTransitionC(
  { glassStartC, glassEndC, glassShape }: CureLaw,
  conversion: number,
): number {
  return (
    glassStartC + ((glassEndC - glassStartC) * glassShape * conversion) / (1 - (1 - glassShape) * conversion)
  )
}

/**
 * Viscosity in Pa.s: Castro & Macosko, AIChE J. 28 (1982) 250 (from memory), with Arrhenius thinning by warmth.
 * Infinity from the gel point on, where the resin no longer flows.
 */
export function viscosityPaS(law: FlowLaw, conversion: number, tempC: number): number {
  const left = law.gelConversion - conversion
  if (left <= 0) return Infinity
  const unreacted = law.viscosityAtRefPaS / arrhenius(law.activationJPerMol, tempC)
  return unreacted * (law.gelConversion / left) ** (law.exponentBase + law.exponentSlope * conversion)
}
