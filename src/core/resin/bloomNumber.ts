/** The white that goes into a bloom: how strong, through which hole, onto how deep a bed. */
export interface BloomWhite {
  readonly excessDensityKgPerM3: number
  readonly holeMm: number
  readonly bedDepthMm: number
}

const GRAVITY_M_PER_S2 = 9.81

/**
 * Bloom number B = drho g d F (d / 3 mm)^2.7 (H / 5 mm)^-0.7: how far white of that excess density still sinks and
 * spreads when piped with that much flow to come. Dimensionless. It takes out the dose of the white, the room and the resin; what a hole
 * and a bed make of it stands in `bloomWindow`.
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

/** Holes and beds that were simulated, mm. Beyond them nothing is known. */
export const KNOWN_HOLES_MM = [2, 4.5] as const
const HOLES_MM = [2, 2.5, 3, 3.75, 4.5]
const BEDS_MM = [3, 5, 8]

/**
 * Where the simulated face turns, past its verdict of too early and of too late: bloom numbers by bed and hole, each the geometric mean over
 * a see-through, a milky and an opaque white, which lie within 12 % of it (docs/physics/bloom.md). A thin hole has no early edge on a thin bed: its
 * white is too little to blob.
 */
const TURNS_TOO_EARLY = [
  [260, 126.6, 115.2, 137.8, 197.3],
  [174, 105.5, 98.5, 118.1, 157.3],
  [161, 96.9, 94.0, 117.9, 157.0],
]
const TURNS_TOO_LATE = [
  [41.2, 44.8, 50.4, 73.0, 109.2],
  [36.0, 39.6, 44.5, 59.4, 79.8],
  [34.6, 39.3, 45.9, 60.4, 82.1],
]

/** The best band about the middle of the window (by eye), and where in it a plan aims: a little early (docs/decisions/0001). */
const BEST_FROM = 1.14
const AIM = 1.1
const BEST_TO = 0.86

/** The window of that hole and bed; a hole or a bed beyond those simulated takes the nearest of them. */
export function bloomWindow({ holeMm, bedDepthMm }: Pick<BloomWhite, 'holeMm' | 'bedDepthMm'>): BloomWindow {
  const tooEarlyAbove = between(TURNS_TOO_EARLY, holeMm, bedDepthMm)
  const tooLateBelow = between(TURNS_TOO_LATE, holeMm, bedDepthMm)
  const middle = Math.sqrt(tooEarlyAbove * tooLateBelow)
  return {
    tooEarlyAbove,
    bestFrom: BEST_FROM * middle,
    aim: AIM * middle,
    bestTo: BEST_TO * middle,
    tooLateBelow,
  }
}

/** The window of a 3 mm hole over a 5 mm bed: what hands and words go by where no white is at hand. */
export const BLOOM_WINDOW = bloomWindow({ holeMm: 3, bedDepthMm: 5 })

/** Linear in the logarithms of hole and bed. */
function between(table: readonly (readonly number[])[], holeMm: number, bedMm: number): number {
  const hole = placeIn(HOLES_MM, holeMm)
  const bed = placeIn(BEDS_MM, bedMm)
  const row = (k: number) =>
    mixed(Math.log(table[k]![hole.at]!), Math.log(table[k]![hole.at + 1]!), hole.share)
  return Math.exp(mixed(row(bed.at), row(bed.at + 1), bed.share))
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
