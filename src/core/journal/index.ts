export { type CauseId, type QuestionId } from './causes.ts'
export { diagnose, type Answers, type Diagnosis, type RankedCause } from './diagnose.ts'
export { type RunFacts } from './facts.ts'
export { measuredHands, type MeasuredHands } from './handSpeed.ts'
export { learnBand, type BandEdges, type JudgedPiece } from './learnBand.ts'
export { learnResin } from './learnResin.ts'
export { aimedOf, lessonFrom, lessonOf, type Lesson, type Run } from './lesson.ts'
export { LOOK_OF, LOOKS, type Look } from './looks.ts'
export { FAULTS, type Fault, type FaultId } from './faults.ts'
export { BEST_RATING, type FaultTag, type Outcome, type Piece, type TimingVerdict } from './piece.ts'
export {
  ratingsBySide,
  sharesOfCauses,
  timedOutcomes,
  type ShownOutcome,
  type TimedOutcome,
} from './timing.ts'
export { faultCounts, GOOD_RATING, yieldOf, yieldsBy, type JudgedOutcome, type Yield } from './yields.ts'
