/** A normal belief about one figure. */
export interface Normal {
  readonly mean: number
  readonly sd: number
}

/**
 * What runs taught about one resin, beside its record: natural logs of factors on rate, heat loss and viscosity. The rate may
 * hang on the room: a straight line in the room's temperature about 21 C, with the variances of its two figures.
 */
export interface Learned {
  readonly runs: number
  readonly rateLogAt21: number
  readonly rateLogPerK: number
  readonly rateVarAt21: number
  readonly rateVarPerK: number
  readonly rateCovariance: number
  readonly lossLog: Normal
  readonly viscosityLog: Normal
}

/** The room the rate's line is drawn about, C. */
export const LEARNED_ABOUT_C = 21

/** How much one pour of the same resin differs from the next whatever was learned: measuring, stirring, age (from memory). */
const FROM_POUR_TO_POUR_LOG = 0.07

/** The rate in a room of that temperature, and how sure it is for one pour. */
export function learnedRate(learned: Learned, roomTempC: number): Normal {
  const k = roomTempC - LEARNED_ABOUT_C
  const { rateVarAt21, rateVarPerK, rateCovariance } = learned
  const variance = rateVarAt21 + 2 * k * rateCovariance + k ** 2 * rateVarPerK
  return {
    mean: learned.rateLogAt21 + k * learned.rateLogPerK,
    sd: Math.sqrt(variance + FROM_POUR_TO_POUR_LOG ** 2),
  }
}
