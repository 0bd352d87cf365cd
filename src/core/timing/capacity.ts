import type { Window } from '../resin/index.ts'
import { bottlenecksOf, stepRule, type StepId, type StepRule } from '../technique/index.ts'
import { handsOnMin, slotsThatGet } from './handsOn.ts'
import { windowsOf, type Schedule } from './schedule.ts'
import type { BatchRequest } from '../batch/index.ts'

/** Whether the hands keep up with the resin at the step that decides it. */
export interface Capacity {
  readonly stepTitle: string
  readonly window: Window | null
  /** First begin and last end of that step's turns. */
  readonly beginMin: number
  readonly endMin: number
  /** Hands-on minutes of the mean piece, one round. */
  readonly perPieceMin: number
  readonly pieces: number
  /** How many mean pieces the whole window holds; 0 without a window. */
  readonly piecesThatFit: number
  readonly fits: boolean
}

/**
 * When the hands may be at that step: while the resin is as it wants it, null where it never is; by the clock between its minutes, and where that empties the
 * cup until the cup must be empty; else from when it is due, with nothing that closes it.
 */
function windowOfStep({ moment, does }: StepRule, schedule: Schedule, dueMin: number): Window | null {
  switch (moment.by) {
    case 'resin':
      return windowsOf(schedule, schedule.white)(moment.criterion)
    case 'clock': {
      const { fromMin: openMin, bestMin, toMin } = moment
      return {
        openMin,
        bestMin,
        closeMin: does === 'empties' ? (schedule.cupLimits?.stopMin ?? null) : toMin,
      }
    }
    default:
      return { openMin: dueMin, bestMin: dueMin, closeMin: null }
  }
}

/** No later than the first of those cups must be empty. */
function closedBy(window: Window | null, apart: Schedule['apart']): Window | null {
  const stopMin = Math.min(...apart.map(({ limits }) => limits?.stopMin ?? Infinity))
  return window && stopMin < (window.closeMin ?? Infinity) ? { ...window, closeMin: stopMin } : window
}

/** A quarter of a minute outside a soft-edged window is not a miss. */
const EDGE_MIN = 0.25

/** The capacity of a schedule at its bottleneck; where pieces are laid in several ways, at the first that does not fit. */
export function capacityOf(schedule: Schedule, request: BatchRequest): Capacity {
  const { technique, turns } = schedule
  const [first, ...others] = bottlenecksOf(technique)
  // What is left out by hand needs no time.
  const there = [first!, ...others].filter((id) => turns.some(({ step }) => step.id === id))
  const each = (there.length > 0 ? there : [first!]).map((id) => capacityAt(id, schedule, request))
  return each.find(({ fits }) => !fits) ?? each[0]!
}

function capacityAt(id: StepId, schedule: Schedule, request: BatchRequest): Capacity {
  const { technique, turns } = schedule
  const step = stepRule(technique, id)
  const slots = slotsThatGet(step, schedule.slots)
  const own = turns.filter((turn) => turn.step.id === step.id)
  const round = step.round ? technique.steps.filter((each) => each.round === step.round) : [step]
  const job = { request, technique }
  const perPieceMin =
    ((step.times ?? 1) * round.reduce((sum, each) => sum + handsOnMin(each, slots, job), 0)) / slots.length
  const resins = windowOfStep(step, schedule, own[0]?.beginMin ?? 0)
  // Where each piece is covered before the next is begun, the cups of that must be empty as well.
  const lays = round.some(({ does }) => does === 'raises')
  const window = lays ? closedBy(resins, schedule.apart) : resins
  const beginMin = own[0]?.beginMin ?? window?.openMin ?? 0
  const endMin = own.at(-1)?.endMin ?? beginMin
  const closeMin = window?.closeMin ?? Infinity
  const fits =
    own.length === 0 ||
    (window !== null && beginMin >= window.openMin - EDGE_MIN && endMin <= closeMin + EDGE_MIN)
  const usableMin = window
    ? Math.max(0, closeMin - Math.max(window.openMin, step.round ? window.openMin : beginMin))
    : 0
  return {
    stepTitle: step.title,
    window,
    beginMin,
    endMin,
    perPieceMin,
    pieces: slots.length,
    // Where nothing closes, as many as are asked for.
    piecesThatFit:
      perPieceMin > 0 && Number.isFinite(usableMin) ? Math.floor(usableMin / perPieceMin) : slots.length,
    fits,
  }
}
