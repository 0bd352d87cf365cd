import { fillOfPiece, inksOf, type BatchRequest } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import type { RunStep } from '#core/runsheet/index.ts'
import { isDrawn } from '#core/technique/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { MoldDrawing } from '#app/components/MoldDrawing.tsx'
import { TakesList } from '#app/components/TakesList.tsx'

interface StepTakesProps {
  readonly step: RunStep
  readonly request: BatchRequest
  readonly plan: BatchPlan
  readonly units: UnitChoice
}

/** What the step at hand takes, to be read from where the hands are; with the pattern where it is done on one piece. */
export function StepTakes({ step, request, plan, units }: StepTakesProps) {
  const fill = step.pieceNo === null ? undefined : fillOfPiece(plan.fills, step.pieceNo)
  return (
    <div className="my-2 flex flex-wrap items-center gap-x-6 gap-y-2">
      <TakesList takes={step.takes} units={units} className="font-display text-2xl sm:text-3xl" />
      {fill && isDrawn(request.technique) && (
        <MoldDrawing
          outline={fill.mold.outline}
          laid={fill.laid}
          beadMm={request.white.holeMm}
          inkHexes={inksOf(request).map(({ hex }) => hex)}
          title={`Pattern of ${fill.mold.name}`}
          className="size-32 sm:size-40"
        />
      )}
    </div>
  )
}
