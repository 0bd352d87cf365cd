import { useState } from 'react'
import { NotebookPen } from 'lucide-react'
import { Dialog } from 'radix-ui'
import { Sheet } from '#app/components/Sheet.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useRecord } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { useKey } from './useKey.ts'

/** Said at one tap; anything else is typed. */
const QUICK_NOTES = [
  'Blob broken',
  'Ring start dripped',
  'Ink still moving',
  'Bubbles',
  'Not level',
  'White looked strong',
  'Looks right',
]

/** A note with the minute it was made at. */
export function NoteTaker({ story }: { story: BatchStory }) {
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  const record = useRecord(story.batch.id)
  const say = useSay()
  useKey('n', () => setOpen(true))
  const take = (note: string) => {
    if (note.trim() === '') return
    void record({ kind: 'note', text: note.trim() })
      .then(() => say(`Noted: ${note.trim()}`))
      .catch((problem: Error) => say(problem.message))
    setText('')
    setOpen(false)
  }
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <button className="button button-quiet min-h-16">
          <NotebookPen className="size-5" aria-hidden /> Note
        </button>
      </Dialog.Trigger>
      <Sheet title="Note, now">
        <div className="flex flex-wrap gap-2">
          {QUICK_NOTES.map((note) => (
            <button key={note} className="button button-quiet min-h-16" onClick={() => take(note)}>
              {note}
            </button>
          ))}
        </div>
        <form
          className="mt-3 flex gap-2"
          onSubmit={(event) => {
            event.preventDefault()
            take(text)
          }}
        >
          <input
            className="field min-h-16"
            aria-label="Note"
            value={text}
            maxLength={2000}
            onChange={(event) => setText(event.target.value)}
          />
          <button className="button button-main min-h-16">Keep</button>
        </form>
      </Sheet>
    </Dialog.Root>
  )
}
