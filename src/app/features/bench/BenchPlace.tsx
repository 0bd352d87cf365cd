import { EMPTY_NOW } from '#words/standing.ts'
import { techniqueOfPour } from '#core/batch/index.ts'
import { POUR } from '#core/rack/index.ts'
import { markedAt } from '#core/technique/index.ts'
import { lazy, Suspense, type ReactNode } from 'react'
import { Link } from 'react-router'
import { removeBatch } from '#data/batchCommands.ts'
import { printSpan } from '#core/units/index.ts'
import { FacePicture } from '#app/components/FacePicture.tsx'
import { rackSpan, stripNotches } from '#app/components/notches.ts'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { Strip } from '#app/components/Strip.tsx'
import { useSay } from '#app/components/undo.tsx'
import { dayOf, whenOf } from '#app/components/when.ts'
import { useNowMs } from '#app/platform/clock.ts'
import { usePhotos, useUnits } from '#app/platform/queries.ts'
import { useBareStudio, useLately, useOpenStories, type BatchStory } from '#app/platform/stories.ts'
import { useRackPlan, useRackStudio } from '#app/platform/rackPlan.ts'
import { rackEntries, useRunningBatches, type RackEntry, type RunningBatch } from '#app/platform/rack.ts'
import { PlannedAway } from '#app/components/PlannedAway.tsx'
import { usePlatform } from '#app/platform/studio.tsx'

const BackupReminder = lazy(async () => ({ default: (await import('./BackupReminder.tsx')).BackupReminder }))

const AHEAD_MS = 36 * 3_600_000

/** What is live, what is due in the next hours, what waits for me. */
export function BenchPlace({ whenBare }: { readonly whenBare: ReactNode }) {
  const nowMs = useNowMs(15_000)
  const stories = useOpenStories()
  const running = useRunningBatches()
  const bare = useBareStudio()
  if (!stories || bare === null) return <Place title="Bench">Opening the studio …</Place>
  if (bare) return whenBare
  const live = running.filter((batch) => batch.atHand !== null)
  const due = rackEntries(running).filter(
    (entry) =>
      entry.doneAtMs === null && entry.turn.step.does !== 'serves' && entry.fromAtMs < nowMs + AHEAD_MS,
  )
  // What is due has its page behind its name.
  const curing = running.filter(
    (batch) => batch.atHand === null && !isOff(batch.story) && due.every((entry) => entry.batch !== batch),
  )
  const planned = stories.filter(({ pour }) => pour.stage === 'planned' || pour.stage === 'ready')
  const unseen = stories.filter(
    (story) => isOff(story) && story.pieces.some((piece) => piece.outcome === null),
  )
  const nothing = live.length + due.length + planned.length + unseen.length === 0
  return (
    <Place
      title="Bench"
      lead={dayOf(nowMs)}
      actions={
        <>
          <Link className="button button-quiet" to="/orders">
            Sets and commissions
          </Link>
          <Link className="button button-main" to="/plan">
            Plan a batch
          </Link>
        </>
      }
    >
      <Suspense fallback={null}>
        <BackupReminder />
      </Suspense>
      {nothing && (
        <EmptyPlace title="Nothing waits">
          <p>
            Plan a batch and it stands here: first to lay out, then live, then on the rack until it is
            finished.
          </p>
        </EmptyPlace>
      )}
      <div className="grid grid-cols-1 items-start gap-5 lg:grid-cols-2">
        {live.length > 0 && <LiveList live={live} />}
        {curing.length > 0 && <CuringList curing={curing} nowMs={nowMs} />}
        {due.length > 0 && <DueList due={due} nowMs={nowMs} />}
        {planned.length > 0 && <PlannedList planned={planned} nowMs={nowMs} />}
        {unseen.length > 0 && <UnseenList unseen={unseen} />}
      </div>
      <Lately />
    </Place>
  )
}

function isOff({ pour, batch }: BatchStory): boolean {
  return pour.stage === 'running' && markedAt('frees', techniqueOfPour(batch.request), pour.done) !== null
}

