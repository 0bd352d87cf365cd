import { Dialog } from 'radix-ui'
import { ClipboardList } from 'lucide-react'
import type { BatchRequest } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { Sheet } from '#app/components/Sheet.tsx'
import { MixSheet } from '#app/components/MixSheet.tsx'

interface MixSheetDialogProps {
  readonly request: BatchRequest
  readonly plan: BatchPlan
  readonly units: UnitChoice
}

/** The whole mix sheet over the step at hand, one tap there and one back. */
export function MixSheetDialog({ request, plan, units }: MixSheetDialogProps) {
  return (
    <Dialog.Root>
      <Dialog.Trigger className="button button-quiet min-h-16">
        <ClipboardList className="size-5" aria-hidden /> Mix sheet
      </Dialog.Trigger>
      <Sheet title={request.name} className="inset-x-2 top-2 bottom-2 max-w-3xl">
        <MixSheet request={request} plan={plan} units={units} />
      </Sheet>
    </Dialog.Root>
  )
}
