import { EXCESS_DENSITY_KG_PER_M3, type WhiteDose } from '../batch/index.ts'
import {
  bloomNumber,
  bloomWindow,
  feelOf,
  fluidityForBloom,
  STAGES,
  STIRRED_K,
  USUAL_WALL,
  type BloomWhite,
  type Feel,
  type Resin,
  type StageId,
  type Window,
} from '../resin/index.ts'
import {
  fillCup,
  forecastPour,
  solveDecant,
  stateAt,
  windowOfStage,
  type CupLimits,
  type DecantAnswer,
  type FilledCup,
  type PourForecast,
} from '../timing/index.ts'
import { fail, ok, type Result } from '../units/index.ts'

/** Stages that a decant can aim at: those that depend on how much flow is left. */
export const AIMABLE_STAGES = ['inkSpreads', 'pipe', 'string', 'cloudPull'] as const

export interface ForecastInput {
  readonly resin: Resin
  readonly cupMassG: number
  readonly roomTempC: number
  /** Of the mix at stop-stir; null takes that of parts from the room, stirred. */
  readonly startTempC: number | null
  readonly bedDepthMm: number
  /** Null leaves the resin in its cup. */
  readonly decantMin: number | null
  readonly decantKeepsFrac: number
  readonly atMin: readonly number[]
  readonly white: {
    readonly dose: WhiteDose
    /** Overrides the dose. */
    readonly excessDensityKgPerM3: number | null
    readonly holeMm: number
  } | null
  /** Exactly one of stage and remainingFluidityPerPa is given. */
  readonly solve: {
    readonly stage: (typeof AIMABLE_STAGES)[number] | null
    readonly remainingFluidityPerPa: number | null
    readonly settleMin: number
  } | null
}

export interface ForecastReport {
  readonly decantMin: number | null
  /** Null when nothing was to be solved. */
  readonly solved: SolvedDecant | null
  readonly cup: CupLimits | null
  readonly bloom: {
    readonly excessDensityKgPerM3: number
    readonly holeMm: number
    readonly bedDepthMm: number
  } | null
  readonly stages: Readonly<Record<StageId, Window | null>>
  readonly states: readonly ForecastState[]
}

export interface SolvedDecant {
  readonly kind: 'solved' | 'cupFirst'
  readonly decantMin: number
  /** The moment aimed at. */
  readonly atMin: number
  readonly cupTempC: number
  readonly remainingFluidityPerPa: number
  readonly bloomNumber: number | null
}

export interface ForecastState {
  readonly min: number
  readonly where: 'cup' | 'bed'
  readonly conversion: number
  readonly tempC: number
  /** The cup's reading up to and at the decant; null after it. */
  readonly cupTempC: number | null
  /** Null from gel on. */
  readonly viscosityPaS: number | null
  readonly remainingFluidityPerPa: number
  readonly glassC: number
  readonly feel: Feel
  /** Every stage whose window holds this minute. */
  readonly stages: readonly StageId[]
  readonly bloomNumber: number | null
}

export type ForecastProblem =
  | { readonly kind: 'neverGels' }
  | { readonly kind: 'tooLateAtOnce'; readonly fluidityPerPa: number; readonly aimPerPa: number }
  | { readonly kind: 'decantAfterGel'; readonly decantMin: number; readonly gelMin: number }

/** The forecast of one cup: its stages, its state at asked minutes, and the decant solved for where asked. */
export function reportForecast(input: ForecastInput): Result<ForecastReport, ForecastProblem> {
  const cup = fillCup({
    resin: input.resin,
    cupMassG: input.cupMassG,
    roomTempC: input.roomTempC,
    startTempC: input.startTempC ?? input.roomTempC + STIRRED_K,
    bedDepthMm: input.bedDepthMm,
    wall: USUAL_WALL,
    decantKeepsFrac: input.decantKeepsFrac,
  })
  const gelMin = cup.limits?.gelMin ?? Infinity
  if (input.decantMin !== null && input.decantMin > gelMin) {
    return fail({ kind: 'decantAfterGel', decantMin: input.decantMin, gelMin })
  }
  const white = whiteOf(input)
  const answer = input.solve ? solved(cup, input.solve, white) : ok(null)
  if (!answer.ok) return answer
  const decantMin = answer.value?.decantMin ?? input.decantMin
  const forecast = forecastPour(cup, decantMin)
  const stages = stagesOf(forecast, white)
  return ok({
    decantMin,
    solved: answer.value && solvedReport(cup, forecast, { answer: answer.value, white }),
    cup: cup.limits,
    bloom: white,
    stages,
    states: input.atMin.map((min) => stateReport(forecast, { min, stages, white })),
  })
}

