import { USUAL_HANDS, USUAL_MEASURING } from '#core/batch/index.ts'
import type { Settings } from '#schema/studio.ts'
import { USUAL_FORMS, USUAL_HOURS, USUAL_MONEY, USUAL_PLACES } from '#schema/usual.ts'

/** What a studio starts with. */
export const USUAL_SETTINGS: Settings = {
  units: 'metric',
  theme: 'system',
  sound: true,
  vibration: true,
  roomTempC: 21,
  hands: USUAL_HANDS,
  measuring: USUAL_MEASURING,
  school: 'minutes',
  feed: null,
  autoReadings: true,
  hours: USUAL_HOURS,
  levelPlaces: USUAL_PLACES,
  covers: USUAL_PLACES,
  forms: USUAL_FORMS,
  money: USUAL_MONEY,
}
