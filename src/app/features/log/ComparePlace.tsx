import { castingOf, techniqueOfPour, techniqueOn } from '#core/batch/index.ts'
import { Link, useSearchParams } from 'react-router'
import { BEST_RATING, FAULTS, type Piece } from '#core/journal/index.ts'
import { compared, type BatchPlan, type ComparedPiece } from '#core/plan/index.ts'
import { bringsWhite, markedAt, marksOnPiece, type StepRule } from '#core/technique/index.ts'
import { COMPARED_WORDS, wordCompared } from '#words/compare.ts'
import { TIMING_WORDS } from '#words/vocabulary.ts'
import { FacePicture } from '#app/components/FacePicture.tsx'
import { pourSpan, stripNotches } from '#app/components/notches.ts'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { Strip } from '#app/components/Strip.tsx'
import { usePhotos, useRunsAsPoured, useSettings, useUnits } from '#app/platform/queries.ts'
import { useStoriesOfPieces, type BatchStory } from '#app/platform/stories.ts'
import { factsOfPiece } from '#app/platform/runFacts.ts'

interface Chosen {
  readonly story: BatchStory
  readonly piece: Piece
}

/** Two to four pieces side by side: both faces, their runs on one scale, and in what they differ. */
export function ComparePlace() {
  const [search] = useSearchParams()
  const ids = (search.get('pieces') ?? '').split(',').slice(0, MOST_COMPARED)
  const stories = useStoriesOfPieces(ids)
  if (!stories) return <Place title="Compare">Opening the log …</Place>
  const all = stories.flatMap((story) => story.pieces.map((piece): Chosen => ({ story, piece })))
  const chosen = ids.flatMap((id) => all.filter(({ piece }) => piece.id === id))
  if (chosen.length < 2)
    return (
      <Place title="Compare">
        <EmptyPlace title="Choose two to four pieces">
          <p>Tick them in the log; they stand here side by side.</p>
          <Link className="button button-main mt-4" to="/log">
            To the log
          </Link>
        </EmptyPlace>
      </Place>
    )
  return <Compared chosen={chosen} />
}

export const MOST_COMPARED = 4

function Compared({ chosen }: { chosen: readonly Chosen[] }) {
  const units = useUnits()
  const { school } = useSettings()
  const runs = useRunsAsPoured(chosen.map(({ story }) => story))
  const pieces = chosen.map(({ story, piece }, k): ComparedPiece => {
    const live = runs[k] ?? null
    return {
      request: story.batch.request,
      pieceNo: piece.no,
      facts: live && factsOfPiece(story, live.plan, piece),
      decantMin:
        story.pour.stage === 'running'
          ? markedAt('empties', techniqueOfPour(story.batch.request), story.pour.done)
          : null,
    }
  })
  const rows = compared(pieces)
  const different = rows.filter(({ differs }) => differs)
  const plans = runs.flatMap((run) => (run ? [run.plan] : []))
  const span = plans.length > 0 ? longest(plans) : null
  const columns = { gridTemplateColumns: `repeat(${chosen.length}, minmax(0, 1fr))` }
  return (
    <Place
      title="Compare"
      lead={`${different.length} of ${rows.length} things differ.`}
      actions={
        <Link className="button button-quiet" to="/log">
          To the log
        </Link>
      }
    >
      <ul className="grid gap-3" style={columns}>
        {chosen.map(({ story, piece }) => (
          <PieceColumn key={piece.id} story={story} piece={piece} />
        ))}
      </ul>
      <section className="sheet mt-5" aria-labelledby="runs-heading">
        <h2 id="runs-heading" className="mb-2 text-xl">
          Their runs from stop-stir
        </h2>
        <ul className="flex flex-col gap-4">
          {chosen.map(({ story, piece }, k) => {
            const data = runs[k]
            if (!data || !span || story.pour.stage !== 'running') return null
            return (
              <li key={piece.id}>
                <p className="text-sm font-semibold">
                  {story.batch.request.name}, {piece.no}
                </p>
                <Strip
                  life={data.plan.life}
                  span={span}
                  notches={stripNotches(data.plan.steps, 'pour', story.pour.done, data.bands)}
                  nowMin={whiteOrLaidMin(story, piece)}
                  size="medium"
                  units={units}
                  lead={school}
                  label={`The run of ${story.batch.request.name}`}
                />
              </li>
            )
          })}
        </ul>
        <p className="text-ink-soft mt-2 text-sm">
          The needle stands where the white of that piece went in, or its inclusions.
        </p>
      </section>
      <section className="sheet mt-5 overflow-x-auto" aria-labelledby="differences-heading">
        <h2 id="differences-heading" className="mb-2 text-xl">
          In what they differ
        </h2>
        <table className="w-full text-left text-sm">
          <thead className="text-ink-soft">
            <tr>
              <th className="py-1 pr-3 font-medium">What</th>
              {chosen.map(({ story, piece }) => (
                <th key={piece.id} className="py-1 pr-3 font-medium">
                  {story.batch.request.name}, {piece.no}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {[...different, ...rows.filter(({ differs }) => !differs)].map(({ id, values, differs }) => (
              <tr
                key={id}
                className={`border-line border-t align-top ${differs ? 'font-semibold' : 'text-ink-soft'}`}
                data-row={id}
                data-differs={differs}
              >
                <th className="py-1 pr-3 font-medium" scope="row">
                  {COMPARED_WORDS[id]}
                  {!differs && <span className="font-normal"> (same)</span>}
                </th>
                {values.map((value, k) => (
                  <td key={k} className="py-1 pr-3">
                    {wordCompared(id, value, units)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </Place>
  )
}

function longest(plans: readonly BatchPlan[]) {
  const spans = plans.map(pourSpan)
  return spans.reduce((one, other) => (other.toMin > one.toMin ? other : one))
}

function PieceColumn({ story, piece }: Chosen) {
  const photos = usePhotos(piece.id)
  const of = (side: 'front' | 'back') => photos.data?.find((photo) => photo.side === side) ?? null
  const { outcome } = piece
  return (
    <li className="min-w-0 text-sm">
      <Link className="font-semibold" to={`/log/${story.batch.id}`}>
        {story.batch.request.name}, {piece.no}
      </Link>
      <FacePicture
        picture={of('front')}
        title={`Face of piece ${piece.no} of ${story.batch.request.name}`}
        className="mt-1 aspect-square w-full"
      />
      <FacePicture
        picture={of('back')}
        title={`Back of piece ${piece.no} of ${story.batch.request.name}`}
        className="mt-1 aspect-square w-full"
      />
      {outcome && (
        <p className="mt-1">
          {outcome.rating} of {BEST_RATING}
          {outcome.timing && `, ${TIMING_WORDS[outcome.timing]}`}
          {outcome.faults.length > 0 && `; ${outcome.faults.map((id) => FAULTS[id].symptom).join(', ')}`}
        </p>
      )}
    </li>
  )
}

/** When white went into that piece, or what is laid in; null while nothing did. */
function whiteOrLaidMin({ pour, batch: { request } }: BatchStory, { no }: Piece): number | null {
  if (pour.stage !== 'running') return null
  const order = castingOf(request, no)?.order
  const way = order ? techniqueOn(order, request) : request.technique
  const is = (step: StepRule) => bringsWhite(step) || step.does === 'lays'
  return marksOnPiece(is, techniqueOfPour(request), { done: pour.done, pieceNo: no, way })[0] ?? null
}
