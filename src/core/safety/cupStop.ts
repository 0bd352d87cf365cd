import { isEvidence, type Believed, type Reading } from '../timing/index.ts'

/** What is known of a cup that must be empty by some minute. */
export interface StopTask {
  /** When it must be empty by what was believed before anything was read, and the minute by which one in ten like it had gelled. */
  readonly beforeMin: number
  readonly quickBeforeMin: number | null
  readonly readings: readonly Reading[]
  readonly believed: Believed
  /** When it must be empty by what is believed: by its mean, and before one in ten has gelled. */
  readonly stopBy: (by: Pick<Believed, 'members' | 'mean'>) => number
  /** What would be believed were those the readings; asked while no two agree. */
  readonly believing: (readings: readonly Reading[]) => Pick<Believed, 'members' | 'mean'>
}

/** A probe at the wall of a cup shows so much less than its middle, a figure of some minutes ago about as much (from memory). */
const LOW_BY_K = 4

/** The readings as they would be had the thermometer stood at the wall. */
function asIfLow(readings: readonly Reading[]): readonly Reading[] {
  return readings.map((reading) =>
    reading.kind === 'temperature' ? { ...reading, tempC: reading.tempC + LOW_BY_K } : reading,
  )
}

/** Readings nearer to each other than this may share one slip: a probe at the wall, a figure of some minutes ago (from memory). */
const APART_MIN = 3

/**
 * When a cup must be empty after those readings. One of them may move it sooner; later it moves only by what still holds whichever of them is
 * left out, with all that were taken within three minutes of it: by two that agree. While no two do, it stays no later than before anything
 * was read, than its quick tail was then, and than it would be had the thermometer shown some kelvin too little.
 */
export function cupStopAfter({
  beforeMin,
  quickBeforeMin,
  readings,
  believed,
  stopBy,
  believing,
}: StopTask): number {
  const evidence = readings.filter(isEvidence)
  const groups = [
    ...evidence.map(({ atMin }) => evidence.filter((other) => Math.abs(other.atMin - atMin) < APART_MIN)),
    believed.contradictions,
  ].filter((group) => group.length > 0)
  const unread = () => Math.min(beforeMin, quickBeforeMin ?? Infinity, stopBy(believing(asIfLow(readings))))
  const stops = distinct(groups).map((group) => {
    const rest = believed.without(group)
    return rest === null ? unread() : stopBy(rest)
  })
  return Math.min(stopBy(believed), ...stops)
}

/** Groups that hold the same readings once. */
function distinct(groups: readonly (readonly Reading[])[]): readonly (readonly Reading[])[] {
  const key = (group: readonly Reading[]) => group.map(({ atMin }) => atMin).join()
  return groups.filter((group, k) => groups.findIndex((other) => key(other) === key(group)) === k)
}
