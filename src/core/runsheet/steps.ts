import { takesOf, type MoldFill, type Take } from '../batch/index.ts'
import type { RackTask } from '../rack/index.ts'
import { bloomNumber, feelOf, type Feel } from '../resin/index.ts'
import { cautionsAt, type CautionId } from '../safety/index.ts'
import type { Deed, StepId, StepRule } from '../technique/index.ts'
import { filmLife, stateAt, toldOn, type Schedule, type TimedTurn } from '../timing/index.ts'

/** One line of the run sheet; plain data, minutes from stop-stir. */
export interface RunStep {
  readonly key: string
  readonly stepId: StepId
  readonly does: Deed | null
  readonly title: string
  readonly detail: string
  readonly done: string
  /** What a strip calls it; null where it has no place on one. */
  readonly short: string | null
  /** What it lays on the rack, and from what; null where it lays nothing there. */
  readonly lays: StepRule['lays'] | null
  /** Whether what it lays has to dry: a finger can find it so. */
  readonly dries: boolean
  readonly late: string | null
  readonly place: 'pour' | 'rack'
  readonly pieceNo: number | null
  readonly roundNo: number | null
  readonly beginMin: number
  readonly endMin: number
  readonly fromMin: number
  readonly toMin: number | null
  /** Its moment never comes in this resin and room. */
  readonly never: boolean
  /** It only looks or wipes. */
  readonly floats: boolean
  readonly handsOnMin: number
  /** What a probe and a finger should find when it begins; null while stirring. */
  readonly expected: Expected | null
  readonly cautions: readonly CautionId[]
  /** What it needs at hand. */
  readonly takes: readonly Take[]
}

export interface Expected {
  readonly where: 'cup' | 'bed'
  readonly tempC: number
  readonly feel: Feel
  readonly remainingFluidityPerPa: number
  /** Null where the technique sinks no white through a bed. */
  readonly bloomNumber: number | null
}

/** The pour's turns and the rack's tasks as one run sheet. Tasks the resin never reaches are left out. */
export function runSteps(schedule: Schedule, tasks: readonly RackTask[]): readonly RunStep[] {
  return [
    ...schedule.turns.map((turn) => pourStep(schedule, turn)),
    ...tasks.flatMap((task) => rackStep(schedule, task)),
  ]
}

function pourStep(schedule: Schedule, turn: TimedTurn): RunStep {
  const { step } = turn
  return {
    ...wording(schedule, step.id, fillOf(schedule, turn)),
    takes: takesOf(step, turn, { ...schedule, holeMm: schedule.holes[turn.key] }),
    key: turn.key,
    pieceNo: turn.pieceNo,
    roundNo: turn.roundNo,
    beginMin: turn.beginMin,
    endMin: turn.endMin,
    fromMin: turn.fromMin,
    toMin: turn.toMin,
    never: turn.never,
    floats: step.floats === true,
    handsOnMin: turn.handsOnMin,
    expected: turn.beginMin < 0 ? null : expectedAt(schedule, turn.beginMin, meetsFilm(schedule, turn)),
  }
}

function rackStep(schedule: Schedule, { step, window, handsOnMin, layer }: RackTask): RunStep[] {
  if (!window) return []
  const { openMin, bestMin, closeMin } = window
  return [
    {
      ...wording(schedule, step.id),
      takes: takesOf(step, { pieceNo: null, roundNo: null }, schedule),
      key: step.id,
      pieceNo: null,
      roundNo: null,
      beginMin: bestMin,
      endMin: bestMin + handsOnMin,
      fromMin: openMin,
      toMin: closeMin,
      never: false,
      floats: false,
      handsOnMin,
      expected: expectedAt({ ...schedule, forecast: layer.cure }, bestMin - layer.pouredMin),
    },
  ]
}

/** The piece a turn is done on; null for all of them. */
function fillOf({ slots }: Schedule, { pieceNo }: TimedTurn): MoldFill | null {
  return slots.find(({ no }) => no === pieceNo)?.fill ?? null
}

function wording({ technique }: Schedule, id: StepId, on: MoldFill | null = null) {
  const step = technique.steps.find((each) => each.id === id)!
  const { title, detail, done, late, place, does, short, lays, dries } = on ? toldOn(step, [on]) : step
  return {
    stepId: id,
    does: does ?? null,
    short: short ?? null,
    lays: lays ?? null,
    dries: lays !== undefined && dries !== undefined,
    title,
    detail,
    done,
    late: late ?? null,
    place,
    cautions: cautionsAt(technique, id),
  }
}

/** Whether what was held back is not on that piece yet, though it may be on others. */
function meetsFilm({ turns }: Schedule, { pieceNo, beginMin }: TimedTurn): boolean {
  const raises = turns.find(
    (turn) => turn.step.does === 'raises' && turn.pieceNo === pieceNo && pieceNo !== null,
  )
  return raises !== undefined && beginMin <= raises.beginMin
}

function expectedAt(
  { forecast, white }: Pick<Schedule, 'forecast' | 'white'>,
  min: number,
  onFilm = false,
): Expected {
  const state = onFilm ? filmLife(forecast).stateAt(min) : stateAt(forecast, min)
  const where = forecast.bed && min > forecast.bed.fromMin ? 'bed' : 'cup'
  return {
    where,
    // In the very minute it is poured the cup is still as warm as a cup, and the bed already cooler.
    tempC: where === 'cup' ? forecast.cup.tempAt(min) : state.tempC,
    feel: feelOf(state, forecast.setting.roomTempC),
    remainingFluidityPerPa: state.remainingFluidityPerPa,
    bloomNumber: white ? bloomNumber(white, state.remainingFluidityPerPa) : null,
  }
}
