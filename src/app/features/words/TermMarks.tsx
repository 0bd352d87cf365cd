import { lazy, Suspense, useEffect, useRef, useState } from 'react'
import type { Term } from '#words/terms.ts'
import { markAt, marksUnder, type Mark } from './marks.ts'

/** What opens is loaded when something is opened. */
const Meaning = lazy(async () => ({ default: (await import('./Meaning.tsx')).Meaning }))
const TermList = lazy(async () => ({ default: (await import('./TermList.tsx')).TermList }))

/** Under which name the theme draws the marks. */
const HIGHLIGHT = 'term'
/** Looked through again so long after the page last changed; a clock that ticks is not waited for longer. */
const QUIET_MS = 300
const LATEST_MS = 1500

/**
 * Odd words of the trade are underlined wherever they stand on the page and open their meaning at a tap; by keyboard all of them are one list, by w. The
 * marks are drawn over the text as it is, so that no place can forget one.
 */
export function TermMarks() {
  const marks = useMarks()
  const [opened, setOpened] = useState<Mark | null>(null)
  const [listed, setListed] = useState(false)
  useEffect(() => {
    const tapped = (event: MouseEvent) => {
      if (event.defaultPrevented || !getSelection()?.isCollapsed) return
      const mark = markAt(marks.current, event)
      if (mark) setOpened(mark)
    }
    const pressed = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select')
      if (!typing && event.key === 'w' && !event.ctrlKey && !event.metaKey && !event.altKey) setListed(true)
    }
    document.addEventListener('click', tapped)
    document.addEventListener('keydown', pressed)
    return () => {
      document.removeEventListener('click', tapped)
      document.removeEventListener('keydown', pressed)
    }
  }, [marks])
  return (
    <>
      <button
        className="text-ink-soft no-print mx-4 mt-6 min-h-11 cursor-pointer self-start text-sm underline sm:mx-6"
        aria-haspopup="dialog"
        onClick={() => setListed(true)}
      >
        Words on this page
      </button>
      <Suspense fallback={null}>
        {opened && <Meaning mark={opened} close={() => setOpened(null)} />}
        {listed && <TermList terms={termsOf(marks.current)} close={() => setListed(false)} />}
      </Suspense>
    </>
  )
}

/** The terms on the page as it stands, underlined. */
function useMarks(): { readonly current: readonly Mark[] } {
  const marks = useRef<readonly Mark[]>([])
  useEffect(() => {
    let due: ReturnType<typeof setTimeout> | undefined
    let changedMs: number | null = null
    const look = () => {
      changedMs = null
      marks.current = marksUnder([...document.querySelectorAll('#place, [role="dialog"]')])
      if (typeof Highlight !== 'undefined')
        CSS.highlights.set(HIGHLIGHT, new Highlight(...marks.current.map(({ range }) => range)))
    }
    const observer = new MutationObserver(() => {
      const nowMs = performance.now()
      changedMs ??= nowMs
      clearTimeout(due)
      due = setTimeout(look, Math.min(QUIET_MS, Math.max(0, changedMs + LATEST_MS - nowMs)))
    })
    observer.observe(document.body, { childList: true, subtree: true, characterData: true })
    look()
    return () => {
      observer.disconnect()
      clearTimeout(due)
      if (typeof Highlight !== 'undefined') CSS.highlights.delete(HIGHLIGHT)
    }
  }, [])
  return marks
}

function termsOf(marks: readonly Mark[]): readonly Term[] {
  return [...new Map(marks.map(({ term }) => [term.id, term])).values()].sort((one, other) =>
    one.word.localeCompare(other.word),
  )
}
