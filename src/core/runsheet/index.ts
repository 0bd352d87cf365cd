export { runSteps, type Expected, type RunStep } from './steps.ts'
export { prepList, prepOfLayer, type PrepItem } from './prep.ts'
export { thingsOfLayer, thingsOfPour, type Things } from './things.ts'
export {
  begunLayers,
  filledOf,
  isLive,
  isWorked,
  lastMark,
  mayFollow,
  readPour,
  STIRRED,
  sittingAtHand,
  timedEvents,
  undoable,
  weighedOf,
  type Overruled,
  type Filled,
  type BesideDeed,
  type Pour,
  type PourEvent,
  type PourNote,
  type Sitting,
  type Taken,
  type TimedEvent,
} from './pour.ts'
export { measuredRequest } from './measured.ts'
export { layerMarks, layerTurnKey, layerTurns } from './layerTurns.ts'
export { overdueCup, standingAt, stepAtHand, type Standing } from './now.ts'
