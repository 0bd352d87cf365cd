import { Callout } from '#app/components/Callout.tsx'
import type { BatchStory } from '#app/platform/stories.ts'

/** That the device is full, and what becomes of the marks. */
export function HeldAside({ story: { heldAside } }: { story: BatchStory }) {
  if (heldAside === 0) return null
  return (
    <Callout gravity="stop" title="The device is full">
      {heldAside === 1 ? 'One mark is' : `${heldAside} marks are`} held aside and will be stored when there is
      room. Nothing is lost; free some space after the pour.
    </Callout>
  )
}
