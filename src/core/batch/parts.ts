import { mixedDensityGPerMl, weightRatio, type MixedFrom } from '../resin/index.ts'
import type { Measuring } from './request.ts'

/** A and B as they are measured out. */
export interface Parts {
  readonly a: number
  readonly b: number
  readonly totalG: number
  readonly totalMl: number
  /** What the rounding makes too much. */
  readonly leftoverG: number
  /** How far A:B is off the stated ratio, as a fraction: 0.01 is 1 % too much A. */
  readonly ratioError: number
}

export interface MeasuredParts {
  /** a and b in g. */
  readonly byWeight: Parts
  /** a and b in ml, on the lines of the cup. */
  readonly byVolume: Parts
}

/**
 * A and B for at least that much mix, rounded up to what the scale and the cup can show.
 * By weight B lies on a graduation and A follows the ratio to the nearest one. By volume whole ratio units are taken, so that the
 * ratio stays exact where it is stated by volume.
 */
export function measureParts(resin: MixedFrom, needG: number, measuring: Measuring): MeasuredParts {
  return {
    byWeight: byWeight(resin, needG, measuring.graduationG),
    byVolume: byVolume(resin, needG, measuring.cupLineMl),
  }
}

/** A and B as they were weighed, where so much mix is needed; what there is less than that is missing from what is left over. */
export function partsWeighed(
  resin: MixedFrom,
  needG: number,
  { aG, bG }: { readonly aG: number; readonly bG: number },
): MeasuredParts {
  const inMl = { a: aG / resin.densityAGPerMl, b: bG / resin.densityBGPerMl }
  return {
    byWeight: parts(resin, { a: aG, b: bG }, { aG, bG }, needG),
    byVolume: parts(resin, inMl, { aG, bG }, needG),
  }
}

/** So much off its ratio a craft resin forgives (common practice: 2 to 5 %). */
export const WORST_RATIO_ERROR = 0.03

function byWeight(resin: MixedFrom, needG: number, graduationG: number): Parts {
  const ratio = weightRatio(resin)
  const exactB = needG / (1 + ratio)
  const b = [stepsDown(exactB, graduationG), stepsUp(exactB, graduationG)].find(
    (each) => each > 0 && each + stepsNear(each * ratio, graduationG) >= needG - 1e-9,
  )
  const amountB = b ?? stepsUp(exactB, graduationG)
  const a = b === undefined ? stepsUp(needG - amountB, graduationG) : stepsNear(b * ratio, graduationG)
  return parts(resin, { a, b: amountB }, { aG: a, bG: amountB }, needG)
}

function byVolume(resin: MixedFrom, needG: number, cupLineMl: number): Parts {
  const ratio = (weightRatio(resin) * resin.densityBGPerMl) / resin.densityAGPerMl
  const needMl = needG / mixedDensityGPerMl(resin)
  const whole = resin.ratio.by === 'volume' ? wholeRatio(resin.ratio.partsA, resin.ratio.partsB) : null
  const { a, b } = whole ? wholeUnits(needMl, whole, cupLineMl) : nearestLines(needMl, ratio, cupLineMl)
  return parts(resin, { a, b }, { aG: a * resin.densityAGPerMl, bG: b * resin.densityBGPerMl }, needG)
}

function wholeUnits(needMl: number, [partsA, partsB]: readonly [number, number], cupLineMl: number) {
  const units = Math.ceil(needMl / ((partsA + partsB) * cupLineMl) - 1e-9)
  return { a: units * partsA * cupLineMl, b: units * partsB * cupLineMl }
}

/** Neither part below what is needed of it; A as near to the ratio as that allows. */
function nearestLines(need: number, ratio: number, step: number) {
  const exactB = need / (1 + ratio)
  const b = stepsUp(exactB, step)
  return { a: Math.max(stepsUp(exactB * ratio, step), stepsNear(b * ratio, step)), b }
}

function parts(
  resin: MixedFrom,
  measured: { readonly a: number; readonly b: number },
  { aG, bG }: { readonly aG: number; readonly bG: number },
  needG: number,
): Parts {
  return {
    ...measured,
    totalG: aG + bG,
    totalMl: aG / resin.densityAGPerMl + bG / resin.densityBGPerMl,
    leftoverG: aG + bG - needG,
    ratioError: aG / bG / weightRatio(resin) - 1,
  }
}

/** The least multiple of the step that is not below the amount. */
function stepsUp(amount: number, step: number): number {
  return withoutCrumbs(Math.ceil(amount / step - 1e-9) * step)
}

function stepsDown(amount: number, step: number): number {
  return withoutCrumbs(Math.floor(amount / step + 1e-9) * step)
}

function stepsNear(amount: number, step: number): number {
  return withoutCrumbs(Math.round(amount / step) * step)
}

/** 105.10000000000001 as the 105.1 it stands for. */
function withoutCrumbs(amount: number): number {
  return Number(amount.toFixed(6))
}

/** The ratio in small whole numbers, 1.5 : 1 as 3 : 2; null when it takes numbers above 40. */
export function wholeRatio(partsA: number, partsB: number): readonly [number, number] | null {
  for (let b = 1; b <= 40; b++) {
    const a = (partsA / partsB) * b
    if (Math.round(a) >= 1 && Math.abs(a - Math.round(a)) < 1e-6) return a <= 40 ? [Math.round(a), b] : null
  }
  return null
}
