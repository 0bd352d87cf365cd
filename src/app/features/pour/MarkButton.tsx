import { useEffect } from 'react'
import { useSay } from '#app/components/undo.tsx'
import { useRecord } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { useSettings } from '#app/platform/queries.ts'
import { tick } from '#app/platform/signals.ts'
import { TakeBack } from './TakeBack.tsx'
import { useFocused } from './useFocused.ts'
import { useFresh } from './useFresh.ts'

interface MarkButtonProps {
  readonly story: BatchStory
  /** Under which key it is marked as done. */
  readonly mark: string
  readonly label: string
  /** Before its time: it can be marked, but nothing asks for it yet. */
  readonly early?: boolean
}

/** The one button of a step: what is done is marked by it. A new step mounts a new one, in focus and read from its head. */
export function MarkButton({ story, mark, label, early = false }: MarkButtonProps) {
  const record = useRecord(story.batch.id)
  const say = useSay()
  const button = useFocused()
  const fresh = useFresh()
  const { sound } = useSettings()
  useEffect(() => {
    window.scrollTo(0, 0)
  }, [])
  const tap = () => {
    if (fresh) return
    if (sound) tick()
    void record({ kind: 'done', key: mark }).catch((problem: Error) => say(problem.message))
  }
  return (
    <div className="bg-surface at-foot sticky z-10 py-2">
      <TakeBack story={story} />
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
