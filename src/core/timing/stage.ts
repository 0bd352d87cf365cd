import { STAGES, windowOf, type BloomWhite, type StageId, type Window } from '../resin/index.ts'
import { lastRoomC, wholeLife, type PourForecast } from './pour.ts'

/**
 * When the resin is at that stage, in cup or bed, in minutes from stop-stir; null when it does not come. A bloom number needs the white; null then too.
 */
export function windowOfStage(
  forecast: PourForecast,
  stage: StageId,
  white: BloomWhite | null = null,
): Window | null {
  if (stage === 'pipe' && !white) return null
  return windowOf(STAGES[stage], {
    history: wholeLife(forecast),
    roomTempC: lastRoomC(forecast.setting),
    white,
    fullCureDays: forecast.setting.resin.fullCureDays,
  })
}
