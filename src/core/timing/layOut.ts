import type { Criterion, Window } from '../resin/index.ts'
import type { StepId } from '../technique/index.ts'
import { handsOnMin, slotsThatGet, type HandsJob, type PieceSlot } from './handsOn.ts'
import type { Turn } from './turns.ts'

/** A turn with its place in time; minutes from stop-stir. */
export interface TimedTurn extends Turn {
  readonly beginMin: number
  readonly endMin: number
  readonly handsOnMin: number
  /** When it may be done: from, and up to where there is an end; both may have passed before its turn comes. */
  readonly fromMin: number
  readonly toMin: number | null
  /** Its moment never comes in this resin and room. */
  readonly never: boolean
}

export interface LayOutTask {
  readonly job: HandsJob
  readonly slots: readonly PieceSlot[]
  readonly turns: readonly Turn[]
  readonly decantMin: number
  /** Latest moment the cup may still be full. */
  readonly cupStopMin: number
  /** When that criterion holds in the bed, for that turn, though it be over by then; null before it is known or when it never does. */
  readonly windowFor: (criterion: Criterion, turn?: Turn) => Window | null
  /** When turns were really done, by key, in minutes. */
  readonly done: Readonly<Record<string, number>>
}

/** Every pour turn in time, in order: hands do one thing after another, waits end when they may; what only looks or wipes falls between when it is due. */
export function layOut(task: LayOutTask): readonly TimedTurn[] {
  const timed: TimedTurn[] = []
  let handsFreeMin = 0
  for (const turn of task.turns) {
    if (turn.step.floats) continue
    const next = timeTurn(task, { turn, timed, handsFreeMin })
    timed.push(next)
    handsFreeMin = Math.max(next.endMin, turn.step.does === 'stirs' ? 0 : -Infinity)
  }
  return task.turns
    .filter(({ step }) => step.floats)
    .reduce((all: readonly TimedTurn[], turn) => putIn(all, floatingTurn(task, turn, all)), timed)
}

/** When it falls due, or as soon as the hands are free of what they are at by then. */
function floatingTurn(task: LayOutTask, turn: Turn, timed: readonly TimedTurn[]): TimedTurn {
  const pouredMin = timed.find(({ step }) => step.does === 'empties')?.endMin ?? 0
  const due = timeTurn(task, { turn, timed, handsFreeMin: pouredMin })
  if (task.done[turn.key] !== undefined) return due
  let { beginMin } = due
  for (const busy of timed)
    if (busy.handsOnMin > 0 && beginMin < busy.endMin && beginMin + due.handsOnMin > busy.beginMin)
      beginMin = busy.endMin
  return { ...due, beginMin, endMin: beginMin + due.handsOnMin }
}

/** Before the first turn that begins later. */
function putIn(timed: readonly TimedTurn[], turn: TimedTurn): readonly TimedTurn[] {
  const at = timed.findIndex(({ beginMin }) => beginMin > turn.beginMin)
  return at < 0 ? [...timed, turn] : [...timed.slice(0, at), turn, ...timed.slice(at)]
}

interface Context {
  readonly turn: Turn
  readonly timed: readonly TimedTurn[]
  readonly handsFreeMin: number
}

function timeTurn(task: LayOutTask, context: Context): TimedTurn {
  const { turn } = context
  const hands = handsOnMin(turn.step, slotsOf(task.slots, turn), task.job)
  const planned = chosenTime(task, context, plannedTime(task, context, hands))
  const doneMin = task.done[turn.key]
  if (doneMin === undefined) return { ...turn, handsOnMin: hands, never: false, ...planned }
  return {
    ...turn,
    handsOnMin: hands,
    never: false,
    ...planned,
    beginMin: Math.min(planned.beginMin, doneMin),
    endMin: doneMin,
  }
}

