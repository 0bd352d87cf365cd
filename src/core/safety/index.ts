export { cautionsAt, CAUTIONS, DEFERRAL, NEVER_WITHOUT, type CautionId } from './cautions.ts'
export { heatConcerns, type HeatConcern } from './heat.ts'
