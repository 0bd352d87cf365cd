export { cautionsAt, CAUTIONS, DEFERRAL, NEVER_WITHOUT, type CautionId } from './cautions.ts'
export { cupStopAfter } from './cupStop.ts'
export { heatConcerns, isHotCup, tellsRunaway, type HeatConcern } from './heat.ts'
export { mayWarm } from './warmAir.ts'
