export { bedForMix, moldsFull } from './givenMix.ts'
export { asRecipe, fromRecipe, laidInto, type Recipe } from './recipe.ts'
export { movedInto, type Scaled } from './scaled.ts'
export {
  hasRest,
  leftBeside,
  placeBy,
  possibleAmount,
  whenOfStart,
  withBeside,
  withCopy,
  withMoved,
  withoutLayer,
  withStarted,
} from './layerEdits.ts'
export {
  dividedOrder,
  fromSurplus,
  inksOf,
  whitesOf,
  inksOn,
  moldsFilled,
  ofPiece,
  techniqueOn,
  kindId,
  kindName,
  laidIn,
  mayLieInPart,
  pieceCount,
  withoutOrder,
  type Colourway,
  type BedSaid,
  type PieceOrder,
} from './pieces.ts'
export {
  USUAL_HANDS,
  USUAL_LOSS,
  USUAL_MEASURING,
  USUAL_REQUEST,
  LEAST_HOLE_MM,
  MOST_HOLE_MM,
  POUR_MIX,
  USUAL_WHITE,
  type BatchRequest,
  type CupStrategy,
  type Face,
  type Hands,
  type Inclusions,
  type Loss,
  type Measured,
  type Measuring,
} from './request.ts'
export { markKindsOf, usualPattern } from './patterns.ts'
export {
  coverMm,
  fillMolds,
  heldOf,
  governingBedMm,
  governingUnderWhiteMm,
  underWhiteMm,
  governingWall,
  laterAmount,
  LEAST_COVER_MM,
  plannedPattern,
  type MoldFill,
} from './layers.ts'
export { contentsOf, givenOn, overloadedCups, type Contents, type OverloadedCup } from './contents.ts'
export { castingCount, castingOf, type Casting } from './castings.ts'
export { isHeld, bedOf, type Layer } from './layer.ts'
export {
  holeOf,
  additionMl,
  additionOf,
  broughtInto,
  divided,
  dosesFor,
  cupsThatFit,
  burns,
  dividedOverG,
  firstPoured,
  MOST_CUPS,
  ofOneMix,
  ownMixes,
  pouredOn,
  withinLoad,
  type CupLoad,
  type Dose,
  type DosedColour,
  type Bag,
  type LayerCup,
  type Portion,
} from './layerCups.ts'
export {
  bottlesOf,
  isBacked,
  isFlexible,
  levelOf,
  isIn,
  layersOnPieces,
  nextLayer,
  piecesOn,
  plannedBack,
  startedLayer,
  takesRoom,
  usualLayers,
  type LaterLayer,
  type LayerAmount,
} from './laterLayers.ts'
export { type Drawn, type WhiteChoice, type WhiteDose } from './drawn.ts'
export { overhangMm, type DrapeForm } from './drapeForm.ts'
export { carrying, drawnIn, markedIn, drawnOf, pourOfLayer, withPour } from './drawnLayers.ts'
export { measureParts, WORST_RATIO_ERROR } from './parts.ts'
export { EXCESS_DENSITY_KG_PER_M3 } from './dose.ts'
export { narrowFromMm, pipedMl, whiteBurns, whitensOf, type PieceWhite } from './white.ts'
export { type MeasuredParts, type Parts } from './parts.ts'
export { type Addition, type Cup, type CupFor, type Drops } from './cups.ts'
export { type LeftoverUse } from './leftovers.ts'
export {
  cupColours,
  dividedCups,
  dividedMixes,
  dropsOf,
  inkDropsOfPiece,
  droppedInRound,
  mixesOfLayer,
  pourMixOf,
  whiteCupOf,
  type CupColour,
  type DividedMix,
  type Mix,
  type PieceDrops,
} from './mixes.ts'
export { nestedLines, type NestedLine } from './nested.ts'
export { type DrippedObject } from './overObject.ts'
export { pipedOn, takingTurns } from './bags.ts'
export { strewnTakes, takesOf, takesOfMix, type Take } from './takes.ts'
export { DROP_ML, dropLoad, MOST_LOAD, type DropLoad } from './load.ts'
export { judgedScore, techniqueOfPour } from './pour.ts'
export { laidOut } from './laidOut.ts'
export { moldPortions, type MoldPortion } from './portions.ts'
export { sealedRequest, unsealed } from './sealed.ts'
export { zoneFrac, type Zone, type ZonePlace } from './zone.ts'
