export { holdsAlcohol, isWhite, type Colour, type ColourKind } from './colour.ts'
