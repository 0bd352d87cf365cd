import { dropsOf, type BatchRequest, type Mix, type MoldFill, type PieceDrops } from '../batch/index.ts'
import { rackTasks } from '../rack/index.ts'
import { BLOOM_WINDOW, type Window } from '../resin/index.ts'
import { prepList, runSteps, type PrepItem, type RunStep } from '../runsheet/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import {
  bandsOf,
  capacityOf,
  correctedRequest,
  scheduleBatch,
  USUAL_BELIEF,
  windowsOf,
  type Bands,
  type Reading,
  type Capacity,
  type CupLimits,
  type DecantPlan,
  type Schedule,
} from '../timing/index.ts'
import { findingsOf, type Finding } from './findings.ts'
import { lifeOf, type LifeSample } from './life.ts'

/** Everything a caster is told about a batch: plain data that can cross to a worker, a file or a terminal. */
export interface BatchPlan {
  readonly pieces: number
  readonly fills: readonly MoldFill[]
  readonly mixes: readonly Mix[]
  readonly drops: readonly PieceDrops[]
  readonly decant: DecantPlan
  readonly cupLimits: CupLimits | null
  readonly bloom: BloomPlan | null
  readonly capacity: Capacity
  readonly prep: readonly PrepItem[]
  readonly steps: readonly RunStep[]
  readonly life: readonly LifeSample[]
  readonly findings: readonly Finding[]
}

/** Where the planned beads fall in the bloom window. */
export interface BloomPlan {
  readonly excessDensityKgPerM3: number
  readonly holeMm: number
  readonly bedDepthMm: number
  /** When the bloom number is in its window, and in its best band. */
  readonly window: Window | null
  readonly bestFromMin: number | null
  readonly bestToMin: number | null
  readonly firstBead: number
  readonly lastBead: number
}

/**
 * The plan of a batch. `done` holds the minutes at which turns of a live pour were really done, by key: what happened
 * replaces what was planned. Throws RangeError for a request that its schema would have refused.
 */
export function planBatch(request: BatchRequest, done: Readonly<Record<string, number>> = {}): BatchPlan {
  return planOf(request, done, scheduleBatch(request, TECHNIQUES[request.technique], done))
}

function planOf(
  request: BatchRequest,
  done: Readonly<Record<string, number>>,
  schedule: Schedule,
): BatchPlan {
  const tasks = rackTasks(schedule, request, done)
  const capacity = capacityOf(schedule, request)
  const steps = runSteps(schedule, tasks)
  return {
    pieces: schedule.slots.length,
    fills: schedule.fills,
    mixes: schedule.mixes,
    drops: dropsOf(request, schedule.technique, schedule.fills),
    decant: schedule.decant,
    cupLimits: schedule.cupLimits,
    bloom: bloomPlan(schedule, steps),
    capacity,
    prep: prepList(schedule.technique, request.back.when === 'footprint'),
    steps,
    life: lifeOf(schedule),
    findings: findingsOf(request, schedule, tasks, capacity),
  }
}

function bloomPlan(schedule: Schedule, steps: readonly RunStep[]): BloomPlan | null {
  const { white, forecast } = schedule
  if (!white) return null
  const windowFor = windowsOf(forecast, white)
  const beads = steps.filter((step) => step.stepId === 'white').map((step) => step.expected?.bloomNumber ?? 0)
  const { tooEarlyAbove, tooLateBelow, aim, bestFrom, bestTo } = BLOOM_WINDOW
  const best = windowFor({ by: 'bloomNumber', opens: bestFrom, best: aim, closes: bestTo })
  return {
    ...white,
    window: windowFor({ by: 'bloomNumber', opens: tooEarlyAbove, best: aim, closes: tooLateBelow }),
    bestFromMin: best?.openMin ?? null,
    bestToMin: best?.closeMin ?? null,
    firstBead: beads[0] ?? 0,
    lastBead: beads.at(-1) ?? 0,
  }
}

/** The plan of a pour under way, corrected by its readings. */
export interface LivePlan {
  readonly plan: BatchPlan
  /** How sure each window is; null once the pour is over and nothing was read. */
  readonly bands: Bands | null
}

const MEMBERS = 256
const SEED = 20261125

/**
 * The plan of a pour as marks and readings have it. The bands say how sure each window is; the plan's own minutes follow the
 * mean of what is believed. Without readings the plan is as it was made.
 */
export function planLive(
  request: BatchRequest,
  done: Readonly<Record<string, number>>,
  readings: readonly Reading[],
): LivePlan {
  const schedule = scheduleBatch(request, TECHNIQUES[request.technique], done)
  const isOver = schedule.turns.every((turn) => done[turn.key] !== undefined)
  if (isOver && readings.length === 0) return { plan: planOf(request, done, schedule), bands: null }
  const bands = bandsOf(schedule, { belief: USUAL_BELIEF, readings, members: MEMBERS, seed: SEED })
  if (readings.length === 0) return { plan: planOf(request, done, schedule), bands }
  return { plan: planBatch(correctedRequest(request, bands.believed), done), bands }
}
