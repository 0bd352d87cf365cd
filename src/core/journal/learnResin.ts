import { LEARNED_ABOUT_C, type Learned, type Normal, type Spread } from '../resin/index.ts'
import { USUAL_BELIEF } from '../timing/index.ts'
import type { Lesson } from './lesson.ts'

/** How far the rate of a pour strays from its resin's own line, whatever was read (from memory). */
const STRAY_LOG = 0.07
/** Per kelvin of room: an activation energy off by 12 kJ/mol, the spread of craft epoxies (from memory). */
const SLOPE_SD_PER_K = 0.016

/**
 * What those runs together teach of a resin, or null when none of them said anything: the rate as a straight line in the room's
 * temperature (Bayesian linear regression with the record and its spread as prior), heat loss and viscosity as plain means.
 */
export function learnResin(spread: Spread, lessons: readonly Lesson[]): Learned | null {
  const rated = lessons.flatMap(({ rateLog, roomTempC }) => (rateLog ? [{ ...rateLog, roomTempC }] : []))
  const telling = lessons.filter((lesson) => lesson.rateLog ?? lesson.lossLog ?? lesson.viscosityLog)
  if (telling.length === 0) return null
  const line = rateLine(spread, rated)
  return {
    runs: telling.length,
    ...line,
    lossLog: pooled('lossLog', USUAL_BELIEF.sd.lossLog, lessons),
    viscosityLog: pooled('viscosityLog', spread.viscosityLog, lessons),
  }
}

type RateLine = Pick<
  Learned,
  'rateLogAt21' | 'rateLogPerK' | 'rateVarAt21' | 'rateVarPerK' | 'rateCovariance'
>

/** Posterior of level and slope: precision P = P0 + sum x x'/s2, mean = P^-1 (P0 m0 + sum x y/s2), x = (1, room - 21 C). */
function rateLine(spread: Spread, runs: readonly (Normal & { readonly roomTempC: number })[]): RateLine {
  let levelLevel = 1 / spread.rateLog ** 2
  let levelSlope = 0
  let slopeSlope = 1 / SLOPE_SD_PER_K ** 2
  let level = 0
  let slope = 0
  for (const run of runs) {
    const precision = 1 / (run.sd ** 2 + STRAY_LOG ** 2)
    const k = run.roomTempC - LEARNED_ABOUT_C
    levelLevel += precision
    levelSlope += precision * k
    slopeSlope += precision * k ** 2
    level += precision * run.mean
    slope += precision * k * run.mean
  }
  const determinant = levelLevel * slopeSlope - levelSlope ** 2
  return {
    rateLogAt21: (slopeSlope * level - levelSlope * slope) / determinant,
    rateLogPerK: (levelLevel * slope - levelSlope * level) / determinant,
    rateVarAt21: slopeSlope / determinant,
    rateVarPerK: levelLevel / determinant,
    rateCovariance: -levelSlope / determinant,
  }
}

/** The usual belief and every run that says something, each by its precision. */
function pooled(key: 'lossLog' | 'viscosityLog', sd: number, lessons: readonly Lesson[]): Normal {
  const prior: Normal = { mean: 0, sd }
  const told = lessons.flatMap((lesson) => lesson[key] ?? [])
  const all = [prior, ...told.map(({ mean, sd }) => ({ mean, sd: Math.hypot(sd, STRAY_LOG) }))]
  const precision = all.reduce((sum, { sd }) => sum + 1 / sd ** 2, 0)
  return {
    mean: all.reduce((sum, { mean, sd }) => sum + mean / sd ** 2, 0) / precision,
    sd: Math.sqrt(1 / precision),
  }
}
