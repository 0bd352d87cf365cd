export {
  inksOf,
  pieceCount,
  USUAL_HANDS,
  USUAL_LOSS,
  USUAL_MEASURING,
  USUAL_REQUEST,
  USUAL_WHITE,
  type BackChoice,
  type BatchRequest,
  type CupStrategy,
  type Hands,
  type Inclusions,
  type Loss,
  type Measuring,
  type PieceOrder,
  type WhiteChoice,
  type WhiteDose,
} from './request.ts'
export { markKindsOf, usualPattern } from './patterns.ts'
export {
  COAT_MM,
  coatVolumeMl,
  fillMolds,
  governingBedMm,
  governingWall,
  LEAST_COVER_MM,
  plannedPattern,
  type LaterMixId,
  type Layer,
  type MoldFill,
} from './layers.ts'
export { EXCESS_DENSITY_KG_PER_M3, narrowFromMm, type PieceWhite } from './white.ts'
export { type MeasuredParts, type Parts } from './parts.ts'
export { type Addition, type Cup } from './cups.ts'
export { type LeftoverUse } from './leftovers.ts'
export { dropsOf, inkDropsOfPiece, mixesOf, whiteCupOf, type Mix, type PieceDrops } from './mixes.ts'
export { fillOfPiece, takesOf, type Take } from './takes.ts'
export { DROP_ML, dropLoad, MOST_LOAD, type DropLoad } from './load.ts'
