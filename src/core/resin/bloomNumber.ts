/** The white that goes into a bloom: how strong, through which hole, onto how deep a bed. */
export interface BloomWhite {
  readonly excessDensityKgPerM3: number
  readonly holeMm: number
  readonly bedDepthMm: number
}

const GRAVITY_M_PER_S2 = 9.81

/**
 * Bloom number B = drho g d F (d / 3 mm)^2.7 (H / 5 mm)^-0.7: how far white of that excess density still sinks and
 * spreads when piped with that much flow to come. Dimensionless. It takes out the room, the resin and most of the dose; what is left of the dose, a
 * hole and a bed stands in `bloomWindow`.
 */
export function bloomNumber(white: BloomWhite, remainingFluidityPerPa: number): number {
  return bloomPerFluidityPa(white) * remainingFluidityPerPa
}

/** The remaining fluidity, 1/Pa, at which that white has this bloom number. */
export function fluidityForBloom(white: BloomWhite, number: number): number {
  return number / bloomPerFluidityPa(white)
}

function bloomPerFluidityPa({ excessDensityKgPerM3, holeMm, bedDepthMm }: BloomWhite): number {
  const beadM = holeMm / 1000
  return excessDensityKgPerM3 * GRAVITY_M_PER_S2 * beadM * (holeMm / 3) ** 2.7 * (bedDepthMm / 5) ** -0.7
}

/** The bloom numbers between which a white may be piped, and the band in which it is best. */
export interface BloomWindow {
  readonly tooEarlyAbove: number
  readonly bestFrom: number
  readonly aim: number
  readonly bestTo: number
  readonly tooLateBelow: number
}

/** Holes that were simulated, mm. Beyond them nothing is known. */
export const KNOWN_HOLES_MM = [2, 4.5] as const
const HOLES_MM = [2, 2.5, 3, 3.35, 3.75, 4.5]
const BEDS_MM = [3, 4, 5, 8]
/** See-through, milky and opaque. */
const DOSES_KG_PER_M3 = [1.7, 5, 12]

/**
 * Where the simulated face turns, past its verdict of too early and of too late: bloom numbers by dose, bed and hole, from the mean score of four chances
 * (docs/physics/bloom.md, SWEEP=out.txt npm run unit -- tests/calibration/windowSweep). Where the bed is not poured yet at the early edge the next
 * stronger dose stands in.
 */
const TURNS_TOO_EARLY = [
  [
    [260, 127.5, 124.9, 132.7, 151.6, 211.8],
    [206, 109.9, 108.9, 118.3, 136.5, 199.8],
    [174, 103, 102.1, 114, 128.8, 183.7],
    [161, 97.8, 96.9, 109.6, 125.6, 165.4],
  ],
  [
    [260, 127.5, 124.9, 132.7, 151.6, 211.8],
    [206, 109.9, 108.9, 118.3, 136.5, 183.5],
    [174, 103, 102.1, 111.3, 128.8, 178.9],
    [161, 97.8, 96.9, 104.9, 121.1, 161.1],
  ],
  [
    [260, 127.5, 112.8, 119.6, 137.9, 197.1],
    [206, 109.9, 103.4, 106.9, 119.3, 161.4],
    [174, 103, 101.6, 108, 119, 159.9],
    [161, 97.8, 93.1, 101.5, 117.3, 157.2],
  ],
]
const TURNS_TOO_LATE = [
  [
    [42.4, 48.6, 56.7, 66.6, 82.5, 121.7],
    [40.4, 43.8, 51.5, 58.4, 69.2, 99.2],
    [38.4, 43.4, 48.7, 55.3, 65.3, 92.3],
    [37.5, 42.9, 48.8, 55, 63.9, 86.4],
  ],
  [
    [43.7, 46.9, 54.8, 63.6, 78.5, 115.6],
    [38.7, 42.9, 49.1, 55.4, 65.2, 93.5],
    [37.9, 41, 47.9, 54.5, 62.5, 85.2],
    [37.5, 40.2, 47.4, 53.4, 61.8, 83.9],
  ],
  [
    [41.1, 45.5, 53, 63.5, 78.2, 116],
    [38.9, 41.1, 46.9, 52.1, 61.9, 88.5],
    [37.2, 41, 46.3, 50.4, 58.6, 80.1],
    [35.4, 38.7, 44.2, 50.6, 59.9, 81.8],
  ],
]

/** The best band about the middle of the window (by eye), and where in it a plan aims: a little early (docs/decisions/0001). */
const BEST_FROM = 1.14
const AIM = 1.03
const BEST_TO = 0.86

/** The window of that white; a dose, hole or bed beyond those simulated takes the nearest of them. */
export function bloomWindow(white: BloomWhite): BloomWindow {
  const tooEarlyAbove = between(TURNS_TOO_EARLY, white)
  const tooLateBelow = between(TURNS_TOO_LATE, white)
  const middle = Math.sqrt(tooEarlyAbove * tooLateBelow)
  return {
    tooEarlyAbove,
    bestFrom: BEST_FROM * middle,
    aim: AIM * middle,
    bestTo: BEST_TO * middle,
    tooLateBelow,
  }
}

/** The window of a milky white through a 3 mm hole over a 5 mm bed: what hands and words go by where no white is at hand. */
export const BLOOM_WINDOW = bloomWindow({ excessDensityKgPerM3: 5, holeMm: 3, bedDepthMm: 5 })

/** Linear in the logarithms of dose, bed and hole. */
function between(
  table: readonly (readonly (readonly number[])[])[],
  { excessDensityKgPerM3, bedDepthMm, holeMm }: BloomWhite,
): number {
  const along = (marks: readonly number[], value: number, at: (k: number) => number) => {
    const place = placeIn(marks, value)
    return mixed(at(place.at), at(place.at + 1), place.share)
  }
  return Math.exp(
    along(DOSES_KG_PER_M3, excessDensityKgPerM3, (dose) =>
      along(BEDS_MM, bedDepthMm, (bed) =>
        along(HOLES_MM, holeMm, (hole) => Math.log(table[dose]![bed]![hole]!)),
      ),
    ),
  )
}

function placeIn(marks: readonly number[], value: number): { readonly at: number; readonly share: number } {
  const at = Math.max(
    0,
    Math.min(
      marks.length - 2,
      marks.findLastIndex((mark) => mark <= value),
    ),
  )
  const [from, to] = [Math.log(marks[at]!), Math.log(marks[at + 1]!)]
  return { at, share: Math.max(0, Math.min(1, (Math.log(value) - from) / (to - from))) }
}

function mixed(from: number, to: number, share: number): number {
  return from + share * (to - from)
}
