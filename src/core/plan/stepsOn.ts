import { ofPiece } from '../batch/index.ts'
import type { Deed } from '../technique/index.ts'
import type { BatchPlan } from './plan.ts'

/** The steps that do that on pieces of one kind, piece by piece in their order; none where the plan does it to all at once. */
export function stepsOn(
  { steps, fills }: Pick<BatchPlan, 'steps' | 'fills'>,
  kindId: string,
  deed: Deed,
): BatchPlan['steps'] {
  return steps.filter(
    ({ step: { does }, pieceNo }) =>
      does === deed && pieceNo !== null && ofPiece(fills, pieceNo)?.id === kindId,
  )
}
