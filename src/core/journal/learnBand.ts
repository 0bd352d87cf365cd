import type { Normal } from '../resin/index.ts'
import type { TimingVerdict } from './piece.ts'

/** A piece that was looked at: when its white went in, beside the best, and how it came out. */
export interface JudgedPiece {
  /** Natural log of flow still to come over the flow that is best. */
  readonly aimLog: number
  readonly verdict: TimingVerdict
  /** Poured of another resin: what its moment was is that resin's doing for the most part. */
  readonly lent?: boolean
}

/** What a piece of another resin is worth of one of its own (from memory): a hand is a hand, but its minutes were learned on that resin. */
const LENT_SHARE = 0.1

/** The edges of the technique's band beside its best, as natural logs of flow: the early edge above 0, the late one below. */
export interface BandEdges {
  readonly earlyLog: number
  readonly lateLog: number
}

/** How far one hand's band may lie from everyone's, and how soft its edges are (both from memory). */
const SHIFT_SD_LOG = 0.25
const EDGE_LOG = 0.12
/** A verdict that has nothing to do with the moment: a slip, or another fault mistaken for it. One in ten (common practice has no figure). */
const SLIP = 0.1
const REACH_LOG = 0.8
const STEPS = 161

/**
 * How far those outcomes move a technique's band, in natural log of flow, above 0 sooner: the posterior of the shift over a grid, each
 * piece falling on its side of soft edges. Without pieces it is the usual spread about 0. A piece that came out right says that its moment
 * lies in the band and nothing of where in it: it pulls no plan to the band's middle, so that success does not drift. A piece of another resin
 * counts a tenth: a band belongs to the resin that taught it.
 */
export function learnBand(pieces: readonly JudgedPiece[], edges: BandEdges): Normal {
  const shifts = Array.from({ length: STEPS }, (_, k) => REACH_LOG * ((2 * k) / (STEPS - 1) - 1))
  const logs = shifts.map((shift) =>
    pieces.reduce(
      (sum, piece) => sum + (piece.lent ? LENT_SHARE : 1) * Math.log(chanceOf(piece, edges, shift)),
      -0.5 * (shift / SHIFT_SD_LOG) ** 2,
    ),
  )
  const top = Math.max(...logs)
  const weights = logs.map((log) => Math.exp(log - top))
  const all = weights.reduce((sum, weight) => sum + weight, 0)
  const mean = shifts.reduce((sum, shift, k) => sum + shift * weights[k]!, 0) / all
  const variance = shifts.reduce((sum, shift, k) => sum + (shift - mean) ** 2 * weights[k]!, 0) / all
  return { mean, sd: Math.sqrt(variance) }
}

/** How well that verdict goes with a band so far from everyone's. */
function chanceOf({ aimLog, verdict }: JudgedPiece, { earlyLog, lateLog }: BandEdges, shift: number): number {
  const widest = Math.max(earlyLog, -lateLog)
  const chance = {
    tooEarly: logistic((aimLog - earlyLog - shift) / EDGE_LOG),
    tooLate: logistic((lateLog + shift - aimLog) / EDGE_LOG),
    // As wide on one side as on the other: the band's own middle is not what was aimed at.
    right: logistic((widest - Math.abs(aimLog - shift)) / EDGE_LOG),
  }[verdict]
  return SLIP / 3 + (1 - SLIP) * chance
}

function logistic(x: number): number {
  return 1 / (1 + Math.exp(-x))
}
