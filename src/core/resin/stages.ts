import { bisect } from '../numeric/index.ts'
import { bloomWindow, fluidityForBloom, type BloomWhite } from './bloomNumber.ts'
import type { CureHistory, ResinState } from './history.ts'

/** What must hold of the resin for a moment to be right; every bound is an editable figure, not a law. */
export type Criterion =
  | {
      readonly by: 'fluidity'
      readonly opensPerPa: number | null
      readonly bestPerPa: number
      readonly closesPerPa: number
      /** It asks of the bed before anything is laid on it, while the rest stands in its cups. */
      readonly ofFilm?: true
      /** And no cup that rests apart warms by more than that, K/min. */
      readonly cupsWarmKPerMin?: number
    }
  /** Within the window, or only the best band, of that white's hole and bed, moved by that factor of flow. */
  | { readonly by: 'bloomNumber'; readonly within: 'window' | 'best'; readonly factor: number }
  | { readonly by: 'gel' }
  /** Glass transition relative to the room; null opens at gel, null closes never. */
  | {
      readonly by: 'glassRise'
      readonly opensK: number | null
      readonly bestK: number
      readonly closesK: number | null
    }
  | { readonly by: 'settled'; readonly ratePerDay: number; readonly leastDays: number }

export interface Window {
  readonly openMin: number
  readonly bestMin: number
  /** Null when it stays open. */
  readonly closeMin: number | null
}

/** The stages every resin passes, with the common practice each explains (no published source). */
export const STAGES = {
  inkSpreads: { by: 'fluidity', opensPerPa: null, bestPerPa: 2400, closesPerPa: 1800 },
  pipe: {
    by: 'bloomNumber',
    within: 'window',
    factor: 1,
  },
  string: { by: 'fluidity', opensPerPa: 1450, bestPerPa: 1100, closesPerPa: 700 },
  cloudPull: {
    by: 'fluidity',
    opensPerPa: 4800,
    bestPerPa: 3000,
    closesPerPa: 1900,
    ofFilm: true,
    cupsWarmKPerMin: 0.3,
  },
  gel: { by: 'gel' },
  footprint: { by: 'glassRise', opensK: null, bestK: -17, closesK: 5 },
  leathery: { by: 'glassRise', opensK: -14, bestK: -10, closesK: -4 },
  bendy: { by: 'glassRise', opensK: 0, bestK: 2.5, closesK: 5 },
  demold: { by: 'glassRise', opensK: 0, bestK: 5, closesK: null },
  use: { by: 'settled', ratePerDay: 0.004, leastDays: 7 },
} as const satisfies Record<string, Criterion>

export type StageId = keyof typeof STAGES
export const STAGE_IDS = Object.keys(STAGES) as readonly StageId[]

export interface StageSetting {
  readonly history: CureHistory
  readonly roomTempC: number
  /** Needed where the criterion is a bloom number. */
  readonly white: BloomWhite | null
  /** What rests apart in cups of its own meanwhile, where a criterion asks for it. */
  readonly cups?: readonly CureHistory[]
  /** When the label calls the resin fully cured, where it does: use waits for that too, and never less than for the rule. */
  readonly fullCureDays?: number | null | undefined
}

/**
 * When the criterion holds, in minutes from stop-stir; null when it never does within the history.
 * A window that was open before the history began opens with the history. Throws RangeError for a bloom number without a
 * white.
 */
export function windowOf(criterion: Criterion, setting: StageSetting): Window | null {
  const { history, roomTempC, white } = setting
  switch (criterion.by) {
    case 'fluidity': {
      const window = fluidityWindow(history, criterion)
      const { cupsWarmKPerMin } = criterion
      return window && cupsWarmKPerMin !== undefined
        ? restingWindow(window, setting.cups ?? [], cupsWarmKPerMin)
        : window
    }
    case 'bloomNumber': {
      if (!white) throw new RangeError('windowOf: a bloom number needs the white it is for')
      return fluidityWindow(history, bloomBounds(criterion, white))
    }
    case 'gel':
      return history.gelMin === null
        ? null
        : { openMin: history.gelMin, bestMin: history.gelMin, closeMin: null }
    case 'glassRise':
      return glassWindow(history, roomTempC, criterion)
    case 'settled':
      return settledWindow(history, {
        ...criterion,
        leastDays: Math.max(criterion.leastDays, setting.fullCureDays ?? 0),
      })
    default:
      return criterion satisfies never
  }
}

/** Whether it asks of the bed before anything is laid on it, while the rest stands in its cups. */
export function isOfFilm(criterion: Criterion): boolean {
  return criterion.by === 'fluidity' && criterion.ofFilm === true
}

/** The flow still to come, 1/Pa, at which what the criterion asks for is over; of that white where it hangs on one, 0 where it asks for none. */
export function closesPerPa(criterion: Criterion, white: BloomWhite): number {
  switch (criterion.by) {
    case 'fluidity':
      return criterion.closesPerPa
    case 'bloomNumber':
      return bloomBounds(criterion, white).closesPerPa
    default:
      return 0
  }
}

/** The flow that criterion asks for; null where it asks for none, or hangs on a white that is not there. */
export function flowBounds(criterion: Criterion, white: BloomWhite | null): FluidityBounds | null {
  if (criterion.by === 'fluidity') return criterion
  return criterion.by === 'bloomNumber' && white ? bloomBounds(criterion, white) : null
}

