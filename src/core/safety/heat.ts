import { forecastLayer, stateAt, type PourForecast, type Schedule } from '../timing/index.ts'

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
  /** The pour over the inclusions; minutes from its own stop-stir. */
  | {
      readonly kind: 'fillRunsHot'
      readonly peakTempC: number
      readonly peakMin: number
      readonly depthMm: number
      /** It goes in twice already. */
      readonly inTwo: boolean
    }

/** Above this a bed is no longer the thin layer the plan counts on; silicone, inks and lungs suffer (from memory). */
const BED_HOT_C = 60
const LOOK_UNTIL_MIN = 24 * 60
const LOOK_EVERY_MIN = 1

/** What in that schedule gets too hot; empty when nothing does. */
export function heatConcerns(schedule: Schedule): readonly HeatConcern[] {
  return [...cupConcern(schedule), ...bedConcern(schedule), ...fillConcern(schedule)]
}

function cupConcern({ cupLimits, turns }: Schedule): HeatConcern[] {
  const decant = turns.find((turn) => turn.step.id === 'decant')
  const wantedMin = decant?.step.moment.by === 'clock' ? decant.step.moment.bestMin : 0
  const emptiedMin = Math.max(wantedMin, decant?.endMin ?? 0)
  if (!cupLimits || emptiedMin <= cupLimits.stopMin) return []
  return [{ kind: 'cupRunsAway', stopMin: cupLimits.stopMin, emptiedMin, peakTempC: cupLimits.peakTempC }]
}

function bedConcern({ forecast }: Schedule): HeatConcern[] {
  const peak = peakOf(forecast)
  return peak && peak.peakTempC > BED_HOT_C ? [{ kind: 'bedRunsHot', ...peak }] : []
}

/** The deepest of them decides: a deep mold among shallow ones is not their mean. */
function fillConcern({ forecast, mixes, fills }: Schedule): HeatConcern[] {
  const fill = mixes.find(({ id }) => id === 'fill')
  const depthMm = Math.max(
    0,
    ...fills.map(({ layers }) => layers.find(({ kind }) => kind === 'fill')?.depthMm ?? 0),
  )
  if (!fill || depthMm === 0) return []
  const peak = peakOf(forecastLayer(forecast.setting, { massG: fill.parts.byWeight.totalG, depthMm }))
  const inTwo = mixes.some(({ id }) => id === 'fillAgain')
  return peak && peak.peakTempC > BED_HOT_C ? [{ kind: 'fillRunsHot', depthMm, inTwo, ...peak }] : []
}

/** When a bed is hottest, and how hot; null where nothing was poured. */
function peakOf(forecast: PourForecast): { readonly peakMin: number; readonly peakTempC: number } | null {
  if (!forecast.bed) return null
  let peak = { peakMin: forecast.bed.fromMin, peakTempC: -Infinity }
  for (let min = forecast.bed.fromMin; min < LOOK_UNTIL_MIN; min += LOOK_EVERY_MIN) {
    const { tempC } = stateAt(forecast, min)
    if (tempC > peak.peakTempC) peak = { peakMin: min, peakTempC: tempC }
    if (forecast.bed.gelMin !== null && min > 2 * forecast.bed.gelMin) break
  }
  return peak
}
