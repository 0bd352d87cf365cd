import { pourMixOf, type BatchRequest } from '../batch/index.ts'
import { bisect } from '../numeric/index.ts'
import { smallestLeavingMm } from '../resin/index.ts'
import { heatConcerns } from '../safety/index.ts'
import { stateAt, type Schedule } from '../timing/index.ts'
import { gravityOf, type Finding } from './finding.ts'
import { believedSchedule } from './plan.ts'

/** Which bubbles leave by themselves. */
export interface Bubbles {
  readonly cup: Leaving
  readonly bed: Leaving
  /** Until that minute after stop-stir the bed still lets one of that size go; null where it never does. */
  readonly bedUntil: readonly { readonly mm: number; readonly min: number | null }[]
  readonly decantMin: number
  /** The same with parts that much warmer when they are mixed. */
  readonly warmer: {
    readonly byK: number
    readonly cupMm: number
    readonly bedMm: number
    readonly decantMin: number
    /** When the cup must be empty; null where it never must. */
    readonly stopMin: number | null
    /** Why it is not to be done; null where nothing speaks against it. */
    readonly refusedFor: Finding | null
  }
  readonly stopMin: number | null
}

export interface Leaving {
  readonly depthMm: number
  /** Smaller ones stay, mm: with a stiff surface, and with a clean one, which rises faster. */
  readonly stiffMm: number
  readonly cleanMm: number
}

/** How much warmer parts are tried where nobody says. */
export const WARMER_K = 5
/** Sizes that an eye sees in a finished piece. */
const SEEN_MM = [1, 0.5, 0.2] as const

/** The bubbles of that batch's pour, in its cup until it is poured, in its bed until it gels; and what so much warmer parts would do to it. */
export function bubblesOf(request: BatchRequest, byK = WARMER_K): Bubbles {
  const schedule = believedSchedule(request)
  const { cup, bed } = leavingOf(schedule)
  const warm = believedSchedule({
    ...request,
    partsTempC: (request.partsTempC ?? request.roomTempC) + byK,
  })
  const warmed = leavingOf(warm)
  const { decantMin } = schedule.decant
  return {
    cup,
    bed,
    bedUntil: SEEN_MM.map((mm) => ({ mm, min: bedUntilMin(schedule, mm) })),
    decantMin,
    warmer: {
      byK,
      cupMm: warmed.cup.stiffMm,
      bedMm: warmed.bed.stiffMm,
      decantMin: warm.decant.decantMin,
      stopMin: warm.cupLimits?.stopMin ?? null,
      refusedFor: stopOf(warm),
    },
    stopMin: schedule.cupLimits?.stopMin ?? null,
  }
}

/** What would run away or burn; the plan itself says so too once its parts are that warm. */
function stopOf(schedule: Schedule): Finding | null {
  if (schedule.decant.kind === 'tooFast') return { kind: 'tooFast' }
  return heatConcerns(schedule).find((concern) => gravityOf(concern) === 'stop') ?? null
}

function leavingOf({ forecast, mixes, decant }: Schedule): Pick<Bubbles, 'cup' | 'bed'> {
  const flowAt = (min: number) => stateAt(forecast, min).remainingFluidityPerPa
  // Just after the pour what is to come flows in the bed.
  const poured = flowAt(decant.decantMin)
  const inCup = Math.max(0, flowAt(0) - poured)
  const largest = Math.max(...pourMixOf(mixes).cups.map(({ volumeMl }) => volumeMl))
  return {
    cup: leaving(cupDepthMm(largest), inCup),
    bed: leaving(forecast.setting.bedDepthMm, poured),
  }
}

/** A cup filled about as high as it is wide: pi/4 d3 = V. */
function cupDepthMm(volumeMl: number): number {
  return 10 * Math.cbrt((4 * volumeMl) / Math.PI)
}

function leaving(depthMm: number, flowPerPa: number): Leaving {
  return {
    depthMm,
    stiffMm: smallestLeavingMm({ depthMm, flowPerPa }, 'stiff'),
    cleanMm: smallestLeavingMm({ depthMm, flowPerPa }, 'clean'),
  }
}

const TOLERANCE_MIN = 0.5
const LATEST_MIN = 12 * 60

/** Until when one of that size, still at the floor of the bed, gets out of it. */
function bedUntilMin({ forecast, decant }: Schedule, mm: number): number | null {
  const { bedDepthMm: depthMm } = forecast.setting
  const sparesMm = (min: number) => {
    const flowPerPa = stateAt(forecast, min).remainingFluidityPerPa
    return mm - Math.min(MOST_MM, smallestLeavingMm({ depthMm, flowPerPa }))
  }
  if (sparesMm(decant.decantMin) < 0) return null
  return bisect(sparesMm, { from: decant.decantMin, to: LATEST_MIN, tolerance: TOLERANCE_MIN })
}

/** Where nothing flows any more no bubble leaves: larger than any there is. */
const MOST_MM = 1000
