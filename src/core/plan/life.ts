import { bloomNumber, feelOf, type Feel } from '../resin/index.ts'
import { stateAt, type PourForecast, type Schedule } from '../timing/index.ts'

/** The resin at one moment, as plain figures for strips and charts. */
export interface LifeSample {
  readonly min: number
  readonly tempC: number
  readonly feel: Feel
  readonly conversion: number
  /** Null from gel on. */
  readonly viscosityPaS: number | null
  readonly remainingFluidityPerPa: number
  /** 0 as poured, 1 at gel and after: how far the flow is used up. */
  readonly thickenedFrac: number
  readonly bloomNumber: number | null
}

const WORKED_MIN = 120
const WORKED_STEPS = 60
const WEEK_MIN = 10 * 1440
const WEEK_STEPS = 60

/** The life of the mass that is worked with: every two minutes while it is worked, then ever wider apart to ten days. */
export function lifeOf({ forecast, white }: Schedule): readonly LifeSample[] {
  return lifeOfPour(forecast, white)
}

/** The same of a mix that no white sinks through. */
export function lifeOfPour(forecast: PourForecast, white: Schedule['white'] = null): readonly LifeSample[] {
  const early = Array.from({ length: WORKED_STEPS + 1 }, (_, k) => (k / WORKED_STEPS) * WORKED_MIN)
  const late = Array.from(
    { length: WEEK_STEPS },
    (_, k) => WORKED_MIN * (WEEK_MIN / WORKED_MIN) ** ((k + 1) / WEEK_STEPS),
  )
  const whole = stateAt(forecast, 0).remainingFluidityPerPa
  return [...early, ...late].map((min) => {
    const state = stateAt(forecast, min)
    return {
      min,
      tempC: state.tempC,
      feel: feelOf(state, forecast.setting.roomTempC),
      conversion: state.conversion,
      viscosityPaS: Number.isFinite(state.viscosityPaS) ? state.viscosityPaS : null,
      remainingFluidityPerPa: state.remainingFluidityPerPa,
      thickenedFrac: 1 - state.remainingFluidityPerPa / whole,
      bloomNumber: white ? bloomNumber(white, state.remainingFluidityPerPa) : null,
    }
  })
}
