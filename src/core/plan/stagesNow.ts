import { isOfFilm, STAGE_IDS, STAGES, type StageId, type Window } from '../resin/index.ts'
import { stateAt, windowOfStage, windowsOf, type Schedule } from '../timing/index.ts'

/** When each stage holds, in minutes from stop-stir; a stage that never comes has none. */
export type StageWindows = Readonly<Partial<Record<StageId, Window>>>

export function stagesOf({ forecast, white, apart }: Schedule): StageWindows {
  // Where nothing rests apart nothing is laid on a film, however it flows.
  const windowOf = (stage: StageId) => {
    if (!isOfFilm(STAGES[stage])) return windowOfStage(forecast, stage, white)
    return apart.length > 0 ? windowsOf({ forecast, apart }, white)(STAGES[stage]) : null
  }
  return Object.fromEntries(
    STAGE_IDS.flatMap((stage) => {
      const window = windowOf(stage)
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
