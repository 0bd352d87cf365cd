import { Dialog } from 'radix-ui'
import { ClipboardList } from 'lucide-react'
import { AllAmounts } from '#app/components/AllAmounts.tsx'
import { Sheet } from '#app/components/Sheet.tsx'
import { useRunPlan, useUnits } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'

interface AllAmountsDialogProps {
  readonly story: BatchStory
}

/** Every amount, the patterns and the whole list over the step at hand, one tap there and one back, at any time of a run. */
export function AllAmountsDialog({ story }: AllAmountsDialogProps) {
  return (
    <Dialog.Root>
      <Dialog.Trigger className="button button-quiet min-h-16">
        <ClipboardList className="size-5" aria-hidden /> All amounts
      </Dialog.Trigger>
      <Sheet title={story.batch.request.name} className="inset-x-2 top-2 bottom-2 max-w-3xl">
        <Amounts story={story} />
      </Sheet>
    </Dialog.Root>
  )
}

function Amounts({ story }: AllAmountsDialogProps) {
  const units = useUnits()
  const plan = useRunPlan(story)
  if (!plan) return <p>Working out the amounts …</p>
  return <AllAmounts request={story.batch.request} plan={plan} units={units} />
}
