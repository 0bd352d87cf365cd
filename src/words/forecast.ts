import type { ForecastProblem } from '#core/plan/index.ts'

/** Why there is no forecast, and what would give one. */
export function wordForecastProblem(problem: ForecastProblem): string {
  switch (problem.kind) {
    case 'neverGels':
      return 'this resin does not gel in its cup within three days; expected a warmer room or a faster resin'
    case 'tooLateAtOnce':
      return `even decanted at once only ${problem.fluidityPerPa.toFixed(0)} /Pa of flow are left at the moment aimed at, ${problem.aimPerPa.toFixed(0)} /Pa are wanted; expected a shorter settleMin, a cooler room or a smaller cup`
    case 'decantAfterGel':
      return `decantMin is ${problem.decantMin}, but the cup has gelled at ${problem.gelMin.toFixed(1)} min; expected an earlier decant`
    default:
      return problem satisfies never
  }
}