function bloomBounds(
  { within, factor }: Extract<Criterion, { by: 'bloomNumber' }>,
  white: BloomWhite,
): FluidityBounds {
  const { tooEarlyAbove, bestFrom, aim, bestTo, tooLateBelow } = bloomWindow(white)
  const perPa = (number: number) => fluidityForBloom(white, factor * number)
  return {
    opensPerPa: perPa(within === 'window' ? tooEarlyAbove : bestFrom),
    bestPerPa: perPa(aim),
    closesPerPa: perPa(within === 'window' ? tooLateBelow : bestTo),
  }
}

interface FluidityBounds {
  readonly opensPerPa: number | null
  readonly bestPerPa: number
  readonly closesPerPa: number
}

function fluidityWindow(history: CureHistory, bounds: FluidityBounds): Window | null {
  const reaches = history.whenFlowLeft
  const openMin = bounds.opensPerPa === null ? history.fromMin : reaches(bounds.opensPerPa)
  const bestMin = reaches(bounds.bestPerPa)
  const closeMin = reaches(bounds.closesPerPa)
  if (openMin === null || bestMin === null || closeMin === null) return null
  return { openMin, bestMin, closeMin }
}

/** By then a cup must be empty: so far on its way to gel it no longer runs (common practice). */
export const CUP_STOP_OF_GEL = 0.8
/** Colours billow the more the sooner they meet: the best of the stretch lies early in it (common practice: 35 min where the middle says 70). */
const RESTING_BEST_SHARE = 0.2
/** A probe does not tell a cup's minutes apart any finer. */
const RESTS_EVERY_MIN = 0.25

/** The first stretch of that window in which every cup still runs and none warms faster; null where there is none. */
function restingWindow(
  { openMin, closeMin }: Window,
  cups: readonly CureHistory[],
  mostKPerMin: number,
): Window | null {
  const rests = (min: number) =>
    cups.every(
      ({ fromMin, gelMin, tempAt }) =>
        min - RESTS_EVERY_MIN >= fromMin &&
        min < CUP_STOP_OF_GEL * (gelMin ?? Infinity) &&
        (tempAt(min) - tempAt(min - RESTS_EVERY_MIN)) / RESTS_EVERY_MIN <= mostKPerMin,
    )
  const last = closeMin ?? openMin
  let from = openMin
  while (from < last && !rests(from)) from += RESTS_EVERY_MIN
  if (!rests(from) || from > last) return null
  let to = from
  while (to + RESTS_EVERY_MIN <= last && rests(to + RESTS_EVERY_MIN)) to += RESTS_EVERY_MIN
  const closes = to + RESTS_EVERY_MIN > last ? last : to
  return { openMin: from, bestMin: from + RESTING_BEST_SHARE * (closes - from), closeMin: closes }
}

function glassWindow(
  history: CureHistory,
  roomTempC: number,
  { opensK, bestK, closesK }: { opensK: number | null; bestK: number; closesK: number | null },
): Window | null {
  const reaches = (riseK: number) => whenHard(history, roomTempC, riseK)
  const openMin = opensK === null ? history.gelMin : reaches(opensK)
  if (openMin === null) return null
  const bestMin = reaches(bestK)
  if (bestMin === null) return null
  return {
    openMin,
    bestMin: Math.max(openMin, bestMin),
    closeMin: closesK === null ? null : reaches(closesK),
  }
}

/** A bed this little above its room counts as being at its temperature. */
const AS_THE_ROOM_K = 3
const LOOK_EVERY_MIN = 5

/**
 * When the glass transition stands that far above the room, and above the resin itself where that is still warm from its own heat: hot
 * resin is soft whatever its conversion.
 */
function whenHard(history: CureHistory, roomTempC: number, riseK: number): number | null {
  const glassMin = history.whenGlass(roomTempC + riseK)
  if (glassMin === null) return null
  const short = (min: number) => {
    const { glassC, tempC } = history.stateAt(min)
    return Math.max(roomTempC, tempC - AS_THE_ROOM_K) + riseK - glassC
  }
  if (short(glassMin) <= 1e-6) return glassMin
  for (let min = glassMin + LOOK_EVERY_MIN; min <= history.toMin; min += LOOK_EVERY_MIN)
    if (short(min) <= 0) return bisect(short, { from: min - LOOK_EVERY_MIN, to: min, tolerance: 0.01 }) ?? min
  return null
}

function settledWindow(
  history: CureHistory,
  { ratePerDay, leastDays }: { ratePerDay: number; leastDays: number },
): Window | null {
  if (history.gelMin === null) return null
  const slowEnough = bisect((min) => ratePerDay - history.stateAt(min).ratePerS * 86400, {
    from: history.gelMin,
    to: history.toMin,
    tolerance: 1,
  })
  if (slowEnough === null) return null
  const openMin = Math.max(slowEnough, leastDays * 1440)
  return { openMin, bestMin: openMin, closeMin: null }
}

/** What a gloved finger or a toothpick finds, in the order of the cure. */
export type Feel = 'runs' | 'threads' | 'prints' | 'bends' | 'stiff'

/** The feel of that state in a room of that temperature; thresholds as in STAGES. */
export function feelOf(state: ResinState, roomTempC: number): Feel {
  if (state.remainingFluidityPerPa > STAGES.string.opensPerPa) return 'runs'
  if (state.viscosityPaS !== Infinity) return 'threads'
  const riseK = state.glassC - roomTempC
  if (riseK < STAGES.leathery.opensK) return 'prints'
  return riseK < STAGES.demold.bestK ? 'bends' : 'stiff'
}
