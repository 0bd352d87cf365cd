import { normalPair } from '#core/timing/index.ts'

/** One pouring from a bottle onto the scale. */
export interface Stroke {
  readonly beganAtMs: number
  /** What lands in the end. */
  readonly landsG: number
}

const QUICK_G_PER_S = 12
const THREAD_G_PER_S = 1.5
/** The last of it is poured as a thread: a tenth, and never more than so many grams (by eye). */
const THREAD_SHARE = 0.1
const MOST_OF_THREAD_G = 4
/** A hand stops a little late, seldom early. */
const SLIP_MEAN_G = 0.8
const SLIP_SD_G = 0.9

/** A pouring towards that many grams, with the slip of a hand. */
export function strokeOf(targetG: number, beganAtMs: number, chance: () => number): Stroke {
  const slip = SLIP_MEAN_G + SLIP_SD_G * normalPair(chance)[0]
  return { beganAtMs, landsG: Math.max(0.1, targetG + Math.min(slip, 0.5 * targetG)) }
}

/** How much of it has landed: a stream first, a thread for the last of it. */
export function pouredSoFarG({ beganAtMs, landsG }: Stroke, nowMs: number): number {
  const s = Math.max(0, (nowMs - beganAtMs) / 1000)
  const streamG = landsG - Math.min(THREAD_SHARE * landsG, MOST_OF_THREAD_G)
  const streamS = streamG / QUICK_G_PER_S
  if (s <= streamS) return s * QUICK_G_PER_S
  return Math.min(landsG, streamG + (s - streamS) * THREAD_G_PER_S)
}
