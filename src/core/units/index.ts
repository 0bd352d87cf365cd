export { GRAVITY_M_PER_S2 } from './constants.ts'
export { fail, ok, type Result } from './result.ts'
export { fromInner, toInner, UNIT_IDS, unitOf, type Dimension, type Unit, type UnitId } from './unit.ts'
export { parseAmount, parseQuantity, type ParseProblem, type Quantity } from './parse.ts'
export {
  METRIC,
  printClock,
  printQuantity,
  printSum,
  printSpan,
  weighedDecimals,
  US_CUSTOMARY,
  type UnitChoice,
} from './print.ts'