function LiveList({ live }: { live: readonly RunningBatch[] }) {
  return (
    <section className="sheet border-press border-2" aria-labelledby="live">
      <h2 id="live" className="mb-2 text-xl">
        Live
      </h2>
      <ul className="flex flex-col gap-3">
        {live.map(({ story, atHand, isOverdue }) => (
          <li key={story.batch.id}>
            <Link className="button button-main min-h-16 w-full text-lg" to={`/pour/${story.batch.id}`}>
              {story.batch.request.name}: {isOverdue ? EMPTY_NOW.title : atHand!.step.title}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Batches between their pour and their mold: what they wait for, and the way to their page. */
function CuringList({ curing, nowMs }: { readonly curing: readonly RunningBatch[]; readonly nowMs: number }) {
  return (
    <section className="sheet" aria-labelledby="curing">
      <h2 id="curing" className="mb-2 text-xl">
        Curing
      </h2>
      <ul className="flex flex-col gap-2">
        {curing.map((batch) => {
          const next = rackEntries([batch]).find(({ doneAtMs }) => doneAtMs === null)
          return (
            <li key={batch.story.batch.id}>
              <Link
                className="button button-quiet w-full justify-between"
                to={`/pour/${batch.story.batch.id}`}
              >
                <span>{batch.story.batch.request.name}</span>
                {next && (
                  <span className="text-ink-soft font-normal">
                    {next.turn.step.title}, best {whenOf(next.bestAtMs, nowMs)}
                  </span>
                )}
              </Link>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

function DueList({ due, nowMs }: { due: readonly RackEntry[]; nowMs: number }) {
  const units = useUnits()
  const { data: plan } = useRackPlan(useRackStudio())
  return (
    <section className="sheet" aria-labelledby="due">
      <h2 id="due" className="mb-2 text-xl">
        On the rack
      </h2>
      <ul>
        {due.map((entry) => (
          <li
            key={entry.batch.story.batch.id + entry.turn.key}
            className="border-line border-t py-2 first:border-t-0"
          >
            <p className="font-semibold">
              {entry.turn.step.title}:{' '}
              <Link to={`/pour/${entry.batch.story.batch.id}`}>{entry.batch.story.batch.request.name}</Link>
            </p>
            <p className="text-ink-soft mb-1">
              {dueWords(entry, nowMs)}
              <PlannedAway
                days={plan}
                batchId={entry.batch.story.batch.id}
                jobId={entry.turn.step.id}
                bestAtMs={entry.bestAtMs}
                nowMs={nowMs}
              />
            </p>
          </li>
        ))}
      </ul>
      {[...new Set(due.map((entry) => entry.batch))].map((batch) => (
        <Strip
          key={batch.story.batch.id}
          life={batch.plan.life}
          span={rackSpan(batch.plan)}
          notches={stripNotches(batch.plan.steps, 'rack', batch.done)}
          nowMin={(nowMs - batch.stopStirAtMs) / 60_000}
          size="line"
          units={units}
          label={`${batch.story.batch.request.name} over the days`}
        />
      ))}
      <Link className="button button-quiet mt-3" to="/rack">
        To the rack
      </Link>
    </section>
  )
}

function dueWords(entry: RackEntry, nowMs: number): string {
  const best = `best ${whenOf(entry.bestAtMs, nowMs)}`
  if (nowMs < entry.fromAtMs) return `possible from ${whenOf(entry.fromAtMs, nowMs)}, ${best}`
  if (entry.toAtMs === null) return `${nowMs < entry.bestAtMs ? 'possible' : 'ready'} now, ${best}`
  if (nowMs < entry.toAtMs) return `can wait another ${printSpan((entry.toAtMs - nowMs) / 60_000)}, ${best}`
  return `its window closed ${whenOf(entry.toAtMs, nowMs)}`
}

function PlannedList({ planned, nowMs }: { planned: readonly BatchStory[]; nowMs: number }) {
  const { db } = usePlatform()
  const { data: plan } = useRackPlan(useRackStudio())
  const pourOf = (batchId: string) => plan?.jobs.find((job) => job.batchId === batchId && job.id === POUR)
  const say = useSay()
  const remove = async ({ batch }: BatchStory) => {
    const removed = await removeBatch(db, batch.id)
    say(`${batch.request.name} is off the bench.`, () => void removed.restore())
  }
  return (
    <section className="sheet" aria-labelledby="planned">
      <h2 id="planned" className="mb-2 text-xl">
        Planned
      </h2>
      <ul>
        {planned.map((story) => (
          <li
            key={story.batch.id}
            className="border-line flex flex-wrap items-center justify-between gap-2 border-t py-2 first:border-t-0"
          >
            <div>
              <p className="font-semibold">{story.batch.request.name}</p>
              <p className="text-ink-soft text-sm">
                {story.pieces.length} {story.pieces.length === 1 ? 'piece' : 'pieces'},{' '}
                {story.batch.request.resin.name}
                {story.batch.request.startAt
                  ? `, stop-stir ${whenOf(Date.parse(story.batch.request.startAt), nowMs)}`
                  : pourOf(story.batch.id) &&
                    `, fits best from ${whenOf(pourOf(story.batch.id)!.beginAtMs, nowMs)}`}
              </p>
            </div>
            <div className="flex flex-wrap gap-2">
              <Link className="button button-main" to={`/pour/${story.batch.id}`}>
                Lay out
              </Link>
              <Link className="button button-quiet" to={`/plan/${story.batch.id}`}>
                Change
              </Link>
              <button
                className="button button-quiet"
                onClick={() => void remove(story).catch((problem: Error) => say(problem.message))}
              >
                Remove
              </button>
            </div>
          </li>
        ))}
      </ul>
    </section>
  )
}

function UnseenList({ unseen }: { unseen: readonly BatchStory[] }) {
  return (
    <section className="sheet" aria-labelledby="unseen">
      <h2 id="unseen" className="mb-2 text-xl">
        Out of the mold, not looked at
      </h2>
      <ul>
        {unseen.map(({ batch, pieces }) => (
          <li
            key={batch.id}
            className="border-line flex flex-wrap items-center justify-between gap-2 border-t py-2 first:border-t-0"
          >
            <p>
              <span className="font-semibold">{batch.request.name}</span>,{' '}
              {pieces.filter((piece) => piece.outcome === null).length} of {pieces.length} to look at
            </p>
            <Link className="button button-main" to={`/finish/${batch.id}`}>
              Look at them
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

const SHOWN_LATELY = 6

/** The pieces written down last, by face. */
function Lately() {
  const pieces = useLately(SHOWN_LATELY)
  if (pieces.length === 0) return null
  return (
    <section className="mt-6" aria-labelledby="lately">
      <h2 id="lately" className="mb-2 text-xl">
        Lately
      </h2>
      <ul className="grid grid-cols-3 gap-3 sm:grid-cols-6">
        {pieces.map(({ batch, piece }) => (
          <li key={piece.id}>
            <Link className="block text-sm no-underline" to={`/log/${batch.id}`}>
              <LatelyFace pieceId={piece.id} title={`Face of piece ${piece.no} of ${batch.request.name}`} />
              <span className="mt-1 block">{batch.request.name}</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

function LatelyFace({ pieceId, title }: { pieceId: string; title: string }) {
  const photos = usePhotos(pieceId)
  return (
    <FacePicture
      picture={photos.data?.find((photo) => photo.side === 'front') ?? null}
      title={title}
      className="aspect-square w-full"
    />
  )
}
