import { Link, useParams } from 'react-router'
import { BEST_RATING, type CauseId, type Piece, type RunFacts } from '#core/journal/index.ts'
import { timedEvents, weighedOf } from '#core/runsheet/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { ratioWords, TIMING_WORDS } from '#words/vocabulary.ts'
import { DiagnosisList } from '#app/components/DiagnosisList.tsx'
import { TaggedFace } from '#app/components/TaggedFace.tsx'
import { sampleAt } from '#app/components/lifeAt.ts'
import { AllAmounts } from '#app/components/AllAmounts.tsx'
import { NoSuchBatch } from '#app/components/NoSuchBatch.tsx'
import { Place } from '#app/components/Place.tsx'
import { dateOf } from '#app/components/when.ts'
import { isTold, markWords, titlesOf } from './markWords.ts'
import { LayerRuns } from './LayerRuns.tsx'
import { Replay } from './Replay.tsx'
import { usePhotos, usePlan, useRunAsPoured, useSettings, useUnits } from '#app/platform/queries.ts'
import { useStory, type BatchStory } from '#app/platform/stories.ts'
import { useRunFacts } from '#app/platform/runFacts.ts'

/** One batch as it was poured: its marks on the strip, its figures, its pieces. */
export function RunPlace() {
  const { batchId = '' } = useParams()
  const { story, isPending } = useStory(batchId)
  const units = useUnits()
  if (isPending) return <Place title="Run">Opening the run …</Place>
  if (!story) return <NoSuchBatch title="Run" />
  return <Run story={story} units={units} />
}

function Run({ story, units }: { story: BatchStory; units: UnitChoice }) {
  const run = useRunFacts(story)
  const { id: batchId, request } = story.batch
  return (
    <Place
      title={request.name}
      lead={`${story.pieces.length} ${story.pieces.length === 1 ? 'piece' : 'pieces'}, ${request.resin.name} (${ratioWords(request.resin.ratio)}), room ${printQuantity(request.roomTempC, units.temperature, 0)}`}
      actions={
        <>
          <Link className="button button-quiet" to={`/pour/${batchId}`}>
            Where it stands
          </Link>
          <Link className="button button-quiet" to={`/finish/${batchId}`}>
            Write down pieces
          </Link>
          <Link className="button button-main" to={`/plan?repeat=${batchId}`}>
            Repeat this batch
          </Link>
        </>
      }
    >
      <div className="flex flex-col gap-5">
        <Marks story={story} units={units} />
        <LayerRuns story={story} units={units} />
        <ul className="grid grid-cols-1 gap-5 md:grid-cols-2">
          {story.pieces.map((piece) => (
            <PieceSheet
              key={piece.id}
              piece={piece}
              facts={run.factsOf(piece)}
              repeatWith={run.repeatWith}
              units={units}
            />
          ))}
        </ul>
      </div>
    </Place>
  )
}

