export { runSteps, type Expected, type RunStep } from './steps.ts'
export { prepList, type PrepItem } from './prep.ts'
export {
  mayFollow,
  readPour,
  standing,
  undoable,
  type Overruled,
  type Pour,
  type PourEvent,
  type PourNote,
  type Taken,
} from './pour.ts'
export { standingAt, stepAtHand, type Standing } from './now.ts'
