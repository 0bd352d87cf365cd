import type { CureLaw, FlowLaw } from '#core/resin/index.ts'

/**
 * The cure model once more, written plainly from its equations: fixed-step RK4, a left-hand sum for the flow, no events,
 * no shortcuts. A referee for cases that no table lists; it shares no code with the product.
 */
export interface ReferencePour {
  readonly cure: CureLaw
  readonly flow: FlowLaw
  readonly densityGPerMl: number
  readonly roomC: number
  readonly cupG: number
  readonly decantMin: number
  readonly bedMm: number
  readonly untilMin: number
}

export interface ReferenceState {
  readonly min: number
  readonly conversion: number
  readonly tempC: number
  readonly viscosityPaS: number
  readonly glassC: number
}

const GAS = 8.314462618
const STEP_S = 4

export function referenceStates(pour: ReferencePour): readonly ReferenceState[] {
  const { cure, flow, roomC } = pour
  const kelvin = (tempC: number) => tempC + 273.15
  const factor = (energy: number, tempC: number) =>
    Math.exp((-energy / GAS) * (1 / kelvin(tempC) - 1 / 298.15))
  const glass = (a: number) =>
    cure.glassStartC +
    ((cure.glassEndC - cure.glassStartC) * cure.glassShape * a) / (1 - (1 - cure.glassShape) * a)
  const rate = (a: number, tempC: number) => {
    const k1 = cure.startRatePerS * factor(cure.startActivationJPerMol, tempC)
    const k2 = cure.networkRatePerS * factor(cure.networkActivationJPerMol, tempC)
    const slowed = 1 + Math.exp((glass(a) - tempC - cure.diffusionOffsetK) / cure.diffusionWidthK)
    return ((k1 + k2 * Math.pow(a, cure.networkOrder)) * Math.pow(1 - a, cure.depletionOrder)) / slowed
  }
  const viscosity = (a: number, tempC: number) =>
    a >= flow.gelConversion
      ? Infinity
      : (flow.viscosityAtRefPaS / factor(flow.activationJPerMol, tempC)) *
        Math.pow(flow.gelConversion / (flow.gelConversion - a), flow.exponentBase + flow.exponentSlope * a)
  const cupM3 = pour.cupG / pour.densityGPerMl / 1e6
  const cupLoss = (7 * 5.536 * Math.pow(cupM3, 2 / 3)) / pour.cupG
  const bedLoss = 18 / (pour.densityGPerMl * 1e6 * (pour.bedMm / 1000))

  const states: ReferenceState[] = []
  let a = 0
  let tempC = roomC
  let inCup = true
  for (let s = 0; s <= pour.untilMin * 60; s += STEP_S) {
    if (inCup && s >= pour.decantMin * 60) {
      inCup = false
      tempC = roomC + 0.65 * (tempC - roomC)
    }
    states.push({ min: s / 60, conversion: a, tempC, viscosityPaS: viscosity(a, tempC), glassC: glass(a) })
    const loss = (inCup ? cupLoss : bedLoss) / cure.heatCapacityJPerGK
    const rise = cure.reactionHeatJPerG / cure.heatCapacityJPerGK
    const slope = (x: number, t: number): [number, number] => {
      const r = rate(x, t)
      return [r, r * rise - loss * (t - roomC)]
    }
    const [a1, t1] = slope(a, tempC)
    const [a2, t2] = slope(a + (STEP_S / 2) * a1, tempC + (STEP_S / 2) * t1)
    const [a3, t3] = slope(a + (STEP_S / 2) * a2, tempC + (STEP_S / 2) * t2)
    const [a4, t4] = slope(a + STEP_S * a3, tempC + STEP_S * t3)
    a += (STEP_S / 6) * (a1 + 2 * a2 + 2 * a3 + a4)
    tempC += (STEP_S / 6) * (t1 + 2 * t2 + 2 * t3 + t4)
  }
  return states
}

/** Flow still to come from that minute on, 1/Pa. */
export function referenceFluidity(states: readonly ReferenceState[], fromMin: number): number {
  return states
    .filter((state) => state.min >= fromMin && Number.isFinite(state.viscosityPaS))
    .reduce((sum, state) => sum + STEP_S / state.viscosityPaS, 0)
}

/** First minute at which the condition holds; NaN when it never does. */
export function referenceFirst(
  states: readonly ReferenceState[],
  holds: (state: ReferenceState) => boolean,
): number {
  return states.find(holds)?.min ?? Number.NaN
}
