export { place, USUAL_EFFORT, type Placing, type PlacingEffort } from './place.ts'
export { cheapest } from './chainSearch.ts'
export { Room } from './room.ts'
export {
  costOf,
  LATE_WEIGHT,
  lateness,
  leftOutCost,
  readyAt,
  type Hold,
  type PlacingChain,
  type PlacingJob,
  type PlacingProblem,
  type Span,
  type Starts,
  type Wait,
} from './problem.ts'
