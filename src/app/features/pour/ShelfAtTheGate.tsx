import { renewedFrom } from '#core/shelf/index.ts'
import { changeBatch } from '#data/planCommands.ts'
import { ShelfChanged } from '#app/components/ShelfChanged.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useColours, useMolds, useResins } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { usePlatform } from '#app/platform/studio.tsx'

/** The last moment at which a plan can still be brought to what the shelf says: before anything is stirred. */
export function ShelfAtTheGate({ story: { batch } }: { story: BatchStory }) {
  const { db, nowMs } = usePlatform()
  const say = useSay()
  const [resins, molds, colours] = [useResins().data, useMolds().data, useColours().data]
  if (!resins || !molds || !colours) return null
  const renewed = renewedFrom(batch.request, { resins, molds, colours })
  const take = async (): Promise<void> => {
    const { startAt } = renewed.request
    const isPast = startAt !== null && Date.parse(startAt) < nowMs()
    const request = isPast ? { ...renewed.request, startAt: null } : renewed.request
    const { id, orderId, trial } = batch
    const result = await changeBatch(db, { id, request, nowMs: nowMs(), orderId, trial })
    if (!result.ok) say('The plan could not be changed any more; it stays as it was.')
  }
  return <ShelfChanged renewed={renewed} onTake={() => void take().catch((p: Error) => say(p.message))} />
}
