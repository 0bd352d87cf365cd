import { memo } from 'react'
import { carrying, pourOfLayer, type BatchRequest, type LaterLayer } from '#core/batch/index.ts'
import type { LivePlan } from '#core/plan/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import type { School } from '#words/schools.ts'
import { useLastTold, useSittingPlan } from '#app/platform/queries.ts'
import { Findings } from '../Findings.tsx'
import { ScoreButton } from '../score/Score.tsx'
import { LaidAt } from './LayerDesk.tsx'
import { PourStrip, PourTakes } from './PourDesk.tsx'

interface DrawnDeskProps {
  readonly request: BatchRequest
  readonly live: LivePlan
  readonly layer: LaterLayer
  readonly onChange: (layer: LaterLayer) => void
  readonly units: UnitChoice
  readonly school: School
}

/** A layer that inks and white go into, as the pour that it is: its own strip, what it takes, and what would go wrong with it. */
export const DrawnDesk = memo(function DrawnDesk({
  request,
  live,
  layer,
  units,
  school,
  onChange,
}: DrawnDeskProps) {
  const layerId = layer.id
  const told = useLastTold(useSittingPlan(request, layerId, {}))
  const own = told?.layerId === layerId ? told.pour : null
  const stacked = live.plan.fills
  // From the layer as it stands: what was worked out last may be behind it.
  const pour = pourOfLayer(request, layer, stacked)
  const changed = (changes: Partial<BatchRequest>) =>
    pour && carrying(request, layer, { pour: { ...pour, ...changes }, stacked })
  const change = (changes: Partial<BatchRequest>) => {
    const next = changed(changes)
    if (next) onChange(next)
  }
  const turn = live.plan.steps.find(({ step }) => step.id === layerId)
  return (
    <div className="flex min-w-0 flex-col gap-4">
      {turn && <LaidAt turn={turn} />}
      {own && (
        <>
          <div>
            <PourStrip request={own.request} live={own.live} units={units} school={school} />
          </div>
          <Findings
            request={own.request}
            findings={own.live.plan.findings}
            units={units}
            change={change}
            offers={(remedy) => remedy.kind === 'stagger' || changed(remedy.changes) !== null}
          />
          <PourTakes request={own.request} live={own.live} units={units} layerId={layerId} />
          <div className="flex flex-wrap items-center gap-3">
            <ScoreButton request={own.request} plan={own.live.plan} change={change} />
          </div>
        </>
      )}
    </div>
  )
})
