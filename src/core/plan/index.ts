export { planBatch, planLive, type BatchPlan, type BloomPlan, type LivePlan } from './plan.ts'
export { gravityOf, type Finding, type Gravity, type Way } from './findings.ts'
export { type LifeSample } from './life.ts'
export {
  AIMABLE_STAGES,
  reportForecast,
  type ForecastInput,
  type ForecastProblem,
  type ForecastReport,
  type ForecastState,
} from './forecastReport.ts'
