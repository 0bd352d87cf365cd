import {
  isIn,
  laterAmount,
  pourOfLayer,
  techniqueOfPour,
  type BatchRequest,
  type LaterLayer,
} from '../batch/index.ts'
import { mixedDensityGPerMl, STAGES, windowOf, type Criterion, type Window } from '../resin/index.ts'
import {
  dryKey,
  type Drying,
  type Lasting,
  type RackWait,
  type StepId,
  type StepRule,
} from '../technique/index.ts'
import {
  forecastLayer,
  handsOnMin,
  lastRoomC,
  scheduleBatch,
  type Seen,
  windowAsSeen,
  windowsOf,
  type PourForecast,
  type Schedule,
} from '../timing/index.ts'
import { dryingFactor } from './drying.ts'
import { POUR } from './pourJob.ts'
import { rackSteps } from './steps.ts'

/** A step on the rack and what it waits for. */
export interface RackJob {
  readonly step: StepRule
  /** Every one of them must have passed. Empty when the resin does not get there within three weeks. */
  readonly waits: readonly JobWait[]
  readonly handsOnMin: number
  /** The uppermost layer poured before it: the one a finger tries. */
  readonly on: CuringLayer
}

/** A window in minutes after the first stop-stir, or after another step of the rack. */
export interface JobWait extends Window {
  /** The pour, or a step of the rack. */
  readonly after: StepId
  /** Whether the resin decides it, or drying, a form, the person. */
  readonly cures: boolean
  /** Whether it is for something to dry. */
  readonly dries?: true
  /** Whether it lasts while what lies under it takes a print. */
  readonly bonds?: boolean
}

const DAY_MIN = 1440
const AT_ONCE: Lasting = { openMin: 0, bestMin: 0 }

/**
 * The jobs that a batch has on the rack, in an order in which each waits only for earlier ones: layers, drape, demolding, finishing, use.
 * Layers cure as the model says; where something dries or is held by a form, common practice says how long.
 */
export function rackJobs(schedule: Schedule, request: BatchRequest): readonly RackJob[] {
  const ordered = rackSteps(schedule.technique)
  const layers = layersOf(schedule, request)
  const air = {
    tempC: lastRoomC(schedule.forecast.setting),
    humidityPercent: request.humidityPercent ?? null,
  }
  return ordered.map((step, k) => {
    const task = { layers, before: ordered.slice(0, k), air }
    return {
      step,
      waits: waitsOf(step, task),
      handsOnMin:
        drawnMin(step, schedule, request) ??
        handsOnMin(step, slotsOf(step, schedule, request), { request, technique: schedule.technique }),
      on: lastPoured(task),
    }
  })
}

/** From the stop-stir of a layer that is drawn to its covers: its own clock does not let the hands go. Null for any other step. */
function drawnMin({ id }: StepRule, { fills }: Schedule, request: BatchRequest): number | null {
  const layer = request.layers.find((each) => each.id === id)
  const pour = layer ? pourOfLayer(request, layer, fills) : null
  if (!pour) return null
  const { turns } = scheduleBatch(pour, techniqueOfPour(pour))
  return Math.max(...turns.map(({ endMin }) => endMin))
}

/** The pieces a step is done on: of a layer those it is laid on, else all. */
function slotsOf({ id }: StepRule, { slots }: Schedule, { layers }: BatchRequest): Schedule['slots'] {
  const layer = layers.find((each) => each.id === id)
  return layer ? slots.filter(({ fill }) => isIn(layer, fill)) : slots
}

/** A layer by the step that pours it, and its cure as if poured at minute 0. */
export interface CuringLayer {
  readonly by: StepId
  readonly cure: PourForecast
  /** What a finger found of it. */
  readonly seen?: readonly Seen[]
}
type Layers = readonly CuringLayer[]

function layersOf(schedule: Schedule, request: BatchRequest): Layers {
  const { forecast, mixes, technique, fills } = schedule
  const later = technique.steps.flatMap(({ id, lays }): CuringLayer[] => {
    const layer = request.layers.find((each) => each.id === id)
    if (!layer || (lays !== 'mix' && lays !== 'product')) return []
    const { depthMm, volumeMl } = laterAmount(fills, layer)
    // A product of its own, and nothing is known of it: followed as the batch's resin.
    const massG =
      mixes.find((each) => each.id === id)?.parts.byWeight.totalG ??
      volumeMl * mixedDensityGPerMl(request.resin)
    return [{ by: id, cure: layerCure(schedule, layer, { massG, depthMm }) }]
  })
  return [{ by: POUR, cure: forecast, seen: schedule.seen }, ...later]
}

/** A later layer as if it were poured at minute 0: in the mold, or on the piece that came out of it. */
function layerCure(
  { forecast }: Schedule,
  layer: LaterLayer,
  poured: { readonly massG: number; readonly depthMm: number },
): PourForecast {
  const { setting } = forecast
  return forecastLayer(layer.resin ? { ...setting, resin: layer.resin } : setting, poured)
}

