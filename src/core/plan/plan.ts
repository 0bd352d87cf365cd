import {
  dropsOf,
  pourOfLayer,
  techniqueOfPour,
  type BatchRequest,
  type Mix,
  type MoldFill,
  type PieceDrops,
} from '../batch/index.ts'
import { cupStopAfter } from '../safety/index.ts'
import { rackOutline, rackTasks, type RackOutline } from '../rack/index.ts'
import { bloomWindow, STIRRED_K, type RoomStep, type Window } from '../resin/index.ts'
import { prepList, runSteps, thingsOfPour, type PrepItem, type RunStep } from '../runsheet/index.ts'
import { markedAt, shiftedTechnique, stepThat, withAfter, type Technique } from '../technique/index.ts'
import {
  AS_PLANNED,
  bandsOf,
  beliefOf,
  believe,
  capacityOf,
  correctedRequest,
  quickGels,
  fillCup,
  roomsRead,
  seenIn,
  warmedSince,
  scheduleBatch,
  windowsOf,
  type Bands,
  type Believed,
  type Capacity,
  type CupLimits,
  type DecantPlan,
  type Otherwise,
  type PassedOver,
  type Reading,
  type Schedule,
  type SettledSchedule,
  type SoFar,
} from '../timing/index.ts'
import { gravityOf, type Finding } from './finding.ts'
import { findingsOf } from './findings.ts'
import { lifeOf, type LifeSample } from './life.ts'
import { palettePlan, type PalettePlan } from './palettePlan.ts'
import { heatLimitC, stagesOf, type StageWindows } from './stagesNow.ts'
import { whiteCupPlan, type WhiteCupPlan } from './whiteCupPlan.ts'

/** Everything a caster is told about a batch: plain data that can cross to a worker, a file or a terminal. */
export interface BatchPlan {
  /** What the request left open, as it is planned, and the cup strategies that would not have held. */
  readonly settled: Pick<BatchRequest, 'cupStrategy' | 'whiteApart'> & {
    readonly passedOver: readonly PassedOver[]
  }
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
  readonly palette: PalettePlan
  /** When each stage of the resin holds, whatever the technique makes of it. */
  readonly stages: StageWindows
  /** About where a piece ready for use softens; null when it never is. */
  readonly heatLimitC: number | null
  /** Null where the technique portions no white. */
  readonly whiteCup: WhiteCupPlan | null
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
  /** The bloom numbers of the window and of its best band, as this hand's outcomes moved them. */
  readonly numbers: {
    readonly opens: number
    readonly bestFrom: number
    readonly bestTo: number
    readonly closes: number
  }
  readonly firstBead: number
  readonly lastBead: number
}

/**
 * The plan of a batch. `done` holds the minutes at which turns of a live pour were really done, by key: what happened
 * replaces what was planned. Throws RangeError for a request that its schema would have refused.
 */
export function planBatch(request: BatchRequest, done: Readonly<Record<string, number>> = {}): BatchPlan {
  return planOf(done, believedSchedule(request, done))
}

/** The schedule of a batch by what is believed of its resin before anything is read. */
export function believedSchedule(
  request: BatchRequest,
  done: Readonly<Record<string, number>> = {},
): SettledSchedule {
  const believed = correctedRequest(request, beliefOf(request).mean)
  return scheduleBatch(believed, techniqueOf(request), done)
}

/** The technique as this person's outcomes have moved it. */
export function techniqueOf(request: BatchRequest): Technique {
  return withAfter(shiftedTechnique(techniqueOfPour(request), request.aimShiftLog), request)
}

function planOf(done: Readonly<Record<string, number>>, schedule: SettledSchedule): BatchPlan {
  const { request } = schedule
  const tasks = rackTasks(schedule, request, done)
  const capacity = capacityOf(schedule, request)
  const steps = runSteps(schedule, tasks)
  return {
    settled: {
      cupStrategy: request.cupStrategy,
      whiteApart: request.whiteApart,
      passedOver: schedule.passedOver,
    },
    pieces: schedule.slots.length,
    fills: schedule.fills,
    mixes: schedule.mixes,
    drops: dropsOf(schedule.fills),
    decant: schedule.decant,
    cupLimits: schedule.cupLimits,
    bloom: bloomPlan(schedule, steps),
    capacity,
    prep: prepList(schedule.technique, thingsOfPour(schedule)),
    steps,
    life: lifeOf(schedule),
    palette: palettePlan(request),
    stages: stagesOf(schedule),
    heatLimitC: heatLimitC(schedule),
    whiteCup: whiteCupPlan(schedule),
    findings: [...findingsOf(request, schedule, tasks, capacity), ...drawnFindings(request, schedule)],
  }
}