/** At the minute a person chose, once the hands are free and the resin is there; its window stays what it is. */
function chosenTime(task: LayOutTask, { turn, handsFreeMin }: Context, planned: Times): Times {
  const { atMin, does } = turn.step
  if (atMin === undefined || does === 'empties') return planned
  const beginMin = Math.max(handsFreeMin, isFirstOf(task, turn) ? atMin : 0)
  return { ...planned, beginMin, endMin: beginMin + planned.endMin - planned.beginMin }
}

type Times = Pick<TimedTurn, 'beginMin' | 'endMin' | 'fromMin' | 'toMin'> & { readonly never?: boolean }

function plannedTime(task: LayOutTask, context: Context, hands: number): Times {
  const { moment } = context.turn.step
  const { handsFreeMin, timed } = context
  switch (moment.by) {
    case 'clock': {
      const beginMin = clockBegin(task, context, { bestMin: moment.bestMin, hands })
      return { beginMin, endMin: beginMin + hands, fromMin: moment.fromMin, toMin: moment.toMin }
    }
    case 'aim': {
      const beginMin = task.decantMin
      // Emptied by then, not begun by then; a cup that stands longer is late, whenever it is emptied.
      const toMin = openEnded(Math.max(0, task.cupStopMin - hands))
      return { beginMin, endMin: beginMin + hands, fromMin: beginMin, toMin }
    }
    case 'before': {
      const aheadMin = moment.minutes + (inBed(task, moment.step) ? hands : 0)
      const dueMin = Math.max(handsFreeMin, plannedBegin(task, moment.step) - aheadMin)
      if (hands === 0)
        return { beginMin: handsFreeMin, endMin: dueMin, fromMin: dueMin - 1, toMin: dueMin + 1 }
      return {
        beginMin: dueMin,
        endMin: dueMin + hands,
        // Out of a cup that has to be empty by then it is never due later than that.
        fromMin: Math.max(0, inBed(task, moment.step) ? dueMin - 1 : Math.min(dueMin - 1, task.cupStopMin)),
        toMin: inBed(task, moment.step) ? dueMin + moment.minutes + 1 : openEnded(task.cupStopMin),
      }
    }
    case 'after': {
      const dueMin = endOf(timed, moment.step, moment.each ? context.turn.pieceNo : null) + moment.minutes
      const beginMin = Math.max(handsFreeMin, dueMin)
      return { beginMin, endMin: beginMin + hands, fromMin: dueMin, toMin: dueMin + moment.lateAfterMin }
    }
    case 'since': {
      const fromMin = handsFreeMin + moment.minutes
      // A wait ends then, whatever is done after it begins.
      const beginMin = hands === 0 ? handsFreeMin : fromMin
      return { beginMin, endMin: fromMin + hands, fromMin, toMin: null }
    }
    case 'settle': {
      const endMin = Math.max(handsFreeMin, settledMin(task, context))
      return { beginMin: handsFreeMin, endMin, fromMin: endMin, toMin: null }
    }
    case 'resin':
      return resinTime(task, context, { criterion: moment.criterion, hands })
    case 'rack':
      throw new RangeError(`layOut: ${context.turn.step.id} is placed on the rack`)
    default:
      return moment satisfies never
  }
}

/** The decant as it was solved; what goes piece by piece one after the other from its best on; what is done once is finished by then. */
function clockBegin(
  task: LayOutTask,
  { turn, handsFreeMin }: Context,
  { bestMin, hands }: { readonly bestMin: number; readonly hands: number },
): number {
  if (turn.step.does === 'empties') return task.decantMin
  if (turn.pieceNo === null) return bestMin - hands
  return Math.max(handsFreeMin, isFirstOf(task, turn) ? bestMin : 0)
}

function isFirstOf({ turns }: LayOutTask, { step, pieceNo }: Turn): boolean {
  return turns.find((each) => each.step.id === step.id)?.pieceNo === pieceNo
}

/** Open where no cup ever has to be empty. */
function openEnded(min: number): number | null {
  return Number.isFinite(min) ? min : null
}

