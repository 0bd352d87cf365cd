import { stateAt, type Schedule } from '../timing/index.ts'

/** A resin mass that could hurt someone or burn a mold. */
export type HeatConcern =
  /** The cup would have to be emptied before the plan does it. */
  | {
      readonly kind: 'cupRunsAway'
      readonly stopMin: number
      readonly emptiedMin: number
      readonly peakTempC: number
    }
  | { readonly kind: 'bedRunsHot'; readonly peakTempC: number; readonly peakMin: number }

/** Above this a bed is no longer the thin layer the plan counts on; silicone, inks and lungs suffer (from memory). */
const BED_HOT_C = 60
const LOOK_UNTIL_MIN = 24 * 60
const LOOK_EVERY_MIN = 1

/** What in that schedule gets too hot; empty when nothing does. */
export function heatConcerns(schedule: Schedule): readonly HeatConcern[] {
  return [...cupConcern(schedule), ...bedConcern(schedule)]
}

function cupConcern({ cupLimits, turns }: Schedule): HeatConcern[] {
  const decant = turns.find((turn) => turn.step.id === 'decant')
  const wantedMin = decant?.step.moment.by === 'clock' ? decant.step.moment.bestMin : 0
  const emptiedMin = Math.max(wantedMin, decant?.endMin ?? 0)
  if (!cupLimits || emptiedMin <= cupLimits.stopMin) return []
  return [{ kind: 'cupRunsAway', stopMin: cupLimits.stopMin, emptiedMin, peakTempC: cupLimits.peakTempC }]
}

function bedConcern({ forecast }: Schedule): HeatConcern[] {
  if (!forecast.bed) return []
  let peak = { peakMin: forecast.bed.fromMin, peakTempC: -Infinity }
  for (let min = forecast.bed.fromMin; min < LOOK_UNTIL_MIN; min += LOOK_EVERY_MIN) {
    const { tempC } = stateAt(forecast, min)
    if (tempC > peak.peakTempC) peak = { peakMin: min, peakTempC: tempC }
    if (forecast.bed.gelMin !== null && min > 2 * forecast.bed.gelMin) break
  }
  return peak.peakTempC > BED_HOT_C ? [{ kind: 'bedRunsHot', ...peak }] : []
}
