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

interface ShelfFollowedProps {
  readonly changed: readonly string[]
  /** Whether the plan keeps what it was made with. */
  readonly asBefore: boolean
  readonly onChange: (asBefore: boolean) => void
}

/** Says that an open plan went along with the shelf, and goes back with one tap; nothing where both agree. */
export function ShelfFollowed({ changed, asBefore, onChange }: ShelfFollowedProps) {
  if (changed.length === 0) return null
  const names = new Intl.ListFormat('en', { type: 'conjunction' }).format(changed)
  return (
    <div className="no-print mb-4" data-shelf-changed>
      <Callout
        gravity={asBefore ? 'warn' : 'note'}
        title={`${names} ${changed.length === 1 ? 'was' : 'were'} changed on the shelf`}
      >
        <p>
          {asBefore
            ? 'This plan keeps what it was begun with.'
            : 'This plan went along: minutes and amounts are those of the shelf now.'}
        </p>
        <button className="button button-quiet bg-raised text-ink mt-2" onClick={() => onChange(!asBefore)}>
          {asBefore ? 'Follow the shelf' : 'Keep what it was begun with'}
        </button>
      </Callout>
    </div>
  )
}