/** When the decant, a turn placed before it, or one that a window of the bed decides is planned to begin. */
function plannedBegin(task: LayOutTask, id: StepId): number {
  const turn = task.turns.find((each) => each.step.id === id)
  const moment = turn?.step.moment
  if (moment?.by === 'before') return plannedBegin(task, moment.step) - moment.minutes
  if (moment?.by !== 'resin') return task.decantMin
  const bestMin = task.windowFor(moment.criterion)?.bestMin
  return bestMin === undefined ? task.decantMin : bestMin - roundSpanMin(task, turn!) / 2
}

/** Whether that step waits for the bed: what comes before it is finished by then, and no cup hurries it. */
function inBed({ turns }: LayOutTask, id: StepId): boolean {
  return turns.find((turn) => turn.step.id === id)?.step.moment.by === 'resin'
}

/** A window open from the start is used at once; any other is met at its best, the aim step centred on it. */
function resinTime(
  task: LayOutTask,
  context: Context,
  { criterion, hands }: { criterion: Criterion; hands: number },
): Times {
  const { turn, handsFreeMin } = context
  const window = task.windowFor(criterion, turn)
  const atOnce = criterion.by === 'fluidity' && criterion.opensPerPa === null
  const settled =
    turn.step.brings.includes('white') && turn.pieceNo !== null ? settleEnd(context, task, turn) : 0
  const best = window && !atOnce ? window.bestMin - roundSpanMin(task, turn) / 2 : 0
  const beginMin = Math.max(handsFreeMin, settled, isFirstOf(task, turn) ? best : 0)
  return {
    beginMin,
    endMin: beginMin + hands,
    fromMin: window?.openMin ?? beginMin,
    toMin: window?.closeMin ?? null,
    never: window === null,
  }
}

/** Hands-on minutes from the first to the last bead of the round the turn belongs to. */
function roundSpanMin({ turns, slots, job }: LayOutTask, turn: Turn): number {
  const { round } = turn.step
  if (!round) return 0
  return turns
    .filter((each) => each.step.round === round)
    .reduce((sum, each) => sum + handsOnMin(each.step, slotsOf(slots, each), job), 0)
}

/** When the first bead may fall so that every piece's ink has had its rest by the time its own bead comes. */
function settledMin(task: LayOutTask, { timed, turn }: Context): number {
  let laterMin = 0
  let firstMin = 0
  for (const slot of slotsThatGet(turn.step, task.slots)) {
    firstMin = Math.max(firstMin, inkEnd(timed, slot.no) + task.job.request.settleMin - laterMin)
    laterMin += roundOfPiece(task, slot)
  }
  return firstMin
}

function roundOfPiece({ turns, job }: LayOutTask, slot: PieceSlot): number {
  return turns
    .filter((each) => each.pieceNo === slot.no && each.step.round)
    .reduce((sum, each) => sum + handsOnMin(each.step, [slot], job), 0)
}

function settleEnd({ timed }: Context, { job }: LayOutTask, { step: { way }, pieceNo }: Turn): number {
  const settles = job.technique.steps.some((step) => step.moment.by === 'settle' && step.way === way)
  return settles ? inkEnd(timed, pieceNo!) + job.request.settleMin : 0
}

function inkEnd(timed: readonly TimedTurn[], pieceNo: number): number {
  const moves = ({ step }: TimedTurn) => step.does === 'inks' || step.brings.includes('movingInk')
  return timed.findLast((turn) => moves(turn) && turn.pieceNo === pieceNo)?.endMin ?? 0
}

/** End of the last turn of that step; of that piece's own where there is one. */
function endOf(timed: readonly TimedTurn[], id: StepId, pieceNo: number | null): number {
  const own = timed.filter((turn) => turn.step.id === id)
  return (own.findLast((turn) => turn.pieceNo === pieceNo) ?? own.at(-1))?.endMin ?? 0
}

function slotsOf(slots: readonly PieceSlot[], { pieceNo }: Turn): readonly PieceSlot[] {
  return pieceNo === null ? slots : slots.filter((slot) => slot.no === pieceNo)
}