interface WaitTask {
  readonly layers: Layers
  /** Steps that stand before it on the rack. */
  readonly before: readonly StepRule[]
  readonly air: Parameters<typeof dryingFactor>[1]
}

function waitsOf({ id, waits }: StepRule, task: WaitTask): readonly JobWait[] {
  if (!waits) throw new RangeError(`rackJobs: "${id}" is on the rack and waits for nothing`)
  return reached(waits.flatMap((wait) => jobWaits(wait, task)))
}

function jobWaits(wait: RackWait, task: WaitTask): readonly (JobWait | null)[] {
  const { layers, before, air } = task
  const drying = (step: StepRule, { by, openMin, bestMin }: Drying): JobWait => {
    const times = dryingFactor(by, air)
    return { ...after(step, { openMin: times * openMin, bestMin: times * bestMin }), dries: true }
  }
  switch (wait.by) {
    case 'under': {
      const under = lastPoured(task)
      const wanted = waitFor(under.by, windowIn(under, STAGES[wait.stage]))
      return [wanted && { ...wanted, bonds: wait.stage === 'footprint' }]
    }
    case 'released': {
      const held = before.findLast(({ holds }) => holds)
      return held ? [after(held, held.holds!)] : pouredBefore(task).map((layer) => stageWait(layer, 'demold'))
    }
    case 'everything':
      return [
        ...layers.map((layer) => stageWait(layer, 'use')),
        ...before.flatMap((step) => (step.dries ? [drying(step, step.dries)] : [])),
      ]
    case 'previous': {
      const previous = before.at(-1)
      const layer = layers.find(({ by }) => by === (previous?.id ?? POUR))
      if (layer) return [stageWait(layer, 'demold')]
      return [previous?.dries ? drying(previous, previous.dries) : after(previous!, AT_ONCE)]
    }
    case 'minutes':
      return [after(before.at(-1)!, wait)]
    case 'nextDay':
      return [nextDay(lastPoured(task))]
    case 'dry': {
      const previous = before.at(-1)
      return previous?.dries && previous.lays ? [drying(previous, previous.dries)] : []
    }
    default:
      return wait satisfies never
  }
}

/** What dries is dry once a finger found it so, whatever its hours say; minutes from the stop-stir of the first mix. */
export function asFelt(wait: JobWait, done: Readonly<Record<string, number>>): JobWait {
  const [laidMin, dryMin] = [done[wait.after], done[dryKey(wait.after)]]
  if (!wait.dries || laidMin === undefined || dryMin === undefined) return wait
  const takenMin = Math.max(0, dryMin - laidMin)
  return { ...wait, openMin: takenMin, bestMin: takenMin }
}

/** So long after a step of the rack; the resin has no say in it. */
function after({ id }: StepRule, { openMin, bestMin }: Lasting): JobWait {
  return { after: id, cures: false, openMin, bestMin, closeMin: null }
}

function pouredBefore({ layers, before }: WaitTask): Layers {
  return layers.filter(({ by }) => by === POUR || before.some(({ id }) => id === by))
}

/** The uppermost of the layers that were poured before that step. */
function lastPoured(task: WaitTask): CuringLayer {
  return pouredBefore(task).at(-1)!
}

function windowIn({ cure, seen = [] }: CuringLayer, criterion: Criterion): Window | null {
  return windowsOf({ forecast: cure, seen }, null)(criterion)
}

/** The next day: at its stage by then at the soonest, and no hurry any more. */
function nextDay(under: CuringLayer): JobWait | null {
  const bonds = windowIn(under, STAGES.footprint)
  return waitFor(
    under.by,
    bonds && {
      openMin: Math.max(bonds.openMin, DAY_MIN / 2),
      bestMin: Math.max(bonds.openMin, DAY_MIN),
      closeMin: null,
    },
  )
}

function waitFor(by: JobWait['after'], window: Window | null): JobWait | null {
  return window && { after: by, cures: true, ...window }
}

/** A stage of one layer, from the minute its step was done; it stays reached. */
function stageWait({ by, cure, seen = [] }: CuringLayer, stage: 'demold' | 'use'): JobWait | null {
  const history = cure.bed ?? cure.cup
  const { setting } = cure
  const reckoned = windowOf(STAGES[stage], {
    history,
    roomTempC: lastRoomC(setting),
    white: null,
    fullCureDays: setting.resin.fullCureDays,
  })
  const own = windowAsSeen(reckoned, STAGES[stage], { seen, white: null })
  const wait = waitFor(by, own && { ...own, closeMin: null })
  // The week before use is a rule with a margin of its own.
  return wait && { ...wait, cures: stage !== 'use' }
}

/** Nothing as soon as one of them never comes. */
function reached(waits: readonly (JobWait | null)[]): readonly JobWait[] {
  const there = waits.filter((wait) => wait !== null)
  return there.length === waits.length ? there : []
}
