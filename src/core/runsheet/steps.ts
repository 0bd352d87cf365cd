import { takesOf, type MoldFill, type Take } from '../batch/index.ts'
import type { RackTask } from '../rack/index.ts'
import { bloomNumber, feelOf, type Feel } from '../resin/index.ts'
import { cautionsAt, type CautionId } from '../safety/index.ts'
import { filmLife, stateAt, toldOn, type Schedule, type TimedTurn } from '../timing/index.ts'

/** A turn of the pour, or a job of the rack, as it is told: its step in the words of its own piece, what it takes, and what one should find as it begins. Plain data, minutes from stop-stir. */
export interface RunStep extends TimedTurn {
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
  const { step, key, beginMin } = turn
  const on = fillOf(schedule, turn)
  return {
    ...turn,
    step: on ? toldOn(step, [on]) : step,
    cautions: cautionsAt(schedule.technique, step.id),
    takes: takesOf(step, turn, { ...schedule, holeMm: schedule.holes[key] }),
    expected: beginMin < 0 ? null : expectedAt(schedule, beginMin, meetsFilm(schedule, turn)),
  }
}

function rackStep(schedule: Schedule, { step, window, handsOnMin, layer }: RackTask): RunStep[] {
  if (!window) return []
  const { openMin, bestMin, closeMin } = window
  return [
    {
      key: step.id,
      step,
      pieceNo: null,
      roundNo: null,
      beginMin: bestMin,
      endMin: bestMin + handsOnMin,
      fromMin: openMin,
      toMin: closeMin,
      never: false,
      handsOnMin,
      cautions: cautionsAt(schedule.technique, step.id),
      takes: takesOf(step, { pieceNo: null, roundNo: null }, schedule),
      expected: expectedAt({ ...schedule, forecast: layer.cure }, bestMin - layer.pouredMin),
    },
  ]
}

/** The piece a turn is done on; null for all of them. */
function fillOf({ slots }: Schedule, { pieceNo }: TimedTurn): MoldFill | null {
  return slots.find(({ no }) => no === pieceNo)?.fill ?? null
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
