import { pourMixOf, techniqueOfPour, type BatchRequest } from '../batch/index.ts'
import type { Piece } from '../journal/index.ts'
import { marksOnPiece } from '../technique/index.ts'
import { planBatch } from './plan.ts'

/** What was said of a pour that is planned again: its aim step was done at that minute, and that was too early or too late. */
export interface SaidOfIt {
  readonly verdict: 'tooEarly' | 'tooLate'
  readonly atMin: number
}

/** What its pieces say of the minute at which each got its aim step; nothing of those that were right, or do not tell. */
export function saidOf(
  request: BatchRequest,
  done: Readonly<Record<string, number>>,
  pieces: readonly Pick<Piece, 'no' | 'outcome'>[],
): readonly SaidOfIt[] {
  const technique = techniqueOfPour(request)
  return pieces.flatMap(({ no, outcome }): SaidOfIt[] => {
    const verdict = outcome?.timing ?? null
    if (verdict !== 'tooEarly' && verdict !== 'tooLate') return []
    const [atMin] = marksOnPiece(({ id }) => id === technique.aimStep, technique, {
      done,
      pieceNo: no,
      way: request.technique,
    })
    return atMin === undefined ? [] : [{ verdict, atMin }]
  })
}

/** What is so much another moves the minutes by itself (by eye). */
const SAME_ROOM_K = 1.5
const SAME_SHARE = 0.15
/** A minute that is so near to what was wrong is no other; that much sooner or later is (by eye). */
const OTHER_BY_MIN = 1
const MOST_SHIFT_LOG = 1.5
const HALVINGS = 12

/**
 * The hand's shift with which a repeat is planned sooner than what was too late, and later than what was too early; the request's own where it is
 * anyway. What readings and other pours taught may say otherwise: the piece that came out is the better witness of its own minute. Null where the two
 * contradict each other, where room, resin, way, cup or bed are others, and where no minute of this resin keeps to them.
 */
export function heldShift(
  request: BatchRequest,
  before: BatchRequest,
  said: readonly SaidOfIt[],
): number | null {
  if (said.length === 0 || !areAlike(before, request)) return null
  const minutes = (verdict: SaidOfIt['verdict']) =>
    said.flatMap((each) => (each.verdict === verdict ? [each.atMin] : []))
  const latest = Math.min(Infinity, ...minutes('tooLate')) - OTHER_BY_MIN
  const earliest = Math.max(-Infinity, ...minutes('tooEarly')) + OTHER_BY_MIN
  if (earliest > latest) return null
  const own = aimMin(request, request.aimShiftLog)
  if (own === null) return null
  // Above 0 is sooner.
  if (own > latest) return shiftTo(request, request.aimShiftLog + MOST_SHIFT_LOG, (min) => min <= latest)
  if (own < earliest) return shiftTo(request, request.aimShiftLog - MOST_SHIFT_LOG, (min) => min >= earliest)
  return null
}

/** Whether both lie as deep, out of as much in the cup, in the same resin, room and way. */
function areAlike(before: BatchRequest, request: BatchRequest): boolean {
  const [was, is] = [before, request].map((each) => pourMixOf(planBatch(each).mixes))
  const near = (one: number, other: number) => Math.abs(one - other) <= SAME_SHARE * one
  return (
    before.resin.id === request.resin.id &&
    before.technique === request.technique &&
    before.white.holeMm === request.white.holeMm &&
    Math.abs(before.roomTempC - request.roomTempC) <= SAME_ROOM_K &&
    near(was!.parts.byWeight.totalG, is!.parts.byWeight.totalG) &&
    near(was!.depthMm, is!.depthMm)
  )
}

/** The smallest change of the shift towards that one at which the aim's minute is as wanted; null where not even that one does. */
function shiftTo(request: BatchRequest, farLog: number, isWanted: (min: number) => boolean): number | null {
  const furthest = aimMin(request, farLog)
  if (furthest === null || !isWanted(furthest)) return null
  let [short, far] = [request.aimShiftLog, farLog]
  for (let halving = 0; halving < HALVINGS; halving++) {
    const middle = (short + far) / 2
    const min = aimMin(request, middle)
    if (min !== null && isWanted(min)) far = middle
    else short = middle
  }
  return far
}

/** When the plan has its aim step on the first piece; null where its way has none. */
function aimMin(request: BatchRequest, aimShiftLog: number): number | null {
  const { aimStep } = techniqueOfPour(request)
  const turn = planBatch({ ...request, aimShiftLog }).steps.find(({ step }) => step.id === aimStep)
  return turn?.beginMin ?? null
}
