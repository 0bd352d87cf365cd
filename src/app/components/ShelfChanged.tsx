import type { Renewed } from '#core/shelf/index.ts'
import { Callout } from './Callout.tsx'

/** Says that the shelf has something otherwise than the plan, and takes it over with one tap; nothing where they agree. */
export function ShelfChanged({ renewed, onTake }: { renewed: Renewed; onTake: () => void }) {
  const { changed } = renewed
  if (changed.length === 0) return null
  const [it, are] = changed.length === 1 ? ['it is', 'was'] : ['they are', 'were']
  return (
    <div className="no-print mb-4" data-shelf-changed>
      <Callout
        gravity="warn"
        title={`${new Intl.ListFormat('en', { type: 'conjunction' }).format(changed)} ${are} changed on the shelf since`}
      >
        <p>This plan still reckons with what was there before.</p>
        <button className="button button-quiet bg-raised text-ink mt-2" onClick={onTake}>
          Plan with what {it} now
        </button>
      </Callout>
    </div>
  )
}
