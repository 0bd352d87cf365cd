import { GRAVITY_M_PER_S2 } from '../units/index.ts'

/** The white that goes into a bloom: how strong, through which hole, onto how deep a bed. */
export interface BloomWhite {
  readonly excessDensityKgPerM3: number
  readonly holeMm: number
  readonly bedDepthMm: number
}

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
const HOLES_MM = [2, 2.5, 2.7, 3, 3.35, 3.75, 4.5]
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
    [260, 125.6, 125, 124.2, 130.4, 149, 209.7],
    [206, 108.7, 108.7, 108.6, 116.6, 131.7, 192.8],
    [174, 102.4, 98, 101.5, 113.8, 126.1, 179.3],
    [161, 97.6, 97.2, 96.9, 109.6, 126, 164.7],
  ],
  [
    [260, 125.6, 125, 124.2, 130.4, 149, 209.7],
    [206, 108.7, 108.7, 108.6, 116.6, 131.7, 175.4],
    [174, 102.4, 98, 101.5, 111.7, 126.1, 167.2],
    [161, 97.6, 97.2, 96.9, 105.9, 121.9, 161.3],
  ],
  [
    [260, 125.6, 115, 112.3, 118.3, 135.5, 194.6],
    [206, 108.7, 100.3, 99.7, 103.3, 114, 156.3],
    [174, 102.4, 95, 96.3, 100.7, 109.7, 145.2],
    [161, 97.6, 91.2, 93.5, 101.3, 116.1, 145],
  ],
]
const TURNS_TOO_LATE = [
  [
    [42.1, 48, 50.4, 56.2, 66.9, 81.9, 120.4],
    [38.6, 44.2, 46.3, 50.5, 57, 68.1, 97.1],
    [38.4, 43.2, 44.7, 48.9, 55.3, 63.8, 88.8],
    [37.5, 42.3, 44.7, 48.3, 54.3, 63, 84.9],
  ],
  [
    [43.2, 47.5, 48.5, 54.2, 63.1, 78.8, 114.6],
    [38.8, 42.5, 43.6, 48.2, 54.8, 65.2, 92.2],
    [37.7, 40.7, 42.6, 47.1, 52.7, 59.9, 82.6],
    [37.6, 40.1, 41.4, 46.3, 53, 60.8, 79.5],
  ],
  [
    [41.2, 45.3, 47.2, 53.9, 64, 78.7, 117.1],
    [39, 41.2, 42.3, 46.3, 51.3, 61.6, 88],
    [36.9, 39.7, 40.8, 43.3, 48.4, 55.7, 77.2],
    [35.3, 38.7, 39.2, 43.5, 48.9, 56.1, 71.7],
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
