export { holdsAlcohol, isMixedIn, isWhite, type Colour, type PairSwatch } from './colour.ts'
export { COLOUR_KINDS, type ColourKind, type KindFacts } from './kinds.ts'
export { CARD_REFLECTANCE, inkLayer, kubelkaMunk, linearOf, opaqueAbsorb, type Linear } from './layers.ts'
export { balanced, byLamp, lampTroubles, meanHex, SEE_THROUGH_SCATTER, type LampTrouble } from './swatch.ts'
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
