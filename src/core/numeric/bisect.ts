export interface Bracket {
  readonly from: number
  readonly to: number
  readonly tolerance: number
}

/**
 * A place in [from, to] where f changes sign, to within the tolerance; null when both ends have the same sign.
 * Throws RangeError when f is not a number at an end.
 */
export function bisect(f: (x: number) => number, { from, to, tolerance }: Bracket): number | null {
  let low = from
  let high = to
  const atLow = f(low)
  const atHigh = f(high)
  if (Number.isNaN(atLow) || Number.isNaN(atHigh))
    throw new RangeError(`bisect: f is not a number at ${low} or ${high}`)
  if (atLow === 0) return low
  if (atHigh === 0) return high
  if (atLow > 0 === atHigh > 0) return null
  while (high - low > tolerance) {
    const middle = (low + high) / 2
    if (f(middle) > 0 === atLow > 0) low = middle
    else high = middle
  }
  return (low + high) / 2
}
