export {
  cupRun,
  fillCup,
  forecastLayer,
  forecastPour,
  lastRoomC,
  solveDecant,
  filmLife,
  stateAt,
  type CupLimits,
  type DecantAim,
  type DecantAnswer,
  type FilledCup,
  type PourForecast,
  type PourSetting,
} from './pour.ts'
export { type CupApart } from './apart.ts'
export { windowOfStage } from './stage.ts'
export { handsOnMin, pieceSlots, slotsThatGet, type PieceSlot } from './handsOn.ts'
export { type TimedTurn } from './layOut.ts'
export { aimOf, toldOn, windowsOf, type DecantPlan, type Schedule, type SoFar } from './schedule.ts'
export { scheduleBatch, settledRequest, type PassedOver, type SettledSchedule } from './settle.ts'
export { AS_PLANNED, holeAt, type Otherwise } from './otherwise.ts'
export { capacityOf, type Capacity } from './capacity.ts'
export { cupsLate, emptiedLateMin, lastBeadMin, missOf, whiteLasts, type Miss } from './holds.ts'
export { portionedAt, type WhiteCup } from './whiteCup.ts'
export { turnsOf, type Turn } from './turns.ts'
export {
  bandsOf,
  believe,
  correctedRequest,
  quickGels,
  type Bands,
  type BeliefTask,
  type Believed,
  type WindowBand,
} from './bands.ts'
export { doubtOf, READABLE_C, type Doubt } from './doubt.ts'
export { roomsRead } from './rooms.ts'
export { posteriorOf } from './posterior.ts'
export { type FilledFrom, type Member } from './ensemble.ts'
export { beliefOf } from './belief.ts'
export {
  bandOf,
  courseOf,
  coursesOf,
  departureOf,
  drawDepartures,
  normalPair,
  type Course,
} from './ensemble.ts'
export {
  BELIEF_IN_ITS_LAW,
  NO_DEPARTURE,
  USUAL_BELIEF,
  type Band,
  type Belief,
  type Departure,
} from './ensemble.ts'
export { fitNotedRun, readingsOfNotes, type NotedFit, type NotedRun } from './notedRun.ts'
export { seenIn, warmedSince, windowAsSeen, type Seen } from './seen.ts'
export {
  isEvidence,
  type Evidence,
  type Reading,
  type Sign,
  type Thermometer,
  type Noted,
} from './reading.ts'
