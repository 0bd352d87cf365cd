import type { Layer, Mix, MoldFill } from '../batch/index.ts'
import {
  emptiedLateMin,
  forecastLayer,
  forecastPour,
  stateAt,
  type PourForecast,
  type Schedule,
} from '../timing/index.ts'

/** A layer that is poured, and so cures by its own heat. */
export type PouredLayer = Exclude<Layer['kind'], 'white'>

/** A resin mass that could hurt someone, burn a mold or spoil a piece. */
export type HeatConcern =
  /** The cup would have to be emptied before the plan does it. */
  | {
      readonly kind: 'cupRunsAway'
      readonly stopMin: number
      readonly emptiedMin: number
      readonly peakTempC: number
    }
  | {
      readonly kind: 'bedRunsHot'
      readonly peakTempC: number
      readonly peakMin: number
      readonly depthMm: number
    }
  /** A layer poured later; minutes from its own stop-stir. */
  | {
      readonly kind: 'layerRunsHot'
      readonly layer: PouredLayer
      readonly peakTempC: number
      readonly peakMin: number
      readonly depthMm: number
      /** It goes in twice already. */
      readonly inTwo: boolean
    }
  /** More in one pour than the resin's own data sheet allows. */
  | {
      readonly kind: 'deeperThanSheet'
      readonly layer: PouredLayer
      readonly depthMm: number
      readonly greatestMm: number
      readonly resinName: string
      readonly moldName: string
    }

/**
 * Above this a bed is no longer the thin layer the plan counts on: resin yellows, inks turn, silicone ages and lungs suffer (common
 * practice; the glass transition of craft resins lies near, so that it is soft as well).
 */
const BED_HOT_C = 60
const LOOK_UNTIL_MIN = 24 * 60
const LOOK_EVERY_MIN = 1
/** A ruler at the bench does not tell less. */
const DEEPER_MM = 0.1

/** What in that schedule gets too hot, or lies deeper than the resin's sheet allows; empty when nothing does. */
export function heatConcerns(schedule: Schedule): readonly HeatConcern[] {
  return [
    ...cupConcern(schedule),
    ...bedConcern(schedule),
    ...laterConcerns(schedule),
    ...sheetConcerns(schedule),
  ]
}

function cupConcern(schedule: Schedule): HeatConcern[] {
  const { cupLimits } = schedule
  const lateMin = emptiedLateMin(schedule)
  if (!cupLimits || lateMin <= 0) return []
  const { stopMin, peakTempC } = cupLimits
  return [{ kind: 'cupRunsAway', stopMin, emptiedMin: stopMin + lateMin, peakTempC }]
}

/** The deepest bed decides: a deep mold among shallow ones is not their mean. */
function bedConcern({ forecast, cup, fills }: Schedule): HeatConcern[] {
  const deepest = deepestOf(fills, 'bed')
  if (!deepest || !forecast.bed) return []
  const { depthMm, wall } = deepest
  const setting = { ...forecast.setting, bedDepthMm: depthMm, wall }
  const same = depthMm === forecast.setting.bedDepthMm && wall === forecast.setting.wall
  const own = same ? forecast : forecastPour({ ...cup, setting }, forecast.decantMin)
  const peak = peakOf(own)
  return peak && peak.peakTempC > BED_HOT_C ? [{ kind: 'bedRunsHot', depthMm, ...peak }] : []
}

function laterConcerns({ forecast, mixes, fills }: Schedule): HeatConcern[] {
  const inTwo = mixes.some(({ id }) => id === 'fillAgain')
  return mixes.flatMap(({ id, parts }): HeatConcern[] => {
    const deepest = isLayer(id) ? deepestOf(fills, id) : null
    if (!isLayer(id) || !deepest) return []
    const { depthMm, wall } = deepest
    const peak = peakOf(
      forecastLayer({ ...forecast.setting, wall }, { massG: parts.byWeight.totalG, depthMm }),
    )
    return peak && peak.peakTempC > BED_HOT_C
      ? [{ kind: 'layerRunsHot', layer: id, depthMm, inTwo, ...peak }]
      : []
  })
}

/** Mixes that make a layer of the mold; a coat is as thin as it is brushed. */
function isLayer(id: Mix['id']): id is Exclude<PouredLayer, 'bed'> & Mix['id'] {
  return id !== 'first' && id !== 'white' && id !== 'clearCoat'
}

function sheetConcerns({ fills, resin }: Schedule): HeatConcern[] {
  const greatestMm = resin.greatestLayerMm
  if (greatestMm === null) return []
  return fills.flatMap(({ mold, layers }) =>
    layers.flatMap(({ kind, depthMm }): HeatConcern[] =>
      kind !== 'white' && depthMm > greatestMm + DEEPER_MM
        ? [
            {
              kind: 'deeperThanSheet',
              layer: kind,
              depthMm,
              greatestMm,
              resinName: resin.name,
              moldName: mold.name,
            },
          ]
        : [],
    ),
  )
}

function deepestOf(fills: readonly MoldFill[], kind: PouredLayer) {
  return fills
    .flatMap(({ mold, layers }) =>
      layers.flatMap((layer) =>
        layer.kind === kind && layer.depthMm > 0 ? [{ depthMm: layer.depthMm, wall: mold.wall }] : [],
      ),
    )
    .reduce<{ readonly depthMm: number; readonly wall: MoldFill['mold']['wall'] } | null>(
      (deepest, each) => (deepest && deepest.depthMm >= each.depthMm ? deepest : each),
      null,
    )
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
