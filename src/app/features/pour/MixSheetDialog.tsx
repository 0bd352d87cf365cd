import { Dialog } from 'radix-ui'
import { ClipboardList, X } from 'lucide-react'
import type { BatchRequest } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
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
      <Dialog.Portal>
        <Dialog.Overlay className="bg-sunken/80 fixed inset-0 z-40" />
        <Dialog.Content
          className="bg-raised fixed inset-x-2 top-2 bottom-2 z-50 mx-auto max-w-3xl overflow-y-auto rounded-2xl p-4"
          aria-describedby={undefined}
        >
          <div className="mb-3 flex items-center justify-between gap-3">
            <Dialog.Title className="text-2xl">{request.name}</Dialog.Title>
            <Dialog.Close className="button button-quiet min-h-16" aria-label="Close the mix sheet">
              <X className="size-6" aria-hidden />
            </Dialog.Close>
          </div>
          <MixSheet request={request} plan={plan} units={units} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
