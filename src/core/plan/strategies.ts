import type { BatchRequest, CupStrategy } from '../batch/index.ts'
import type { Window } from '../resin/index.ts'
import { capacityOf, missOf, type Miss, type Schedule } from '../timing/index.ts'
import { stepRule } from '../technique/index.ts'
import { believedSchedule, techniqueOf } from './plan.ts'

/** What one way of letting the resin thicken would do to this batch. */
export interface StrategyEffect {
  readonly strategy: CupStrategy
  readonly decantMin: number
  /** Of the resin when it is decanted. */
  readonly decantTempC: number
  /** When its cup must be empty; null for a resin that does not gel in it. */
  readonly cupStopMin: number | null
  /** The step the decant aims at, and its window. */
  readonly aimed: string
  readonly window: Window | null
  /** Null where no ink is dropped. */
  readonly inkWindowMin: number | null
  /** What goes wrong first; null where cup, white and hands hold. */
  readonly miss: Miss | null
}

const STRATEGIES: readonly CupStrategy[] = ['rest', 'split', 'atOnce']

/** What every cup strategy would do to this batch; nothing where its technique pours by the clock. */
export function strategiesOf(request: BatchRequest): readonly StrategyEffect[] {
  if (techniqueOf(request).aimStep === null) return []
  const planned = believedSchedule(request)
  return STRATEGIES.map((cupStrategy) => {
    if (cupStrategy === planned.request.cupStrategy) return effectOf(planned)
    // What was tried before it is not worked out again.
    const tried = planned.tried.find((each) => each.request.cupStrategy === cupStrategy)
    return effectOf(tried ?? believedSchedule({ ...request, cupStrategy, whiteApart: null }))
  })
}

function effectOf(schedule: Schedule): StrategyEffect {
  const { request, forecast, decant, cupLimits, turns, technique } = schedule
  const capacity = capacityOf(schedule, request)
  const ink = turns.find((turn) => turn.step.does === 'inks')
  const aimed = stepRule(technique, technique.aimStep!)
  return {
    strategy: request.cupStrategy!,
    decantMin: decant.decantMin,
    decantTempC: forecast.cup.tempAt(decant.decantMin),
    cupStopMin: cupLimits?.stopMin ?? null,
    aimed: aimed.short ?? aimed.title,
    window: capacity.window,
    inkWindowMin: ink ? Math.max(0, (ink.toMin ?? ink.beginMin) - ink.beginMin) : null,
    miss: missOf(schedule),
  }
}
