import { USUAL_SPREAD, type CureLaw, type FlowLaw, type Resin } from './resin.ts'

/**
 * Three typical craft resins. The rates are fitted to figures of common practice (minutes to 40 C in the cup, gel, drape
 * and demold); heats, glass transitions and flow exponents are from memory of the literature on room-temperature
 * epoxies. The gel conversion lies near 1/sqrt(3) = 0.577, which Flory (Principles of Polymer Chemistry, 1953, ch. IX)
 * gives for a tetrafunctional amine with a difunctional epoxide.
 */
const CURE: CureLaw = {
  startRatePerS: 6.6e-5,
  networkRatePerS: 3.0e-5,
  startActivationJPerMol: 58e3,
  networkActivationJPerMol: 54e3,
  networkOrder: 1,
  depletionOrder: 1.9,
  reactionHeatJPerG: 400,
  heatCapacityJPerGK: 1.9,
  glassStartC: -35,
  glassEndC: 58,
  glassShape: 0.42,
  diffusionOffsetK: 2,
  diffusionWidthK: 4.5,
}

const FLOW: FlowLaw = {
  viscosityAtRefPaS: 1.0,
  activationJPerMol: 55e3,
  gelConversion: 0.6,
  exponentBase: 2.2,
  exponentSlope: 1.5,
}

const source = 'Typical of its kind: rates fitted to common practice, the rest from memory'

export const ARCHETYPES = {
  quick: {
    id: 'quick',
    name: 'Quick coating resin',
    ratio: { by: 'volume', partsA: 1, partsB: 1 },
    densityAGPerMl: 1.152,
    densityBGPerMl: 1.048,
    cure: CURE,
    flow: FLOW,
    source,
    confidence: 'practice',
    spread: USUAL_SPREAD,
  },
  medium: {
    id: 'medium',
    name: 'Medium art resin',
    ratio: { by: 'volume', partsA: 2, partsB: 1 },
    densityAGPerMl: 1.154,
    densityBGPerMl: 0.992,
    cure: { ...CURE, startRatePerS: 5.5e-5, networkRatePerS: 2.5e-5 },
    flow: { ...FLOW, viscosityAtRefPaS: 0.6 },
    source,
    confidence: 'practice',
    spread: USUAL_SPREAD,
  },
  slow: {
    id: 'slow',
    name: 'Slow casting resin',
    ratio: { by: 'weight', partsA: 100, partsB: 45 },
    densityAGPerMl: 1.154,
    densityBGPerMl: 0.996,
    cure: { ...CURE, startRatePerS: 3.3e-5, networkRatePerS: 1.5e-5 },
    flow: { ...FLOW, viscosityAtRefPaS: 0.5 },
    source,
    confidence: 'practice',
    spread: USUAL_SPREAD,
  },
} as const satisfies Record<string, Resin>

export type ArchetypeId = keyof typeof ARCHETYPES
