import type { BloomGrid } from './grid.ts'
import type { Sheets } from './sheets.ts'

export interface SinkTask {
  readonly grid: BloomGrid
  readonly sheets: Sheets
  /** Downward speeds at the surface sheet and at the one in transit, m/s. */
  readonly surfaceFall: Float64Array
  readonly transitFall: Float64Array
  readonly depthM: number
  readonly stepS: number
  /** Share of the ink above that goes down with sinking white. */
  readonly entrain: number
  readonly withInk: boolean
}

const STILL = 1e-6

/** White sinks from sheet to sheet: ds/dt = -(2/H) w s, and takes a share of the ink along; what is above is never lifted again. */
export function sink({
  grid,
  sheets,
  surfaceFall,
  transitFall,
  depthM,
  stepS,
  entrain,
  withInk,
}: SinkTask): void {
  const { n, from, to } = grid
  const perSpeed = (2 / depthM) * stepS
  const { surface, transit, floor } = sheets
  const [s0, s1, s2] = surface.ink
  const [t0, t1, t2] = transit.ink
  const [f0, f1, f2] = floor.ink
  for (let j = grid.firstRow; j <= grid.lastRow; j++) {
    for (let p = j * n + from[j]!, last = j * n + to[j]!; p <= last; p++) {
      const lower = perSpeed * transitFall[p]!
      if (lower > STILL && transit.white[p]! > 0) {
        const share = shareGone(lower)
        const gone = transit.white[p]! * share
        transit.white[p]! -= gone
        floor.white[p]! += gone
        if (withInk) {
          inkDown(t0, f0, p, share)
          inkDown(t1, f1, p, share)
          inkDown(t2, f2, p, share)
        }
      }
      const upper = perSpeed * surfaceFall[p]!
      if (upper > STILL && surface.white[p]! > 0) {
        const share = shareGone(upper)
        const gone = surface.white[p]! * share
        surface.white[p]! -= gone
        transit.white[p]! += gone
        if (withInk) {
          inkDown(s0, t0, p, share * entrain)
          inkDown(s1, t1, p, share * entrain)
          inkDown(s2, t2, p, share * entrain)
        }
      }
    }
  }
}

/** 1 - exp(-x) by its Pade form: between 0 and 1 for every step. */
function shareGone(x: number): number {
  return (x * (1 + 0.5 * x)) / (1 + x + 0.5 * x * x)
}

function inkDown(from: Float64Array, to: Float64Array, p: number, share: number): void {
  const gone = from[p]! * share
  from[p]! -= gone
  to[p]! += gone
}
