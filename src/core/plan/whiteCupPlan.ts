import { portionedAt, stateAt, type Schedule, type WhiteCup } from '../timing/index.ts'

/** The white cup beside the bed when the first bead is piped, and as it would be had it been portioned at stop-stir. */
export interface WhiteCupPlan {
  readonly massG: number
  readonly portionedMin: number
  readonly firstBeadMin: number
  readonly tempC: number
  readonly bedTempC: number
  /** Viscosity of the white over that of the bed; above 1 the white is the thicker. Null when either has gelled. */
  readonly overBed: number | null
  readonly overBedIfEarly: number | null
  /** Until when it comes out as a bead, and when it gels; null when not within half a day. */
  readonly workableMin: number | null
  readonly gelMin: number | null
  /** Stirred later as a small mix of its own. */
  readonly apart: boolean
}

/** Null where the technique portions no white or pipes none. */
export function whiteCupPlan(schedule: Schedule): WhiteCupPlan | null {
  const { whiteCup, forecast, turns, cup } = schedule
  const bead = turns.find((turn) => turn.step.does === 'whites')
  if (!whiteCup || !bead) return null
  const min = Math.max(bead.beginMin, whiteCup.portionedMin)
  const bed = stateAt(forecast, min)
  const overBed = (white: WhiteCup) => {
    const ratio = white.history.stateAt(min).viscosityPaS / bed.viscosityPaS
    return Number.isFinite(ratio) && ratio > 0 ? ratio : null
  }
  return {
    massG: whiteCup.massG,
    portionedMin: whiteCup.portionedMin,
    firstBeadMin: min,
    tempC: whiteCup.history.tempAt(min),
    bedTempC: bed.tempC,
    overBed: overBed(whiteCup),
    overBedIfEarly: overBed(portionedAt(cup, whiteCup.massG, 0)),
    workableMin: whiteCup.workableMin,
    gelMin: whiteCup.history.gelMin,
    apart: schedule.request.whiteApart === true,
  }
}
