export { holdsAlcohol, isMixedIn, isWhite, type Colour } from './colour.ts'
export { COLOUR_KINDS, type ColourKind, type KindFacts } from './kinds.ts'
export { CARD_REFLECTANCE, inkLayer, kubelkaMunk, linearOf, type Linear } from './layers.ts'
export { colourDifference, lightnessOf } from './difference.ts'
export {
  curingShifts,
  overlapsOf,
  rankBacks,
  reasonOf,
  showsOf,
  USUAL_BACKS,
  type BackColour,
  type BackReason,
  type CuringShift,
  type Overlap,
  type RankedBack,
} from './palette.ts'
