import type { BatchRequest } from '../batch/index.ts'
import { STAGES, windowOf, type Window } from '../resin/index.ts'
import {
  fillCup,
  forecastPour,
  handsOnMin,
  windowsOf,
  type PourForecast,
  type Schedule,
} from '../timing/index.ts'
import type { StepRule } from '../technique/index.ts'

/** A thing that waits on the rack; minutes from the stop-stir of the first mix. */
export interface RackTask {
  readonly step: StepRule
  /** Null when the resin does not get there within three weeks. */
  readonly window: Window | null
  readonly handsOnMin: number
}

/** Bubbles out and poured: a thin layer does not wait in its cup (common practice). */
const BACK_DECANT_MIN = 5
const DAY_MIN = 1440

/** What comes after the covers: back, demold, use; from what was done so far and the model for the rest. */
export function rackTasks(
  schedule: Schedule,
  request: BatchRequest,
  done: Readonly<Record<string, number>> = {},
): readonly RackTask[] {
  const back = backWindow(schedule, request)
  const backMin = done['back'] ?? back?.bestMin ?? null
  const layers = layersOf(schedule, request, backMin)
  const withoutBack = windowsOf(schedule.forecast, null)(STAGES.demold)
  const demold =
    request.back.when === 'afterDemold'
      ? withoutBack
      : latest(layers.map((layer) => layerWindow(layer, 'demold')))
  const windows: Partial<Record<StepRule['id'], Window | null>> = {
    back,
    demold,
    use: latest(layers.map((layer) => layerWindow(layer, 'use'))),
  }
  return schedule.technique.steps
    .filter((step) => step.place === 'rack' && (step.onlyWith !== 'back' || request.back.when !== 'none'))
    .map((step) => ({
      step,
      window: windows[step.id] ?? null,
      handsOnMin: handsOnMin(step, schedule.slots, { request, technique: schedule.technique }),
    }))
}

/** When the back may be poured: while it still bonds, the next day, or into the lip once demolded. */
function backWindow(schedule: Schedule, { back }: BatchRequest): Window | null {
  const windowFor = windowsOf(schedule.forecast, null)
  switch (back.when) {
    case 'none':
      return null
    case 'footprint':
      return windowFor(STAGES.footprint)
    case 'nextDay': {
      const bonds = windowFor(STAGES.footprint)
      return (
        bonds && {
          openMin: Math.max(bonds.openMin, DAY_MIN / 2),
          bestMin: Math.max(bonds.openMin, DAY_MIN),
          closeMin: null,
        }
      )
    }
    case 'afterDemold':
      return windowFor(STAGES.demold)
    default:
      return back satisfies never
  }
}

interface PouredLayer {
  readonly forecast: PourForecast
  readonly beganMin: number
}

function layersOf(
  { forecast, mixes }: Schedule,
  request: BatchRequest,
  backMin: number | null,
): readonly PouredLayer[] {
  const bed = { forecast, beganMin: 0 }
  const mix = mixes.find((each) => each.id === 'back')
  if (!mix || backMin === null || request.back.when === 'none') return [bed]
  const setting = {
    ...forecast.setting,
    cupMassG: mix.parts.byWeight.totalG,
    bedDepthMm: request.back.depthMm,
  }
  return [bed, { forecast: forecastPour(fillCup(setting), BACK_DECANT_MIN), beganMin: backMin }]
}

/** A stage of one layer, in minutes from the first stop-stir. */
function layerWindow({ forecast, beganMin }: PouredLayer, stage: 'demold' | 'use'): Window | null {
  const history = forecast.bed ?? forecast.cup
  const own = windowOf(STAGES[stage], { history, roomTempC: forecast.setting.roomTempC, white: null })
  return own && { openMin: beganMin + own.openMin, bestMin: beganMin + own.bestMin, closeMin: null }
}

/** The slower layer governs. Null as soon as one of them never gets there. */
function latest(windows: readonly (Window | null)[]): Window | null {
  return windows.reduce((slowest, each) =>
    slowest && each && each.bestMin > slowest.bestMin ? each : slowest && each ? slowest : null,
  )
}
