import { bedOf, isHeld, type Layer, type MoldFill } from '../batch/index.ts'
import {
  cupsLate,
  emptiedLateMin,
  forecastLayer,
  forecastPour,
  type CupLimits,
  type PourForecast,
  type Reading,
  type Schedule,
} from '../timing/index.ts'

/** A layer that got too deep: the bed, whose name is null, or a later one. */
export type HotLayer = Pick<Layer, 'id' | 'name'>

/** A resin mass that could hurt someone, burn a mold or spoil a piece. */
export type HeatConcern =
  /** The cup would have to be emptied before the plan does it. */
  | {
      readonly kind: 'cupRunsAway'
      /** Of a cup that rests apart; nothing for the mixing cup. */
      readonly cupName?: string
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
      readonly layer: HotLayer
      readonly peakTempC: number
      readonly peakMin: number
      readonly depthMm: number
    }
  /** More in one pour than the resin's own data sheet allows. */
  | {
      readonly kind: 'deeperThanSheet'
      readonly layer: HotLayer
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
    ...apartConcerns(schedule),
    ...bedConcern(schedule),
    ...laterConcerns(schedule),
    ...sheetConcerns(schedule),
  ]
}

/** No cup that is still good to pour is this hot; one that is will not stop by itself (common practice, from memory). */
const CUP_HOT_C = 60

/** Whether that reading, taken in a full cup, is hotter than any cup that is still good to pour. */
export function isHotCup(reading: Reading): boolean {
  return reading.kind === 'temperature' && reading.tempC >= CUP_HOT_C
}

/** Whether it is of resin that has run away: hot, and at a minute by which that cup may have; before it a slip is likelier, of hand or unit. */
export function tellsRunaway(reading: Reading, limits: CupLimits | null): boolean {
  return isHotCup(reading) && (limits === null || reading.atMin >= limits.stopMin)
}

function cupConcern(schedule: Schedule): HeatConcern[] {
  const { cupLimits } = schedule
  const lateMin = emptiedLateMin(schedule)
  if (!cupLimits || lateMin <= 0) return []
  const { stopMin, peakTempC } = cupLimits
  return [{ kind: 'cupRunsAway', stopMin, emptiedMin: stopMin + lateMin, peakTempC }]
}

/** A small cup that rests apart sets without getting hot; one that is as large as a mixing cup runs away like it. */
function apartConcerns(schedule: Schedule): HeatConcern[] {
  const emptiedMin = schedule.turns.findLast(({ step }) => step.does === 'raises')?.endMin ?? 0
  return cupsLate(schedule).flatMap(({ name, limits }): HeatConcern[] => {
    if (!limits || limits.peakTempC < CUP_HOT_C) return []
    const { stopMin, peakTempC } = limits
    return [{ kind: 'cupRunsAway', cupName: name ?? CLEAR_CUP, stopMin, emptiedMin, peakTempC }]
  })
}

/** What the cups leave has no name of its own. */
const CLEAR_CUP = 'clear'

/** The deepest bed decides: a deep mold among shallow ones is not their mean. */
function bedConcern({ forecast, cup, fills }: Schedule): HeatConcern[] {
  const deepest = deepestOf(fills, bedOf)
  if (!deepest || !forecast.bed) return []
  const { depthMm, wall } = deepest
  const setting = { ...forecast.setting, bedDepthMm: depthMm, wall }
  const same = depthMm === forecast.setting.bedDepthMm && wall === forecast.setting.wall
  const own = same ? forecast : forecastPour({ ...cup, setting }, forecast.decantMin)
  const peak = peakOf(own)
  const wholeMm = depthMm + (setting.raised?.depthMm ?? 0)
  return peak && peak.peakTempC > BED_HOT_C ? [{ kind: 'bedRunsHot', depthMm: wholeMm, ...peak }] : []
}

function laterConcerns({ forecast, mixes, fills }: Schedule): HeatConcern[] {
  return mixes.flatMap(({ id, name, of, resin, parts }): HeatConcern[] => {
    // A coat is as thin as it is brushed and lies in no mold.
    const deepest =
      of === 'layer' ? deepestOf(fills, ({ layers }) => layers.find((each) => each.id === id)) : null
    if (!deepest) return []
    const { depthMm, wall } = deepest
    const peak = peakOf(
      forecastLayer({ ...forecast.setting, resin, wall }, { massG: parts.byWeight.totalG, depthMm }),
    )
    return peak && peak.peakTempC > BED_HOT_C
      ? [{ kind: 'layerRunsHot', layer: { id, name }, depthMm, ...peak }]
      : []
  })
}

function sheetConcerns({ fills, resin, mixes }: Schedule): HeatConcern[] {
  return fills.flatMap(({ name: pieceName, layers }) =>
    layers.flatMap((laid): HeatConcern[] => {
      const { id, name, poured } = laid
      // What was held back lies on a film that has not set: both are one pour.
      const depthMm = laid.depthMm + (isHeld(laid) ? bedOf({ layers }).depthMm : 0)
      const own = mixes.find((mix) => mix.id === id)?.resin ?? resin
      const greatestMm = own.greatestLayerMm
      if (!poured || greatestMm === null || depthMm <= greatestMm + DEEPER_MM) return []
      const layer = { id, name }
      const moldName = pieceName
      return [{ kind: 'deeperThanSheet', layer, depthMm, greatestMm, resinName: own.name, moldName }]
    }),
  )
}

/** The deepest that layer is in any mold of the order; null where none has it. */
function deepestOf(
  fills: readonly MoldFill[],
  pick: (fill: MoldFill) => Layer | undefined,
): { readonly depthMm: number; readonly wall: MoldFill['mold']['wall'] } | null {
  const all = fills.flatMap((fill) => {
    const layer = pick(fill)
    return layer && layer.depthMm > 0 ? [{ depthMm: layer.depthMm, wall: fill.mold.wall }] : []
  })
  return all.reduce<(typeof all)[number] | null>(
    (deepest, each) => (deepest && deepest.depthMm >= each.depthMm ? deepest : each),
    null,
  )
}

/** When a bed is hottest, and how hot; null where nothing was poured. */
function peakOf({ bed }: PourForecast): { readonly peakMin: number; readonly peakTempC: number } | null {
  if (!bed) return null
  const untilMin = Math.min(LOOK_UNTIL_MIN, bed.gelMin === null ? Infinity : 2 * bed.gelMin)
  let peak = { peakMin: bed.fromMin, peakTempC: -Infinity }
  for (let min = bed.fromMin; min < untilMin; min += LOOK_EVERY_MIN) {
    const tempC = bed.tempAt(min)
    if (tempC > peak.peakTempC) peak = { peakMin: min, peakTempC: tempC }
  }
  return peak
}
