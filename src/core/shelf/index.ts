export { costOfBatch, priceFor, type BatchCost, type Pricing } from './cost.ts'
export { moldLife, moldPours, type CareEntry, type MoldCare, type MoldLife } from './moldLife.ts'
export { orderProgress, type LineProgress, type Order, type OrderedPiece, type OrderLine } from './orders.ts'
export {
  AT_POUR,
  needsOf,
  needsOfMoreWhite,
  takenFrom,
  type Need,
  type TakenAt,
  type Weighed,
} from './needs.ts'
export { renewedFrom, type Renewed, type Shelf } from './renewed.ts'
export {
  standingOf,
  unitOfSupply,
  worriesOf,
  type Movement,
  type Standing,
  type Supply,
  type SupplyOf,
  type SupplyUnit,
  type SupplyWorry,
} from './supply.ts'
