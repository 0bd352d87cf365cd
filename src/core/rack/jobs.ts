import { COAT_MM, coatVolumeMl, type BatchRequest } from '../batch/index.ts'
import { mixedDensityGPerMl, STAGES, windowOf, type Criterion, type Window } from '../resin/index.ts'
import type { StepId, StepRule } from '../technique/index.ts'
import {
  forecastLayer,
  handsOnMin,
  lastRoomC,
  windowsOf,
  type PourForecast,
  type Schedule,
} from '../timing/index.ts'
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
  readonly after: 'pour' | StepId
  /** Whether the resin decides it, or drying, a form, the person. */
  readonly cures: boolean
}

const DAY_MIN = 1440
/** Days in the form: the shortest that holds, and the better (common practice: overnight to several days). */
const FORM_MIN = { cures: false, openMin: DAY_MIN, bestMin: 3 * DAY_MIN, closeMin: null }
/** Fresh resin gums the paper: hard for half a day at least (common practice). */
const SAND_MIN = { cures: false, openMin: DAY_MIN / 2, bestMin: DAY_MIN, closeMin: null }
/** Rinsed and dry. */
const DRY_MIN = { cures: false, openMin: 60, bestMin: 120, closeMin: null }
/** Touch-dry overnight (common practice; the tin says more). */
const VARNISH_MIN = { cures: false, openMin: DAY_MIN / 2, bestMin: DAY_MIN, closeMin: null }
const AT_ONCE = { cures: false, openMin: 0, bestMin: 0, closeMin: null }

/**
 * The jobs that a batch has on the rack, in an order in which each waits only for earlier ones: back, drape, demolding, finishing, use.
 * Layers cure as the model says; where something dries or is held by a form, common practice says how long.
 */
export function rackJobs(schedule: Schedule, request: BatchRequest): readonly RackJob[] {
  const ordered = rackSteps(schedule.technique, request)
  const layers = layersOf(schedule, request)
  return ordered.map((step, k) => {
    const task = { request, layers, before: ordered.slice(0, k).map(({ id }) => id) }
    return {
      step,
      waits: waitsOf(step.id, task),
      handsOnMin: handsOnMin(step, schedule.slots, { request, technique: schedule.technique }),
      on: lastPoured(task),
    }
  })
}

/** A layer by the step that pours it, and its cure as if poured at minute 0. */
export interface CuringLayer {
  readonly by: 'pour' | StepId
  readonly cure: PourForecast
}
type Layers = readonly CuringLayer[]

function layersOf({ forecast, mixes, technique, fills }: Schedule, { resin }: BatchRequest): Layers {
  const later = mixes.flatMap(({ id, parts, depthMm }) =>
    id === 'first' || id === 'white'
      ? []
      : [{ by: id, cure: forecastLayer(forecast.setting, { massG: parts.byWeight.totalG, depthMm }) }],
  )
  // A product of its own, and nothing is known of it: followed as the batch's resin.
  const heatCoat = technique.steps.some(({ id }) => id === 'heatCoat')
    ? [
        {
          by: 'heatCoat' as const,
          cure: forecastLayer(forecast.setting, {
            massG: coatVolumeMl(fills) * mixedDensityGPerMl(resin),
            depthMm: COAT_MM,
          }),
        },
      ]
    : []
  return [{ by: 'pour', cure: forecast }, ...later, ...heatCoat]
}

interface WaitTask {
  readonly request: BatchRequest
  readonly layers: Layers
  /** Steps that stand before it on the rack. */
  readonly before: readonly StepId[]
}

function waitsOf(id: StepId, task: WaitTask): readonly JobWait[] {
  const { request, layers, before } = task
  switch (id) {
    case 'fill':
      return reached([waitFor('pour', windowIn(layers[0]!, STAGES.footprint))])
    case 'fillAgain':
      return reached([waitFor('fill', windowIn(lastPoured(task), STAGES.footprint))])
    case 'back':
      return backWaits(lastPoured(task), request)
    case 'drape': {
      const sheet = lastPoured(task)
      return reached([waitFor(sheet.by, windowIn(sheet, STAGES.leathery))])
    }
    case 'demold':
      if (before.includes('drape')) return [{ after: 'drape', ...FORM_MIN }]
      return reached(
        layers
          .filter(({ by }) => by === 'pour' || before.includes(by))
          .map((layer) => stageWait(layer, 'demold')),
      )
    case 'use':
      return reached([
        ...layers.map((layer) => stageWait(layer, 'use')),
        ...(before.includes('varnish') ? [{ after: 'varnish' as const, ...VARNISH_MIN }] : []),
      ])
    case 'sandEdges':
    case 'clearCoat':
    case 'heatCoat':
    case 'varnish':
    case 'feet':
      return finishingWaits(id, task)
    default:
      throw new RangeError(`rackJobs: "${id}" is no step of the rack`)
  }
}

/** Finishing waits for whatever stands before it on the rack to be hard or dry. */
function finishingWaits(id: StepId, { layers, before }: WaitTask): readonly JobWait[] {
  const previous = before.at(-1)!
  if (id === 'sandEdges') return [{ after: previous, ...SAND_MIN }]
  if (previous === 'sandEdges') return [{ after: previous, ...DRY_MIN }]
  if (previous === 'varnish') return [{ after: previous, ...VARNISH_MIN }]
  const layer = layers.find(({ by }) => by === previous)
  return layer ? reached([stageWait(layer, 'demold')]) : [{ after: previous, ...AT_ONCE }]
}

/** The uppermost of the layers that were poured before that step. */
function lastPoured({ layers, before }: WaitTask): CuringLayer {
  return layers.filter(({ by }) => by === 'pour' || before.includes(by)).at(-1)!
}

function windowIn({ cure }: CuringLayer, criterion: Criterion): Window | null {
  return windowsOf(cure, null)(criterion)
}

/** When the back may be poured: while what lies under it still bonds, the next day, or into the lip once demolded. */
function backWaits(under: CuringLayer, { back }: BatchRequest): readonly JobWait[] {
  const bonds = windowIn(under, STAGES.footprint)
  switch (back.when) {
    case 'none':
      return []
    case 'footprint':
      return reached([waitFor(under.by, bonds)])
    case 'nextDay':
      return reached([
        waitFor(
          under.by,
          bonds && {
            openMin: Math.max(bonds.openMin, DAY_MIN / 2),
            bestMin: Math.max(bonds.openMin, DAY_MIN),
            closeMin: null,
          },
        ),
      ])
    case 'afterDemold':
      return [{ after: 'demold', ...AT_ONCE }]
    default:
      return back satisfies never
  }
}

function waitFor(after: JobWait['after'], window: Window | null): JobWait | null {
  return window && { after, cures: true, ...window }
}

/** A stage of one layer, from the minute its step was done; it stays reached. */
function stageWait({ by, cure }: CuringLayer, stage: 'demold' | 'use'): JobWait | null {
  const history = cure.bed ?? cure.cup
  const { setting } = cure
  const own = windowOf(STAGES[stage], {
    history,
    roomTempC: lastRoomC(setting),
    white: null,
    fullCureDays: setting.resin.fullCureDays,
  })
  const wait = waitFor(by, own && { ...own, closeMin: null })
  // The week before use is a rule with a margin of its own.
  return wait && { ...wait, cures: stage !== 'use' }
}

/** Nothing as soon as one of them never comes. */
function reached(waits: readonly (JobWait | null)[]): readonly JobWait[] {
  const there = waits.filter((wait) => wait !== null)
  return there.length === waits.length ? there : []
}
