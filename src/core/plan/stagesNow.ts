import { STAGE_IDS, type StageId, type Window } from '../resin/index.ts'
import { stateAt, windowOfStage, type Schedule } from '../timing/index.ts'

/** When each stage holds, in minutes from stop-stir; a stage that never comes has none. */
export type StageWindows = Readonly<Partial<Record<StageId, Window>>>

export function stagesOf({ forecast, white }: Schedule): StageWindows {
  return Object.fromEntries(
    STAGE_IDS.flatMap((stage) => {
      const window = windowOfStage(forecast, stage, white)
      return window ? [[stage, window] as const] : []
    }),
  )
}

/**
 * About where a piece softens once it is ready for use, C: its glass transition then (common practice: hot cups stay below it). Null for
 * a resin that never gets there.
 */
export function heatLimitC({ forecast }: Schedule): number | null {
  const use = windowOfStage(forecast, 'use')
  return use && stateAt(forecast, use.openMin).glassC
}

/** The stages that hold at that minute, in the order of the cure. */
export function stagesAt(stages: StageWindows, min: number): readonly StageId[] {
  return STAGE_IDS.filter((id) => {
    const window = stages[id]
    return window && min >= window.openMin && min <= (window.closeMin ?? Infinity)
  })
}
