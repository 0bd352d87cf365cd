import { USUAL_SPREAD, type CureLaw, type FlowLaw, type Resin } from './resin.ts'

/**
 * Three typical craft resins. The rates are fitted to figures of common practice (minutes to 40 C in the cup, gel, drape
 * and demold); heats, glass transitions and flow exponents are from memory of the literature on room-temperature
 * epoxies. The gel conversion lies near 1/sqrt(3) = 0.577, which Flory (Principles of Polymer Chemistry, 1953, ch. IX)
 * gives for a tetrafunctional amine with a difunctional epoxide.
 */
const CURE: CureLaw = {
  startRatePerS: 7.11e-5,
  networkRatePerS: 3.09e-5,
  startActivationJPerMol: 63.5e3,
  networkActivationJPerMol: 54.8e3,
  networkOrder: 1,
  depletionOrder: 1.96,
  reactionHeatJPerG: 328,
  heatCapacityJPerGK: 1.9,
  glassStartC: -35,
  glassEndC: 58,
  glassShape: 0.437,
  diffusionOffsetK: 2,
  diffusionWidthK: 4.5,
}

const FLOW: FlowLaw = {
  viscosityAtRefPaS: 0.8,
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
    greatestLayerMm: null,
  },
  medium: {
    id: 'medium',
    name: 'Medium art resin',
    ratio: { by: 'volume', partsA: 2, partsB: 1 },
    densityAGPerMl: 1.154,
    densityBGPerMl: 0.992,
    cure: { ...CURE, startRatePerS: 5.9e-5, networkRatePerS: 2.56e-5 },
    flow: { ...FLOW, viscosityAtRefPaS: 0.5 },
    source,
    confidence: 'practice',
    spread: USUAL_SPREAD,
    greatestLayerMm: null,
  },
  slow: {
    id: 'slow',
    name: 'Slow casting resin',
    ratio: { by: 'weight', partsA: 100, partsB: 45 },
    densityAGPerMl: 1.154,
    densityBGPerMl: 0.996,
    cure: { ...CURE, startRatePerS: 3.56e-5, networkRatePerS: 1.55e-5 },
    flow: { ...FLOW, viscosityAtRefPaS: 0.4 },
    source,
    confidence: 'practice',
    spread: USUAL_SPREAD,
    greatestLayerMm: null,
  },
} as const satisfies Record<string, Resin>

export type ArchetypeId = keyof typeof ARCHETYPES