/** What ruins pieces or hurts someone in the pours that later layers are. */
function drawnFindings(request: BatchRequest, { fills }: Schedule): readonly Finding[] {
  return request.layers.flatMap((layer) => {
    const pour = pourOfLayer(request, layer, fills)
    const { id, name } = layer
    return (pour ? planBatch(pour).findings : [])
      .filter((finding) => gravityOf(finding) !== 'note')
      .map((finding): Finding => ({ kind: 'inLayer', layer: { id, name }, finding }))
  })
}

function bloomPlan(schedule: Schedule, steps: readonly RunStep[]): BloomPlan | null {
  const { white } = schedule
  if (!white) return null
  const windowFor = windowsOf(schedule, white)
  const beads = steps
    .filter((turn) => turn.step.does === 'whites')
    .map((turn) => turn.expected?.bloomNumber ?? 0)
  const moment = stepThat(schedule.technique, 'whites')?.moment
  if (moment?.by !== 'resin' || moment.criterion.by !== 'bloomNumber') return null
  const { factor } = moment.criterion
  const { tooEarlyAbove, bestFrom, bestTo, tooLateBelow } = bloomWindow(white)
  const best = windowFor({ ...moment.criterion, within: 'best' })
  return {
    ...white,
    window: windowFor(moment.criterion),
    numbers: {
      opens: factor * tooEarlyAbove,
      bestFrom: factor * bestFrom,
      bestTo: factor * bestTo,
      closes: factor * tooLateBelow,
    },
    bestFromMin: best?.openMin ?? null,
    bestToMin: best?.closeMin ?? null,
    firstBead: beads[0] ?? 0,
    lastBead: beads.at(-1) ?? 0,
  }
}

/** The plan of a pour, planned or under way, with how sure it is. */
export interface LivePlan {
  readonly plan: BatchPlan
  readonly bands: Bands
  /** What it asks of the coming days. */
  readonly outline: RackOutline
}

const MEMBERS = 256
const SEED = 20261125

/** What happened at a live pour by now. */
export interface LiveSoFar {
  /** Minutes at which turns were really done, by key. */
  readonly done?: Readonly<Record<string, number>>
  readonly readings?: readonly Reading[]
  /** The minute at which a cup whose moment has passed was last seen full. */
  readonly stillFullMin?: number
  /** What the hands do in another way. */
  readonly otherwise?: Otherwise
}

/**
 * The plan of a pour as marks and readings have it. The bands say how sure each window is; the plan's own minutes follow the
 * mean of what is believed, with the same decant; what a finger, a toothpick or a thermometer that is gone by found leads. Without readings the plan is as it was made.
 */
