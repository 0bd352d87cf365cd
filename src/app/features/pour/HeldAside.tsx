import { Callout } from '#app/components/Callout.tsx'
import type { BatchStory } from '#app/platform/stories.ts'

/** That the device is full, or was emptied, and what becomes of the marks. */
export function HeldAside({ story: { heldAside, isStored } }: { story: BatchStory }) {
  return (
    <>
      {heldAside > 0 && (
        <Callout gravity="stop" title="The device is full">
          {heldAside === 1 ? 'One mark is' : `${heldAside} marks are`} held aside and will be stored when
          there is room. Nothing is lost; free some space after the pour.
        </Callout>
      )}
      {!isStored && (
        <Callout gravity="stop" title="What this browser stored is gone">
          This pour is still here, on this page alone: leave it open and go on. The next mark stores the pour
          again, with every mark made so far.
        </Callout>
      )}
    </>
  )
}
