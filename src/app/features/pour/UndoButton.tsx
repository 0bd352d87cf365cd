import { Undo2 } from 'lucide-react'
import { undoable } from '#core/runsheet/index.ts'
import { useSay } from '#app/components/undo.tsx'
import { useRecord } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { isSecondTap } from './secondTap.ts'
import { useKey } from './useKey.ts'

/** Takes back the last mark, by tap or by the key u; the mark stays in the record as taken back. */
export function UndoButton({ story, label = 'Undo' }: { story: BatchStory; label?: string }) {
  const record = useRecord(story.batch.id)
  const say = useSay()
  const last = undoable(story.events)
  const undo = () => {
    if (last)
      void record({ kind: 'undone', eventId: last.id }).catch((problem: Error) => say(problem.message))
  }
  useKey('u', undo)
  return (
    <button
      className="button button-quiet min-h-16"
      disabled={last === null}
      onClick={(event) => {
        if (!isSecondTap(event)) undo()
      }}
    >
      <Undo2 className="size-5" aria-hidden /> {label}
    </button>
  )
}
