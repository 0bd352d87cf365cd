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
  const cupArea = 5.536 * Math.pow(pour.cupG / pour.densityGPerMl / 1e6, 2 / 3)
  const cupHeight = 1.0839 * Math.pow(pour.cupG / pour.densityGPerMl / 1e6, 1 / 3)
  const cupLoss = (excessK: number) => {
    const meanK = kelvin(roomC + excessK / 2)
    const free = 1.42 * Math.pow(Math.abs(excessK) / cupHeight, 0.25) + 0.92 * 4 * 5.670374e-8 * meanK ** 3
    return ((8.9 / 11) * free * cupArea) / pour.cupG
  }
  const cup = { air: cupLoss, link: 0, own: 1 + (1010 * cupArea) / pour.cupG / 1.9 }
  const bedG = pour.densityGPerMl * 1000 * pour.bedMm
  const bed = {
    air: () => 10.5 / bedG,
    link: 1 / (pour.bedMm / 2000 / 0.2 + 6 / 2000 / 0.25) / bedG,
    own: 1,
  }
  const siliconeJ = ((6 / 1000) * 1150e3 * 1.35) / bedG
  const board = 8 / bedG

  const states: ReferenceState[] = []
  let a = 0
  let tempC = roomC + 2.4
  let moldC = roomC
  let inCup = true
  for (let s = 0; s <= pour.untilMin * 60; s += STEP_S) {
    if (inCup && s >= pour.decantMin * 60) {
      inCup = false
      tempC = roomC + 0.9 * (tempC - roomC)
    }
    states.push({ min: s / 60, conversion: a, tempC, viscosityPaS: viscosity(a, tempC), glassC: glass(a) })
    const { air, link, own } = inCup ? cup : bed
    const slope = (x: number, t: number, w: number): [number, number, number] => {
      const r = rate(x, t)
      const heat = cure.reactionHeatJPerG * r - air(t - roomC) * (t - roomC) - link * (t - w)
      const kept = inCup ? 0 : (link * (t - w) - board * (w - roomC)) / siliconeJ
      return [r, heat / cure.heatCapacityJPerGK / own, kept]
    }
    const half = STEP_S / 2
    const [a1, t1, w1] = slope(a, tempC, moldC)
    const [a2, t2, w2] = slope(a + half * a1, tempC + half * t1, moldC + half * w1)
    const [a3, t3, w3] = slope(a + half * a2, tempC + half * t2, moldC + half * w2)
    const [a4, t4, w4] = slope(a + STEP_S * a3, tempC + STEP_S * t3, moldC + STEP_S * w3)
    a += (STEP_S / 6) * (a1 + 2 * a2 + 2 * a3 + a4)
    tempC += (STEP_S / 6) * (t1 + 2 * t2 + 2 * t3 + t4)
    moldC += (STEP_S / 6) * (w1 + 2 * w2 + 2 * w3 + w4)
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
