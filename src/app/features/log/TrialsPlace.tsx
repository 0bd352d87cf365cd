import { Link } from 'react-router'
import { trialResult, type TrialResult } from '#core/plan/index.ts'
import { wordTrial } from '#words/compare.ts'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { Varied } from '#app/components/Varied.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { useStories, useStoriesIn, type BatchStory } from '#app/platform/stories.ts'

/** Declared experiments: what was varied, what was kept, and how both sides came out. */
export function TrialsPlace() {
  const tried = useStoriesIn({ index: 'trial', value: 1 })
  const repeated = useStories((tried ?? []).flatMap(({ batch }) => batch.repeats ?? []))
  if (!tried || !repeated) return <Place title="Experiments">Opening the log …</Place>
  const trials = tried.flatMap((after) => {
    const before = repeated.find(({ batch }) => batch.id === after.batch.repeats)
    return before ? [{ before, after }] : []
  })
  return (
    <Place
      title="Experiments"
      lead="One thing changed, the rest kept. A few pieces prove little: the more, the surer."
      actions={
        <Link className="button button-quiet" to="/log">
          To the log
        </Link>
      }
    >
      {trials.length === 0 && (
        <EmptyPlace title="Nothing is being tried">
          <p>Repeat a batch, change one thing, and tick that it is an experiment: its result stands here.</p>
        </EmptyPlace>
      )}
      <ul className="flex flex-col gap-5">
        {trials.map(({ before, after }) => (
          <Trial key={after.batch.id} before={before} after={after} />
        ))}
      </ul>
    </Place>
  )
}

function Trial({ before, after }: { before: BatchStory; after: BatchStory }) {
  const units = useUnits()
  const result = trialResult(outcomesOf(before), outcomesOf(after))
  const seen = [before, after].flatMap(({ pieces }) =>
    pieces.filter(({ outcome }) => outcome !== null).slice(0, 2),
  )
  return (
    <li className="sheet" data-trial={after.batch.id}>
      <h2 className="text-xl">
        <Link to={`/log/${after.batch.id}`}>{after.batch.request.name}</Link> against{' '}
        <Link to={`/log/${before.batch.id}`}>{before.batch.request.name}</Link>
      </h2>
      <Varied before={before.batch.request} after={after.batch.request} units={units} />
      <p className="mt-2 font-semibold" data-result>
        {result ? wordTrial(result) : 'No result yet: both sides need a piece that was looked at.'}
      </p>
      {result && <Ratings result={result} />}
      {result && seen.length >= 2 && (
        <Link
          className="button button-quiet mt-3"
          to={`/log/compare?pieces=${seen.map(({ id }) => id).join(',')}`}
        >
          Look at them side by side
        </Link>
      )}
    </li>
  )
}

function outcomesOf({ pieces }: BatchStory) {
  return pieces.flatMap(({ outcome }) => (outcome ? [outcome] : []))
}

/** Both means on one line from 1 to 5. */
function Ratings({ result }: { result: TrialResult }) {
  const at = (rating: number) => `${25 * (rating - 1)}%`
  const sides = [
    { name: 'before', side: result.before },
    { name: 'now', side: result.after },
  ]
  return (
    <ul className="mt-2 max-w-md text-sm" aria-label="Mean ratings from 1 to 5">
      {sides.map(({ name, side }) => (
        <li key={name} className="grid grid-cols-[4rem_1fr_9rem] items-center gap-3">
          <span>{name}</span>
          <span className="bg-sunken relative h-3 rounded-full" aria-hidden>
            <span
              className="bg-press absolute inset-y-0 left-0 rounded-full"
              style={{ width: at(side.rating) }}
            />
          </span>
          <span>
            {side.rating.toFixed(1)}, {side.pieces} {side.pieces === 1 ? 'piece' : 'pieces'}
          </span>
        </li>
      ))}
    </ul>
  )
}
