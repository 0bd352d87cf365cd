/** How a maker states the ratio of part A (resin) to part B (hardener). */
export interface MixRatio {
  readonly by: 'volume' | 'weight'
  readonly partsA: number
  readonly partsB: number
}

/** Kamal-Sourour rate with Arrhenius constants, reaction heat and a glass transition that rises with conversion. */
export interface CureLaw {
  /** k1 and k2 at 25 C. */
  readonly startRatePerS: number
  readonly networkRatePerS: number
  readonly startActivationJPerMol: number
  readonly networkActivationJPerMol: number
  readonly networkOrder: number
  readonly depletionOrder: number
  readonly reactionHeatJPerG: number
  readonly heatCapacityJPerGK: number
  /** Glass transition unreacted and fully reacted, and DiBenedetto's shape constant. */
  readonly glassStartC: number
  readonly glassEndC: number
  readonly glassShape: number
  /** Diffusion control sets in where the glass transition passes the temperature by the offset, over the width. */
  readonly diffusionOffsetK: number
  readonly diffusionWidthK: number
}

/** Castro-Macosko viscosity up to gel. */
export interface FlowLaw {
  readonly viscosityAtRefPaS: number
  readonly activationJPerMol: number
  readonly gelConversion: number
  readonly exponentBase: number
  readonly exponentSlope: number
}

/** How much a figure can be trusted, from the best downwards. */
export type Confidence = 'measured' | 'dataSheet' | 'practice' | 'memory'

/** How far a pour may be from the record before anything is read: standard deviations of natural logs. */
export interface Spread {
  readonly rateLog: number
  readonly viscosityLog: number
}

/** Of a typical resin in ordinary hands (from memory, to be narrowed by readings). */
export const USUAL_SPREAD: Spread = { rateLog: 0.25, viscosityLog: 0.15 }

/** One resin system: everything the product knows of it, in one record. */
export interface Resin {
  readonly id: string
  readonly name: string
  readonly ratio: MixRatio
  readonly densityAGPerMl: number
  readonly densityBGPerMl: number
  readonly cure: CureLaw
  readonly flow: FlowLaw
  readonly source: string
  readonly confidence: Confidence
  readonly spread: Spread
  /** The deepest layer its data sheet allows in one pour; null where the sheet is silent. */
  readonly greatestLayerMm: number | null
  /** Days after which its label calls it fully cured; none where the label is silent. */
  readonly fullCureDays?: number | null | undefined
  /** Its densities are those of a typical resin, not of its label: grams for a ratio by volume are then nearly right, no more. */
  readonly densitiesAssumed?: boolean | undefined
  /** The figures of its label or data sheet as they were typed; its behaviour was worked out of them. Absent where none were. */
  readonly sheet?: DataSheet | undefined
}

/** What a data sheet says of a resin; null where it is silent. */
export interface DataSheet {
  /** Mixed, at 25 C. */
  readonly viscosityPaS: number | null
  /** Minutes to gel of that mass left in its cup in a room of that temperature (in the sense of ASTM D2471, from memory). */
  readonly potLife: { readonly min: number; readonly massG: number; readonly tempC: number } | null
  readonly demold: { readonly hours: number; readonly tempC: number } | null
  /** The deepest layer it allows in one pour. */
  readonly greatestLayerMm: number | null
}

/** Grams of A per gram of B. */
export function weightRatio({ ratio, densityAGPerMl, densityBGPerMl }: MixedFrom): number {
  const parts = ratio.partsA / ratio.partsB
  return ratio.by === 'weight' ? parts : (parts * densityAGPerMl) / densityBGPerMl
}

export type MixedFrom = Pick<Resin, 'ratio' | 'densityAGPerMl' | 'densityBGPerMl'>

/** Density of the mix in g/ml, taking volumes as additive (curing shrinkage of a few percent comes later). */
export function mixedDensityGPerMl(resin: MixedFrom): number {
  const aPerB = weightRatio(resin)
  return (aPerB + 1) / (aPerB / resin.densityAGPerMl + 1 / resin.densityBGPerMl)
}
