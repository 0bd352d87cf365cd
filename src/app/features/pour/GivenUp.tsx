import { Link } from 'react-router'
import { techniqueOfPour } from '#core/batch/index.ts'
import { readPour, type Pour } from '#core/runsheet/index.ts'
import { markedAt, whyNeeded } from '#core/technique/index.ts'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useRecord } from '#app/platform/marks.ts'
import { useLivePlan } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { UndoButton } from './UndoButton.tsx'

/** A pour that was given up: gone on with, planned again, or, where its molds are filled, left clear to cure. */
export function GivenUp({ story }: { readonly story: BatchStory }) {
  const { batch, events } = story
  const ended = events.findLast(({ kind }) => kind === 'abandoned')
  const before = readPour(events.filter((event) => event !== ended))
  const filled =
    before.stage === 'running' && markedAt('empties', techniqueOfPour(batch.request), before.done) !== null
  return (
    <Place title={batch.request.name}>
      <EmptyPlace title="This pour was given up">
        <p>
          {filled
            ? 'What is in the molds cures all the same. What is left in cups and bags cures there before it is binned.'
            : 'What was marked is kept. Cure what is left in cups and molds before it is binned.'}
        </p>
        <div className="mt-4 flex flex-wrap justify-center gap-3">
          {filled && ended && <LeaveClear story={story} before={before} endedId={ended.id} />}
          <Link
            className={`button min-h-16 ${filled ? 'button-quiet' : 'button-main'}`}
            to={`/plan?repeat=${batch.id}`}
          >
            Plan it again
          </Link>
          <UndoButton story={story} label="Go on after all" />
        </div>
      </EmptyPlace>
    </Place>
  )
}

interface LeaveClearProps {
  readonly story: BatchStory
  readonly before: Extract<Pour, { stage: 'running' }>
  readonly endedId: string
}

/** Nothing more goes into any piece; covered, it cures and comes out of its mold like any other. */
function LeaveClear({ story, before, endedId }: LeaveClearProps) {
  const record = useRecord(story.batch.id)
  const say = useSay()
  const live = useLivePlan({ ...story, pour: before }, before)
  const technique = techniqueOfPour(story.batch.request)
  const keys = (live.data?.plan.steps ?? [])
    .filter(
      ({ key, place, pieceNo, stepId }) =>
        place === 'pour' &&
        pieceNo !== null &&
        before.done[key] === undefined &&
        !whyNeeded(technique, stepId),
    )
    .map(({ key }) => key)
  const leaveClear = async () => {
    await record({ kind: 'undone', eventId: endedId })
    if (keys.length > 0) await record({ kind: 'leftOut', keys })
  }
  return (
    <button
      className="button button-main min-h-16"
      disabled={!live.data}
      onClick={() => void leaveClear().catch((problem: Error) => say(problem.message))}
    >
      Leave it as it is, and let it cure
    </button>
  )
}
