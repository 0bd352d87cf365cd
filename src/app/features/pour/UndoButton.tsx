import { Undo2 } from 'lucide-react'
import { undoable } from '#core/runsheet/index.ts'
import { useSay } from '#app/components/undo.tsx'
import { useRecord } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { isSecondTap } from './secondTap.ts'
import { useKey } from './useKey.ts'

/** Takes back the last mark, by tap or by the key u; the mark stays in the record as taken back. */
export function UndoButton({ story, label = 'Undo' }: { story: BatchStory; label?: string }) {
  const record = useRecord(story.batch.id)
  const say = useSay()
  const { nowMs } = usePlatform()
  const undo = () => {
    const taken = undoable(story.events, nowMs())
    if (taken)
      void record({ kind: 'undone', eventId: taken.id }).catch((problem: Error) => say(problem.message))
  }
  useKey('u', undo)
  return (
    <button
      className="button button-quiet min-h-16"
      disabled={undoable(story.events) === null}
      onClick={(event) => {
        if (!isSecondTap(event)) undo()
      }}
    >
      <Undo2 className="size-5" aria-hidden /> {label}
    </button>
  )
}