/** What was really done, beside what the model expected at that minute. */
function Marks({ story, units }: { story: BatchStory; units: UnitChoice }) {
  const { pour, batch, events } = story
  const planned = usePlan(batch.request)
  const asPoured = useRunAsPoured(story)
  const { school } = useSettings()
  if (pour.stage !== 'running') return <p className="sheet">This batch has not been poured.</p>
  if (!planned.data || !asPoured.data) return <p className="sheet">Working out the run …</p>
  const { plan, bands } = asPoured.data
  const marks = timedEvents(events).filter(({ event }) => isTold(event))
  const titleOf = titlesOf(batch.request)
  const titles = new Map(plan.steps.map((turn) => [turn.key, turn]))
  const plannedAt = new Map(planned.data.steps.map((turn) => [turn.key, turn.endMin]))
  return (
    <section className="sheet" aria-labelledby="run">
      <h2 id="run" className="mb-2 text-xl">
        The run of {dateOf(pour.stopStirAtMs)}
      </h2>
      <Replay
        plan={plan}
        bands={bands}
        marks={marks}
        layers={batch.request.layers}
        request={batch.request}
        titleOf={titleOf}
        units={units}
        school={school}
      />
      <Weighed events={events} units={units} />
      <details className="mt-2">
        <summary className="min-h-11 cursor-pointer content-center underline">
          All amounts and the whole list
        </summary>
        <AllAmounts request={batch.request} plan={plan} units={units} />
      </details>
      <details className="mt-2" open={marks.length <= 24}>
        <summary className="min-h-11 cursor-pointer content-center underline">
          {marks.length === 1 ? 'One mark' : `${marks.length} marks`}
        </summary>
        <table className="w-full text-left text-sm">
          <thead className="text-ink-soft">
            <tr>
              <th className="py-1 pr-3 font-medium">Mark</th>
              <th className="py-1 pr-3 font-medium">At</th>
              <th className="py-1 pr-3 font-medium">Planned</th>
              <th className="py-1 font-medium">Model then</th>
            </tr>
          </thead>
          <tbody>
            {marks.map(({ event, min }) => {
              const turn = event.kind === 'done' ? titles.get(event.key) : undefined
              const plannedMin = event.kind === 'done' ? plannedAt.get(event.key) : undefined
              return (
                <tr key={event.id} className="border-line border-t align-top">
                  <td className="py-1 pr-3">
                    {markWords(
                      event,
                      { turn, layers: batch.request.layers, request: batch.request, titleOf },
                      units,
                    )}
                  </td>
                  <td className="py-1 pr-3 whitespace-nowrap">{printSpan(min)}</td>
                  <td className="text-ink-soft py-1 pr-3 whitespace-nowrap">
                    {plannedMin === undefined ? '–' : printSpan(plannedMin)}
                  </td>
                  <td className="text-ink-soft py-1 whitespace-nowrap">
                    {printQuantity(sampleAt(plan.life, min).tempC, units.temperature, 0)}
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </details>
    </section>
  )
}

/** What the scale said went into the cup, where one was linked. */
function Weighed({ events, units }: { events: BatchStory['events']; units: UnitChoice }) {
  const weighed = weighedOf(events)
  if (!weighed) return null
  return (
    <p className="mt-2 text-sm">
      Weighed: {printQuantity(weighed.aG, units.mass)} of A and {printQuantity(weighed.bG, units.mass)} of B.
    </p>
  )
}

interface PieceSheetProps {
  readonly piece: Piece
  readonly facts: RunFacts | null
  readonly repeatWith: (cause: CauseId) => string | null
  readonly units: UnitChoice
}

function PieceSheet({ piece, facts, repeatWith, units }: PieceSheetProps) {
  const photos = usePhotos(piece.id)
  const of = (side: 'front' | 'back') => photos.data?.find((photo) => photo.side === side) ?? null
  const { outcome } = piece
  return (
    <li className="sheet">
      <h2 className="mb-2 text-lg">
        Piece {piece.no}, {piece.moldName}
      </h2>
      <div className="grid grid-cols-2 gap-3">
        <TaggedFace
          picture={of('front')}
          title={`Face of piece ${piece.no}`}
          side="front"
          tags={outcome?.tags ?? []}
        />
        <TaggedFace
          picture={of('back')}
          title={`Back of piece ${piece.no}`}
          side="back"
          tags={outcome?.tags ?? []}
        />
      </div>
      {outcome ? (
        <div className="mt-2 text-sm">
          <p className="font-semibold">
            {outcome.rating} of {BEST_RATING}
            {outcome.timing && `, white ${TIMING_WORDS[outcome.timing]}`}
          </p>
          {outcome.note && <p className="text-ink-soft">{outcome.note}</p>}
          <DiagnosisList faults={outcome.faults} facts={facts} units={units} repeatWith={repeatWith} />
        </div>
      ) : (
        <p className="text-ink-soft mt-2 text-sm">Not looked at yet.</p>
      )}
    </li>
  )
}
