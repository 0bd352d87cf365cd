import { useEffect, useRef, useState } from 'react'
import { useSay } from '#app/components/undo.tsx'
import { useRecord } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/stories.ts'

interface MarkButtonProps {
  readonly story: BatchStory
  /** Under which key it is marked as done. */
  readonly mark: string
  readonly label: string
  /** Before its time: it can be marked, but nothing asks for it yet. */
  readonly early?: boolean
}

/** A second tap so soon after the last belongs to the last. */
const DOUBLE_TAP_MS = 800

/** The one button of a step: what is done is marked by it. A new step mounts a new one, in focus and read from its head. */
export function MarkButton({ story, mark, label, early = false }: MarkButtonProps) {
  const record = useRecord(story.batch.id)
  const say = useSay()
  const button = useRef<HTMLButtonElement>(null)
  const [fresh, setFresh] = useState(true)
  useEffect(() => {
    button.current?.focus({ preventScroll: true })
    window.scrollTo(0, 0)
    const timer = setTimeout(() => setFresh(false), DOUBLE_TAP_MS)
    return () => clearTimeout(timer)
  }, [])
  const tap = () => {
    if (!fresh) void record({ kind: 'done', key: mark }).catch((problem: Error) => say(problem.message))
  }
  return (
    <div className="bg-surface at-foot sticky z-10 py-2">
      <button
        ref={button}
        className={`button min-h-24 w-full text-3xl ${early ? 'button-quiet border-2' : 'button-main'}`}
        data-fresh={fresh}
        onClick={tap}
      >
        {label}
      </button>
    </div>
  )
}
