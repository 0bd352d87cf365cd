import type { CureLaw, FlowLaw } from './resin.ts'

// Taken by name once: these run some hundred thousand times a forecast.
const { exp, log, max } = Math

const GAS_CONSTANT_J_PER_MOL_K = 8.314462618
const REFERENCE_TEMP_K = 298.15
const ZERO_C_IN_K = 273.15

/** Factor by which a process of that activation energy is faster at this temperature than at 25 C (Arrhenius). */
export function arrhenius(activationJPerMol: number, tempC: number): number {
  return exp(-activationJPerMol * chillMolPerJ(tempC))
}

/** (1/T - 1/298.15 K)/R, what every activation energy is multiplied by. */
function chillMolPerJ(tempC: number): number {
  return (1 / (tempC + ZERO_C_IN_K) - 1 / REFERENCE_TEMP_K) / GAS_CONSTANT_J_PER_MOL_K
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
  // Every power is taken inside its exponential: that halves the time of the function all forecasts spend theirs in.
  const chill = chillMolPerJ(tempC)
  const left = law.depletionOrder * log(1 - conversion)
  const start = law.startRatePerS * exp(left - law.startActivationJPerMol * chill)
  const grown = law.networkOrder === 1 ? max(0, conversion) : max(0, conversion) ** law.networkOrder
  const drive = start + law.networkRatePerS * grown * exp(left - law.networkActivationJPerMol * chill)
  const glassiness = (glassTransitionC(law, conversion) - tempC - law.diffusionOffsetK) / law.diffusionWidthK
  return drive / (1 + exp(glassiness))
}

/** The conversion at which the glass transition is that many C: DiBenedetto's equation solved for it; below 0 or above 1 outside its ends. */
export function conversionAtGlass({ glassStartC, glassEndC, glassShape }: CureLaw, glassC: number): number {
  const rise = glassC - glassStartC
  return rise / ((glassEndC - glassStartC) * glassShape + rise * (1 - glassShape))
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
  const thickened = (law.exponentBase + law.exponentSlope * conversion) * log(law.gelConversion / left)
  return law.viscosityAtRefPaS * exp(law.activationJPerMol * chillMolPerJ(tempC) + thickened)
}
