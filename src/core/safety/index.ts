export { cautionsAt, CAUTIONS, DEFERRAL, NEVER_WITHOUT, type CautionId } from './cautions.ts'
export { heatConcerns, tellsRunaway, type HeatConcern } from './heat.ts'
