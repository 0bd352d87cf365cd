import { bisect } from '../numeric/index.ts'

/** A bottle or cup of resin that stands in warm water up to its own level. */
export interface WaterBath {
  readonly waterC: number
  readonly fromC: number
  readonly toC: number
  readonly acrossMm: number
}

/** Of liquid epoxy: 0.19 W/mK over 1,120 kg/m3 and 1,900 J/kgK, all from memory. */
const DIFFUSIVITY_MM2_PER_S = 0.09
/** Zeros of J0 (Abramowitz & Stegun 1964, table 9.5, from memory). */
const ROOTS = [2.404826, 5.520078, 8.653728, 11.791534, 14.930918] as const
/** Below it the short form is the closer one, above it the series. */
const JOIN = 0.02
const LONGEST_S = 24 * 3600

/**
 * How much of the way to its wall's temperature a long cylinder has gone on average, 0 to 1, after diffusivity times time over radius squared (Carslaw
 * & Jaeger 1959, 7.6, from memory: the series of J0's zeros, and for short times the expansion in the root of time).
 */
export function warmedShare(fourier: number): number {
  if (fourier < JOIN)
    return 4 * Math.sqrt(fourier / Math.PI) - fourier - fourier ** 1.5 / (3 * Math.sqrt(Math.PI))
  return 1 - ROOTS.reduce((sum, root) => sum + (4 / root ** 2) * Math.exp(-(root ** 2) * fourier), 0)
}

/** Minutes in the water until it is as warm on average, unmoved; 0 where it is by then, null where that water does not do it in a day. */
export function bathMin({ waterC, fromC, toC, acrossMm }: WaterBath): number | null {
  if (toC <= fromC) return 0
  if (toC >= waterC) return null
  const share = (toC - fromC) / (waterC - fromC)
  const radiusMm = acrossMm / 2
  const short = (s: number) => warmedShare((DIFFUSIVITY_MM2_PER_S * s) / radiusMm ** 2) - share
  const s = bisect(short, { from: 0, to: LONGEST_S, tolerance: 1 })
  return s === null ? null : s / 60
}