export function planLive(
  request: BatchRequest,
  { done = {}, readings = [], stillFullMin = 0, otherwise = AS_PLANNED }: LiveSoFar = {},
): LivePlan {
  const belief = beliefOf(request)
  const technique = techniqueOf(request)
  const before = correctedRequest(request, belief.mean)
  const rooms = roomsRead(readings, before.roomTempC)
  const seen = seenIn(readings)
  const planned = scheduleBatch(
    before,
    technique,
    done,
    soFar({ rooms: rooms.steps, stillFullMin, otherwise }),
  )
  const task = { belief, implied: stillFlowed(planned, done), members: MEMBERS, seed: SEED }
  const believed = believe(planned, { ...task, readings })
  // What readings say changes minutes, never how it is poured.
  const { cupStrategy, whiteApart } = planned.request
  const asked = { ...request, cupStrategy, whiteApart }
  const corrected = (by: Believed, cupStopMin = Infinity) =>
    scheduleBatch(
      correctedRequest(asked, by.mean),
      technique,
      done,
      soFar({
        rooms: shifted(rooms.steps, by.mean.roomK),
        stillFullMin,
        cupStopMin,
        otherwise,
        seen,
        warmMin: warmBy(by),
      }),
    )
  const schedule = readings.length === 0 ? planned : corrected(believed, cupStop())
  const bands: Bands = {
    ...bandsOf(planned, believed, schedule.forecast.decantMin),
    believed: believed.mean,
    contradictions: [...believed.contradictions, ...rooms.contradictions],
    readings: readings.length,
  }
  return {
    plan: planOf(done, schedule),
    bands,
    outline: rackOutline(schedule, schedule.request, bands),
  }

  /**
   * When the cup must be empty by what is believed: by its mean, and before one in ten has gelled; later than before only by readings that
   * agree (`cupStopAfter`).
   */
  function cupStop(): number {
    if (markedAt('empties', technique, done) !== null) return Infinity
    const gels = quickGels(planned.forecast)
    const unread = believe(planned, { ...task, implied: [], readings: [] })
    return cupStopAfter({
      beforeMin: asSaid().cupLimits?.stopMin ?? Infinity,
      quickBeforeMin: gels(unread.members),
      readings,
      believed,
      believing: (told) => believe(planned, { ...task, readings: told }),
      stopBy: (by) => Math.min(stopOf(by), gels(by.members) ?? Infinity),
    })
  }

  /** When the cup was read as warm as it is at the moment planned; what contradicts all else that is known leads nobody. */
  function warmBy({ contradictions }: Believed): number {
    const { kind, decantMin } = planned.decant
    if (kind !== 'aimed' && kind !== 'cupFirst') return Infinity
    const taken = readings.filter((reading) => !contradictions.includes(reading))
    return warmedSince(taken, (atMin) => planned.cup.history.tempAt(atMin), decantMin) ?? Infinity
  }

  /** Before any reading: a room that was read cooler once moves no stop later either. */
  function asSaid(): Pick<Schedule, 'cupLimits'> {
    const cooler = rooms.steps.some(({ tempC }) => tempC < before.roomTempC)
    const once = readings.filter(({ kind }) => kind === 'room').length < 2
    return cooler && once ? { cupLimits: fillCup({ ...planned.cup.setting, roomSteps: [] }).limits } : planned
  }

  function stopOf({ mean }: Pick<Believed, 'mean'>): number {
    const { resin, roomTempC, partsTempC } = correctedRequest(asked, mean)
    const cup = fillCup({
      ...planned.cup.setting,
      resin,
      roomTempC,
      startTempC: (partsTempC ?? roomTempC) + STIRRED_K,
      roomSteps: shifted(rooms.steps, mean.roomK),
    })
    return cup.limits?.stopMin ?? Infinity
  }
}

/** Only what is there, so that a plan that nothing happened to is the plan as it was made. */
function soFar({
  rooms = [],
  stillFullMin = 0,
  cupStopMin = Infinity,
  otherwise = AS_PLANNED,
  seen = [],
  warmMin = Infinity,
}: Omit<SoFar, 'done'>): SoFar {
  return {
    ...(seen.length > 0 && { seen }),
    ...(warmMin < Infinity && { warmMin }),
    ...(rooms.length > 0 && { rooms }),
    ...(stillFullMin > 0 && { stillFullMin }),
    ...(cupStopMin < Infinity && { cupStopMin }),
    ...(isOtherwise(otherwise) && { otherwise }),
  }
}

/** Whether it changes a turn; more white changes only what is in the bag. */
function isOtherwise({ leftOut, moreRounds, holes, pieceOrder }: Otherwise): boolean {
  return leftOut.length > 0 || moreRounds > 0 || holes.length > 0 || pieceOrder.length > 0
}

function shifted(rooms: readonly RoomStep[], byK: number): readonly RoomStep[] {
  return rooms.map((step) => ({ ...step, tempC: step.tempC + byK }))
}

/** That the resin still flowed when the last step that needs that was marked. */
function stillFlowed({ turns }: Schedule, done: Readonly<Record<string, number>>): readonly Reading[] {
  const minutes = turns.flatMap(({ step, key }) => (step.flows && done[key] !== undefined ? [done[key]] : []))
  if (minutes.length === 0) return []
  return [{ kind: 'sign', sign: 'gel', there: false, atMin: Math.max(...minutes) }]
}
