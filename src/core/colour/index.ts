export { holdsAlcohol, isWhite, type Colour, type ColourKind } from './colour.ts'
export { inkLayer, kubelkaMunk, linearOf, type Linear } from './layers.ts'
export {
  overlapsOf,
  rankBacks,
  USUAL_BACKS,
  type BackColour,
  type BackReason,
  type Overlap,
  type RankedBack,
} from './palette.ts'
