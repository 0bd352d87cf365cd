import { LEARNED_ABOUT_C, type Learned, type Normal, type Spread } from '../resin/index.ts'
import { USUAL_BELIEF } from '../timing/index.ts'
import { diagonal, inverse, plus, times, type Matrix } from '../numeric/index.ts'
import type { Joint, Lesson } from './lesson.ts'

/** How far the rate of a pour strays from its resin's own line, whatever was read (from memory). */
const STRAY_LOG = 0.07
/** Per kelvin of room: an activation energy off by 12 kJ/mol, the spread of craft epoxies (from memory). */
const SLOPE_SD_PER_K = 0.016

/** How far the heat a pour loses, and how thick it is, stray from pour to pour (from memory). */
const LOSS_STRAY_LOG = 0.1

/**
 * What those runs together teach of a resin, or null when none of them said anything: the rate as a straight line in the room's temperature,
 * heat loss and viscosity as figures, all four at once (Bayesian linear regression with the record and its spread as prior). A run is not the
 * resin: what it says is widened by how pours of one resin stray.
 */
export function learnResin(spread: Spread, lessons: readonly Lesson[]): Learned | null {
  const telling = lessons.filter((lesson) => lesson.together)
  if (telling.length === 0) return null
  let precision: Matrix = diagonal([
    1 / spread.rateLog ** 2,
    1 / SLOPE_SD_PER_K ** 2,
    1 / USUAL_BELIEF.sd.lossLog ** 2,
    1 / spread.viscosityLog ** 2,
  ])
  let information: readonly number[] = [0, 0, 0, 0]
  for (const { together, roomTempC } of telling) {
    const { precision: told, information: says } = strayed(together!)
    const k = roomTempC - LEARNED_ABOUT_C
    // Rate, loss and viscosity of that pour out of level, slope, loss and viscosity of the resin.
    const seen = [
      [1, k, 0, 0],
      [0, 0, 1, 0],
      [0, 0, 0, 1],
    ]
    precision = plus(precision, sandwiched(told, seen))
    information = information.map(
      (value, i) => value + seen.reduce((sum, row, j) => sum + row[i]! * says[j]!, 0),
    )
  }
  const covariance = inverse(precision)
  const mean = times(covariance, information)
  const figure = (k: number): Normal => ({ mean: mean[k]!, sd: Math.sqrt(covariance[k]![k]!) })
  return {
    runs: telling.length,
    rateLogAt21: mean[0]!,
    rateLogPerK: mean[1]!,
    rateVarAt21: covariance[0]![0]!,
    rateVarPerK: covariance[1]![1]!,
    rateCovariance: covariance[0]![1]!,
    lossLog: figure(2),
    viscosityLog: figure(3),
  }
}

/** What a run says of the resin and not of that pour: H (1 + S H)^-1 with S the variance from pour to pour. */
function strayed({ precision, information }: Joint): Joint {
  const stray = [STRAY_LOG ** 2, LOSS_STRAY_LOG ** 2, STRAY_LOG ** 2]
  // H - H (H + S^-1)^-1 H, which asks for no inverse of what may say nothing.
  const between = inverse(plus(precision, diagonal(stray.map((variance) => 1 / variance))))
  const kept = sandwiched(between, precision)
  const lost = times(precision, times(between, information))
  return {
    precision: plus(precision, kept, -1),
    information: information.map((value, i) => value - lost[i]!),
  }
}

/** B' A B. */
function sandwiched(inner: Matrix, by: Matrix): number[][] {
  const columns = by[0]!.map((_value, j) => by.map((row) => row[j]!))
  const inside = columns.map((column) => times(inner, column))
  return columns.map((column) =>
    inside.map((other) => column.reduce((sum, value, i) => sum + value * other[i]!, 0)),
  )
}
