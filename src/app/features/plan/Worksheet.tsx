import { memo, lazy, Suspense } from 'react'
import { techniqueOfPour, type BatchRequest } from '#core/batch/index.ts'
import type { LivePlan, Stagger } from '#core/plan/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { MixSheet } from '#app/components/MixSheet.tsx'
import { BubblesTold } from './BubblesTold.tsx'
import { CapacityLine } from './CapacityLine.tsx'
import { CupStrategies } from './CupStrategies.tsx'
import { Findings } from './Findings.tsx'
import { Palette } from './Palette.tsx'
import { RunTable } from './RunTable.tsx'
import { StockAndCost } from './StockAndCost.tsx'
import { NeededTools } from './NeededTools.tsx'

const ThickeningChart = lazy(() => import('./ThickeningChart.tsx'))

interface WorksheetProps {
  readonly request: BatchRequest
  readonly live: LivePlan
  readonly units: UnitChoice
  readonly change: (changes: Partial<BatchRequest>) => void
  readonly keepMixes: (request: BatchRequest, stagger: Stagger) => Promise<void>
}

/** Everything the plan works out, in the order it is needed at the bench. */
export const Worksheet = memo(function Worksheet({
  request,
  live,
  units,
  change,
  keepMixes,
}: WorksheetProps) {
  const { plan } = live
  const warmest = Math.max(
    ...plan.life.filter((sample) => sample.min <= 120).map((sample) => sample.tempC),
    ...plan.steps.map(({ expected }) => expected?.tempC ?? -Infinity),
  )
  return (
    <div className="flex flex-col gap-5" data-worksheet>
      <Findings
        request={request}
        findings={plan.findings}
        units={units}
        change={change}
        keepMixes={keepMixes}
      />
      <NeededTools prep={plan.prep} request={request} units={units} />
      <MixSheet request={request} plan={plan} units={units} />
      <CapacityLine plan={plan} units={units} />
      <CupStrategies request={request} plan={plan} units={units} change={change} />
      <StockAndCost request={request} outline={live.outline} />
      <Palette palette={plan.palette} white={techniqueOfPour(request).white.by} />
      <RunTable plan={plan} request={request} units={units} change={change} />
      <BubblesTold request={request} units={units} />
      <section className="sheet no-print" aria-labelledby="chart-heading">
        <h2 id="chart-heading" className="mb-1 text-xl">
          Why these minutes
        </h2>
        <p className="text-ink-soft mb-3 max-w-prose text-sm">
          The cup warms itself until it is decanted, drops a few degrees in the silicone, and the flow that is
          left runs out while it thickens; at most it reaches {printQuantity(warmest, units.temperature, 0)}.
        </p>
        <Suspense fallback={<p>Drawing …</p>}>
          <ThickeningChart life={plan.life} units={units} />
        </Suspense>
      </section>
    </div>
  )
})
