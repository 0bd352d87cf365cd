import { memo } from 'react'
import { withPour, type BatchRequest, type LaterLayer } from '#core/batch/index.ts'
import type { LivePlan, Remedy } from '#core/plan/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import type { School } from '#words/schools.ts'
import { useLastTold, useSittingPlan } from '#app/platform/queries.ts'
import { Findings } from '../Findings.tsx'
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
  const step = live.plan.steps.find(({ stepId }) => stepId === layerId)
  return (
    <div className="flex min-w-0 flex-col gap-4">
      {step && <LaidAt step={step} />}
      {own && (
        <>
          <div>
            <PourStrip request={own.request} live={own.live} units={units} school={school} />
          </div>
          <Findings
            request={own.request}
            findings={own.live.plan.findings}
            units={units}
            change={(changes) => onChange(withPour(layer, { ...own.request, ...changes }))}
            keepMixes={() => Promise.resolve()}
            offers={isOfLayer}
          />
          <PourTakes request={own.request} live={own.live} units={units} layerId={layerId} />
        </>
      )}
    </div>
  )
})

/** What a remedy may change of a pour and stays with the layer that the pour is. */
const OF_LAYER: readonly string[] = ['colours', 'white', 'rounds', 'bedMm', 'pieces']

function isOfLayer(remedy: Remedy): boolean {
  return remedy.kind !== 'stagger' && Object.keys(remedy.changes).every((key) => OF_LAYER.includes(key))
}
