import { lastMark } from '#core/runsheet/index.ts'
import { useSay } from '#app/components/undo.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import { useRecord } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { isSecondTap } from './secondTap.ts'

/** So long what a glove tapped by accident is taken back with one tap, where it was tapped. */
const BAND_MS = 5000

/** A band over the one button for a few seconds after each mark: it covers nothing that is tapped, and moves nothing when it goes. */
export function TakeBack({ story }: { readonly story: BatchStory }) {
  const nowMs = useNowMs(250)
  const record = useRecord(story.batch.id)
  const say = useSay()
  const last = lastMark(story.events)
  const leftMs = last ? last.atMs + BAND_MS - nowMs : 0
  if (!last || leftMs <= 0 || leftMs > BAND_MS) return null
  return (
    <button
      className="bg-sunken border-edge absolute inset-x-0 bottom-full flex min-h-16 w-full cursor-pointer items-center justify-center overflow-hidden rounded-t-xl border text-lg font-semibold"
      onClick={(event) => {
        if (isSecondTap(event)) return
        void record({ kind: 'undone', eventId: last.id }).catch((problem: Error) => say(problem.message))
      }}
      data-take-back
    >
      <span
        className="bg-edge/30 absolute inset-y-0 left-0"
        style={{ width: `${(100 * leftMs) / BAND_MS}%` }}
        aria-hidden
      />
      <span className="relative">Marked. Take it back</span>
    </button>
  )
}
