import { bisect } from '#core/numeric/index.ts'
import { ARCHETYPES, STIRRED_K, USUAL_WALL } from '#core/resin/index.ts'
import { bandOf, coursesOf, USUAL_BELIEF, type Band, type Course } from '#core/timing/ensemble.ts'
import { BAND_CARRIED_BY } from '#core/timing/bands.ts'
import { posteriorOf } from '#core/timing/posterior.ts'
import type { Reading } from '#core/timing/reading.ts'

/** A quick resin left in a full cup at 21 C: what the checks of readings and bands are made on. */
export const setting = {
  resin: ARCHETYPES.quick,
  cupMassG: 143,
  bedDepthMm: 6,
  roomTempC: 21,
  startTempC: 21 + STIRRED_K,
  wall: USUAL_WALL,
}
export const inCup = { setting, decantMin: null, toMin: 45 }
export const cupTask = {
  setting,
  decantMin: null,
  belief: USUAL_BELIEF,
  members: 256,
  seed: 4,
  carriedBy: BAND_CARRIED_BY,
}

/** The minute the cup passes 40 C; the latest there is where it gels before. */
export function reaches40({ life }: Course): number {
  return bisect((min) => life.tempAt(min) - 40, { from: 0, to: life.toMin, tolerance: 0.02 }) ?? inCup.toMin
}

export const probe = (atMin: number, tempC: number): Reading => ({
  kind: 'temperature',
  atMin,
  tempC,
  by: 'probe',
})

/** The band of that minute after those readings. */
export function bandAfter(readings: readonly Reading[], count = cupTask.members): Band {
  const { members } = posteriorOf({ ...cupTask, members: count, readings })
  const { courses, weights } = coursesOf(members, inCup)
  return bandOf(courses.map(reaches40), weights)!
}

export const width = (band: Band) => band.highMin - band.lowMin
