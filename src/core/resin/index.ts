export { bathMin, type WaterBath } from './waterBath.ts'
export { smallestLeavingMm, type BubbleSkin } from './bubbles.ts'
export {
  mixedDensityGPerMl,
  weightRatio,
  type Confidence,
  type CureLaw,
  type DataSheet,
  type FlowLaw,
  type MixedFrom,
  type MixRatio,
  type Resin,
  type Spread,
  USUAL_SPREAD,
} from './resin.ts'
export { fitDataSheet, type SheetFigure, type SheetFit, type SheetProblem } from './dataSheet.ts'
export {
  POURING_KEEPS_FRAC,
  STIRRED_K,
  USUAL_WALL,
  type MoldWall,
  type Vessel,
  type WallMaterial,
} from './vessel.ts'
export {
  followCure,
  joined,
  roomAt,
  type CureHistory,
  type CureRun,
  type CuringResin,
  type ResinState,
  type RoomStep,
} from './history.ts'
export {
  BLOOM_WINDOW,
  bloomNumber,
  bloomWindow,
  fluidityForBloom,
  KNOWN_HOLES_MM,
  type BloomWhite,
  type BloomWindow,
} from './bloomNumber.ts'
export {
  closesPerPa,
  flowBounds,
  CUP_STOP_OF_GEL,
  feelOf,
  STAGES,
  STAGE_IDS,
  isOfFilm,
  windowOf,
  type Criterion,
  type Feel,
  type StageId,
  type StageSetting,
  type Window,
} from './stages.ts'
export { wallFilmMm } from './wallFilm.ts'
export { LEARNED_ABOUT_C, learnedRate, type Learned, type Normal } from './learned.ts'
export { ARCHETYPES, type ArchetypeId } from './archetypes.ts'
export { asFitted, unknownResin } from './label.ts'
export { readWorkingTime, type WorkingTime, type WorkingTimeProblem } from './labelText.ts'