function whiteOf({ white, bedDepthMm }: ForecastInput): BloomWhite | null {
  if (!white) return null
  const excessDensityKgPerM3 = white.excessDensityKgPerM3 ?? EXCESS_DENSITY_KG_PER_M3[white.dose]
  return { excessDensityKgPerM3, holeMm: white.holeMm, bedDepthMm }
}

type Solved = Exclude<DecantAnswer, { kind: 'tooLateAtOnce' }>

function solved(
  cup: FilledCup,
  { stage, remainingFluidityPerPa, settleMin }: NonNullable<ForecastInput['solve']>,
  white: BloomWhite | null,
): Result<Solved, ForecastProblem> {
  const aimPerPa = remainingFluidityPerPa ?? bestFluidity(stage!, white)
  const answer = solveDecant(cup, { remainingFluidityPerPa: aimPerPa, gapMin: settleMin })
  if (!answer) return fail({ kind: 'neverGels' })
  if (answer.kind === 'tooLateAtOnce')
    return fail({ kind: answer.kind, fluidityPerPa: answer.fluidityPerPa, aimPerPa })
  return ok(answer)
}

function bestFluidity(stage: (typeof AIMABLE_STAGES)[number], white: BloomWhite | null): number {
  if (stage !== 'pipe') return STAGES[stage].bestPerPa
  if (!white) throw new RangeError('forecast: stage "pipe" needs a white')
  return fluidityForBloom(white, bloomWindow(white).aim)
}

function solvedReport(
  cup: FilledCup,
  forecast: PourForecast,
  { answer, white }: { readonly answer: Solved; readonly white: BloomWhite | null },
): SolvedDecant {
  const { remainingFluidityPerPa } = stateAt(forecast, answer.atMin)
  return {
    ...answer,
    cupTempC: cup.history.stateAt(answer.decantMin).tempC,
    remainingFluidityPerPa,
    bloomNumber: white && bloomNumber(white, remainingFluidityPerPa),
  }
}

function stagesOf(forecast: PourForecast, white: BloomWhite | null): ForecastReport['stages'] {
  const ids = Object.keys(STAGES) as StageId[]
  return Object.fromEntries(
    ids.map((id) => [id, windowOfStage(forecast, id, white)]),
  ) as ForecastReport['stages']
}

function stateReport(
  forecast: PourForecast,
  {
    min,
    stages,
    white,
  }: { readonly min: number; readonly stages: ForecastReport['stages']; readonly white: BloomWhite | null },
): ForecastState {
  const state = stateAt(forecast, min)
  const inBed = forecast.decantMin !== null && min >= forecast.decantMin
  const open = (Object.entries(stages) as [StageId, Window | null][]).filter(
    ([, window]) => window && min >= window.openMin && min <= (window.closeMin ?? Infinity),
  )
  return {
    min,
    where: inBed ? 'bed' : 'cup',
    conversion: state.conversion,
    tempC: state.tempC,
    cupTempC:
      forecast.decantMin === null || min <= forecast.decantMin ? forecast.cup.stateAt(min).tempC : null,
    viscosityPaS: Number.isFinite(state.viscosityPaS) ? state.viscosityPaS : null,
    remainingFluidityPerPa: state.remainingFluidityPerPa,
    glassC: state.glassC,
    feel: feelOf(state, forecast.setting.roomTempC),
    stages: open.map(([id]) => id),
    bloomNumber: white && bloomNumber(white, state.remainingFluidityPerPa),
  }
}
