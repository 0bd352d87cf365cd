export { cautionsAt, CAUTIONS, DEFERRAL, type CautionId } from './cautions.ts'
export { heatConcerns, type HeatConcern } from './heat.ts'
