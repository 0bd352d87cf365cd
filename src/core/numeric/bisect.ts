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

/**
 * The same place of a smooth f that only rises or only falls, in a few steps: false position that halves the weight of an end that stays
 * (Illinois; Dowell & Jarratt, BIT 11 (1971) 168, from memory), by halves where that does not narrow. Null when both ends have the same sign.
 */
export function solveRising(f: (x: number) => number, { from, to, tolerance }: Bracket): number | null {
  let [low, high] = [from, to]
  let [atLow, atHigh] = [f(low), f(high)]
  if (Number.isNaN(atLow) || Number.isNaN(atHigh))
    throw new RangeError(`solveRising: f is not a number at ${low} or ${high}`)
  if (atLow === 0) return low
  if (atHigh === 0) return high
  if (atLow > 0 === atHigh > 0) return null
  for (let turn = 0, last = 0; Math.abs(high - low) > tolerance; turn++) {
    const falls = turn % 3 === 2
    const middle = falls ? (low + high) / 2 : (low * atHigh - high * atLow) / (atHigh - atLow)
    const at = f(middle)
    if (Math.abs(at) < FLAT) return middle
    if (at > 0 === atLow > 0) {
      ;[low, atLow] = [middle, at]
      if (last === -1) atHigh /= 2
      last = -1
    } else {
      ;[high, atHigh] = [middle, at]
      if (last === 1) atLow /= 2
      last = 1
    }
  }
  return (low + high) / 2
}

/** So near nothing that looking on would only follow rounding. */
const FLAT = 1e-6
