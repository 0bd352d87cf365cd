export { runSteps, type Expected, type RunStep } from './steps.ts'
export { prepList, type PrepItem } from './prep.ts'
export {
  isLive,
  mayFollow,
  readPour,
  timedEvents,
  undoable,
  weighedOf,
  type Overruled,
  type Pour,
  type PourEvent,
  type PourNote,
  type Taken,
  type TimedEvent,
} from './pour.ts'
export { standingAt, stepAtHand, type Standing } from './now.ts'
