import type { ReactNode } from 'react'
import { ofPiece, type BatchRequest } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import type { RunStep } from '#core/runsheet/index.ts'
import { isDrawn } from '#core/technique/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { MoldDrawing } from '#app/components/MoldDrawing.tsx'
import { TakesList } from '#app/components/TakesList.tsx'

interface StepHeadProps {
  readonly step: RunStep
  readonly request: BatchRequest
  readonly plan: BatchPlan
  readonly units: UnitChoice
  /** What is to be done. */
  readonly children: ReactNode
}

/** The step at hand and what it takes, to be read from where the hands are; beside it the pattern where it is done on one piece. */
export function StepHead({ step, request, plan, units, children }: StepHeadProps) {
  const fill = step.pieceNo === null ? undefined : ofPiece(plan.fills, step.pieceNo)
  return (
    <div className="flex items-start justify-between gap-4">
      <div>
        {children}
        <TakesList takes={step.takes} units={units} className="font-display my-2 text-2xl sm:text-3xl" />
      </div>
      {fill && isDrawn(fill.technique) && (
        <MoldDrawing
          outline={fill.mold.outline}
          laid={fill.laid}
          beadMm={request.white.holeMm}
          inkHexes={fill.inks.map(({ hex }) => hex)}
          title={`Pattern of ${fill.name}`}
          className="size-28 shrink-0 sm:size-36"
        />
      )}
    </div>
  )
}
