import { CircleSlash } from 'lucide-react'
import { useSay } from '#app/components/undo.tsx'
import { useRecord } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { HoldButton } from './HoldButton.tsx'

/** Ends a pour that went wrong; what was marked stays in the record, and it can be taken back. */
export function GiveUpButton({ story }: { story: BatchStory }) {
  const record = useRecord(story.batch.id)
  const say = useSay()
  const fail = (problem: Error) => say(problem.message)
  const giveUp = async () => {
    const result = await record({ kind: 'abandoned', reason: '' })
    if (result.ok) {
      say(
        'The pour is given up.',
        () => void record({ kind: 'undone', eventId: result.value.id }).catch(fail),
      )
    }
  }
  return (
    <HoldButton
      className="button button-quiet min-h-16"
      hint="Hold it for a moment to give the pour up."
      onHeld={() => void giveUp().catch(fail)}
    >
      <CircleSlash className="size-5" aria-hidden /> Give up
    </HoldButton>
  )
}
