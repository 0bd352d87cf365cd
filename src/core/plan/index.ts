export { heldShift, saidOf, type SaidOfIt } from './again.ts'
export { stepsOn } from './stepsOn.ts'
export { bubblesOf, WARMER_K, type Bubbles } from './bubbles.ts'
export { bagsLeft, type BagLeft } from './bagLeft.ts'
export { learnedMoves, type LearnedMove } from './learnedMoves.ts'
export {
  reportLive,
  turnKeys,
  type LiveEvent,
  type LiveInput,
  type LiveReport,
  type TurnReport,
  type Verdict,
} from './liveReport.ts'
export { planBatch, planLive, type BatchPlan, type BloomPlan, type LivePlan, type LiveSoFar } from './plan.ts'
export {
  lessonOfSitting,
  planSitting,
  withSittings,
  type CupLife,
  type SittingCure,
  type SittingPlan,
  type SittingPour,
  type SittingSoFar,
  type SittingsSoFar,
  type MixApart,
} from './sittingPlan.ts'
export { staggeredRequests, type Stagger } from './stagger.ts'
export { type PalettePlan } from './palettePlan.ts'
export {
  faceMoments,
  facesOf,
  faceTask,
  sceneOf,
  whatIfRequest,
  whatIfsOf,
  whatIfTask,
  type FaceMoment,
  type FaceTask,
  type FaceWhatIf,
} from './facePlan.ts'
export { patternNeeds, type PatternNeeds } from './patternNeeds.ts'
export { compared, type ComparedId, type ComparedPiece, type ComparedValue } from './compare.ts'
export { trialResult, variedIn, type TrialResult, type TrialSide } from './trial.ts'
export { asPoured, changedFor } from './nextTime.ts'
export { factsOf } from './runFacts.ts'
export { rightMoments, type RightMoment } from './schools.ts'
export { stagesAt, type StageWindows } from './stagesNow.ts'
export { strategiesOf, type StrategyEffect } from './strategies.ts'
export { remediesFor, type Remedied } from './remedies.ts'
export { type Change, type Remedy } from './remedy.ts'
export { USUAL_CUP, usualBand } from './usualBand.ts'
export { type WhiteCupPlan } from './whiteCupPlan.ts'
export { gravityOf, type Finding, type Gravity } from './finding.ts'
export { type LifeSample } from './life.ts'
export {
  AIMABLE_STAGES,
  reportForecast,
  type ForecastInput,
  type ForecastProblem,
  type ForecastReport,
  type ForecastState,
} from './forecastReport.ts'
