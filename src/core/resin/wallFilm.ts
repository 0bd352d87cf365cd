const GRAVITY_M_PER_S2 = 9.81

export interface Draining {
  readonly heightMm: number
  /** The integral of dt/viscosity while it ran, 1/Pa. */
  readonly flowPerPa: number
  readonly densityGPerMl: number
}

/**
 * What is left of a liquid that runs down an upright wall, mean thickness over its height in mm: h = sqrt(mu z / (rho g t)) at a depth z below the top
 * (Jeffreys, Proc. Camb. Phil. Soc. 26 (1930) 204, from memory), with t/mu as the flow that was spent, so that it holds while the liquid thickens; two
 * thirds of that at the foot. Throws RangeError unless the height and the flow are above 0.
 */
export function wallFilmMm({ heightMm, flowPerPa, densityGPerMl }: Draining): number {
  if (!(heightMm > 0)) throw new RangeError(`wallFilmMm: heightMm is ${heightMm}, expected more than 0`)
  if (!(flowPerPa > 0)) throw new RangeError(`wallFilmMm: flowPerPa is ${flowPerPa}, expected more than 0`)
  const weightPaPerM = 1000 * densityGPerMl * GRAVITY_M_PER_S2
  return (2 / 3) * 1000 * Math.sqrt(heightMm / 1000 / (weightPaPerM * flowPerPa))
}
