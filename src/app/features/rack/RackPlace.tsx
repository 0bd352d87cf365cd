import { Link } from 'react-router'
import { MoldDrawing } from '#app/components/MoldDrawing.tsx'
import { ObjectDrawing } from '#app/components/ObjectDrawing.tsx'
import { OnPaper } from '#app/components/paper/OnPaper.tsx'
import { rackSpan, stripNotches } from '#app/components/notches.ts'
import { PlannedAway } from '#app/components/PlannedAway.tsx'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { StageLine } from '#app/components/StageLine.tsx'
import { TakesList } from '#app/components/TakesList.tsx'
import { dryKey } from '#core/technique/index.ts'
import { Strip } from '#app/components/Strip.tsx'
import { useSay } from '#app/components/undo.tsx'
import { dateOf, whenOf } from '#app/components/when.ts'
import { castingOf } from '#core/batch/index.ts'
import type { RackPlan } from '#core/rack/index.ts'
import { CAUTIONS } from '#core/safety/index.ts'
import { printSpan, type UnitChoice } from '#core/units/index.ts'
import { calendarFile } from '#formats/calendar.ts'
import { calendarEntries, scheduleCsv } from '#formats/scheduleCsv.ts'
import { useNowMs } from '#app/platform/clock.ts'
import { download } from '#app/platform/download.ts'
import { useRecord } from '#app/platform/marks.ts'
import { useSettings, useUnits } from '#app/platform/queries.ts'
import { ComingDays } from './ComingDays.tsx'
import { PaperDays } from './PaperDays.tsx'
import { lastRackStudio, useRackPlan, useRackStudio, zoneOf } from '#app/platform/rackPlan.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { rackEntries, useRunningBatches, type RackEntry, type RunningBatch } from '#app/platform/rack.ts'

/** The coming days: when each piece can be backed, demolded and used. */
export function RackPlace() {
  const nowMs = useNowMs(15_000)
  const running = useRunningBatches()
  const units = useUnits()
  const waiting = running.filter((batch) => isWaiting(batch, nowMs))
  const { db } = usePlatform()
  const studio = useRackStudio()
  // While a mark asks anew, the days stay as they were laid out last.
  const laidOut = studio ?? lastRackStudio(db)
  const { data: plan } = useRackPlan(studio)
  const zone = zoneOf(useSettings())
  const none = !plan || plan.jobs.length === 0
  return (
    <Place
      title="Rack"
      lead="Counted from each stop-stir, corrected by what was really done."
      actions={
        <>
          <button className="button button-quiet" disabled={none} onClick={() => window.print()}>
            Print the days
          </button>
          <button
            className="button button-quiet"
            disabled={none}
            onClick={() => download('nublo-days.csv', 'text/csv', scheduleCsv(plan!))}
          >
            Save as CSV
          </button>
          <button
            className="button button-quiet"
            disabled={none}
            onClick={() =>
              download('nublo-rack.ics', 'text/calendar', calendarFile(calendarEntries(plan!, units), nowMs))
            }
          >
            Save as calendar file
          </button>
        </>
      }
    >
      {waiting.length === 0 && plan?.batches.length === 0 && (
        <EmptyPlace title="The rack is free">
          <p>
            Keep a plan, or pour: its back layer, demolding and day of use then stand here in your free hours.
          </p>
        </EmptyPlace>
      )}
      {plan && plan.batches.length > 0 && (
        <OnPaper>
          <PaperDays plan={plan} zone={zone} units={units} />
        </OnPaper>
      )}
      {laidOut && plan && plan.batches.length > 0 && <ComingDays studio={laidOut} base={plan} />}
      <ul className="flex flex-col gap-5">
        {waiting.map((batch) => (
          <RackCard key={batch.story.batch.id} batch={batch} days={plan} nowMs={nowMs} units={units} />
        ))}
      </ul>
    </Place>
  )
}

/** On the rack until it is out of the mold and its day of use has come. */
function isWaiting(batch: RunningBatch, nowMs: number): boolean {
  return rackEntries([batch]).some(
    (entry) => entry.doneAtMs === null && (entry.turn.step.does !== 'serves' || entry.bestAtMs > nowMs),
  )
}

interface RackCardProps {
  readonly batch: RunningBatch
  /** Undefined until they are laid out. */
  readonly days: RackPlan | undefined
  readonly nowMs: number
  readonly units: UnitChoice
}

function RackCard({ batch, days, nowMs, units }: RackCardProps) {
  const { story, plan, stopStirAtMs, done } = batch
  const entries = rackEntries([batch])
  const nowMin = (nowMs - stopStirAtMs) / 60_000
  const { school } = useSettings()
  return (
    <li className="sheet" data-batch={story.batch.id}>
      <div className="mb-3 flex flex-wrap items-baseline justify-between gap-2">
        <h2 className="text-xl">
          <Link to={`/pour/${story.batch.id}`}>{story.batch.request.name}</Link>
        </h2>
        <p className="text-ink-soft text-sm">
          stop-stir {whenOf(stopStirAtMs, nowMs)}, {printSpan(nowMin)} ago
        </p>
      </div>
      <Strip
        life={plan.life}
        span={rackSpan(plan)}
        notches={stripNotches(plan.steps, 'rack', done, batch.bands)}
        nowMin={nowMin}
        size="medium"
        units={units}
        lead={school}
        label={`${story.batch.request.name} over the days, on a scale that stretches the first hours`}
      />
      <StageLine plan={plan} nowMin={nowMin} units={units} />
      <div className="mt-4 grid grid-cols-1 gap-4 md:grid-cols-[auto_1fr]">
        <Pieces batch={batch} />
        <ul className="flex flex-col gap-1">
          {entries.map((entry) => (
            <TaskRow key={entry.turn.key} entry={entry} days={days} nowMs={nowMs} units={units} />
          ))}
        </ul>
      </div>
    </li>
  )
}

function Pieces({ batch }: { batch: RunningBatch }) {
  const { pieces, batch: own } = batch.story
  return (
    <ul className="grid max-w-64 grid-cols-4 gap-2 self-start" aria-label="Pieces">
      {pieces.map((piece) => {
        const casting = castingOf(own.request, piece.no)
        const title = `Piece ${piece.no}, ${piece.moldName}`
        return (
          <li key={piece.id} className="text-ink-soft text-center text-xs">
            {casting?.isObject ? (
              <ObjectDrawing title={title} className="mx-auto size-12" />
            ) : (
              casting && (
                <MoldDrawing outline={casting.order.mold.outline} title={title} className="size-12" />
              )
            )}
            {piece.no}
          </li>
        )
      })}
    </ul>
  )
}

interface TaskRowProps extends Pick<RackCardProps, 'days' | 'nowMs' | 'units'> {
  readonly entry: RackEntry
}

function TaskRow({ entry, days, nowMs, units }: TaskRowProps) {
  const { batch, turn, bestAtMs } = entry
  const record = useRecord(batch.story.batch.id)
  const say = useSay()
  const fail = (problem: Error) => say(problem.message)
  const note = async (key: string, what: string) => {
    const result = await record({ kind: 'done', key })
    if (result.ok)
      say(`${what}: noted.`, () => void record({ kind: 'undone', eventId: result.value.id }).catch(fail))
  }
  const mark = () => note(turn.key, turn.step.done)
  // The hours it dries are a guess; a finger knows.
  const dries =
    turn.step.lays && turn.step.dries && entry.doneAtMs !== null && batch.done[dryKey(turn.key)] === undefined
  const isUse = turn.step.does === 'serves'
  const possible = nowMs >= entry.fromAtMs
  return (
    <li
      className="border-line flex flex-wrap items-center justify-between gap-3 border-t py-2 first:border-t-0"
      data-task={turn.key}
    >
      <div className="max-w-prose">
        <p className="font-semibold">{turn.step.title}</p>
        <p className={entry.doneAtMs === null && possible ? 'text-good font-medium' : 'text-ink-soft'}>
          {taskWords(entry, nowMs)}
          {entry.doneAtMs === null && (
            <PlannedAway
              days={days}
              batchId={batch.story.batch.id}
              jobId={turn.step.id}
              bestAtMs={bestAtMs}
              nowMs={nowMs}
            />
          )}
        </p>
        {entry.doneAtMs === null && <TakesList takes={turn.takes} units={units} className="text-sm" />}
        {entry.doneAtMs === null && <p className="text-ink-soft text-sm">{turn.step.detail}</p>}
        {entry.doneAtMs === null &&
          possible &&
          turn.cautions.map((id) => (
            <p key={id} className="text-sm">
              <span className="font-semibold">{CAUTIONS[id].title}:</span> {CAUTIONS[id].text}
            </p>
          ))}
      </div>
      {dries && (
        <button
          className="button button-quiet"
          onClick={() => void note(dryKey(turn.key), 'Dry right through').catch(fail)}
        >
          Dry right through
        </button>
      )}
      {!isUse && entry.doneAtMs === null && (
        <div className="flex flex-wrap gap-2">
          {turn.step.lays && (
            <Link
              className={`button ${possible ? 'button-main' : 'button-quiet'}`}
              to={`/pour/${batch.story.batch.id}/layer/${turn.step.id}`}
            >
              {isBegun(entry) ? 'Back to it' : 'To its gate'}
            </Link>
          )}
          <button
            className={`button ${possible && !turn.step.lays ? 'button-main' : 'button-quiet'}`}
            disabled={entry.isInMold}
            title={entry.isInMold ? 'Demold the pieces first' : undefined}
            onClick={() => void mark().catch(fail)}
          >
            {turn.step.done}
          </button>
        </div>
      )}
      {turn.step.does === 'frees' && entry.doneAtMs !== null && (
        <Link className="button button-main" to={`/finish/${batch.story.batch.id}`}>
          Look at the faces
        </Link>
      )}
    </li>
  )
}

/** Whether the sitting of that layer has passed its gate. */
function isBegun({ batch: { story }, turn }: RackEntry): boolean {
  return story.pour.stage === 'running' && story.pour.sittings[turn.step.id] !== undefined
}

function taskWords(entry: RackEntry, nowMs: number): string {
  if (entry.doneAtMs !== null) return `done ${whenOf(entry.doneAtMs, nowMs)}`
  if (entry.turn.step.does === 'serves')
    return nowMs < entry.bestAtMs ? `from ${dateOf(entry.bestAtMs)}` : 'ready'
  const best = `best ${whenOf(entry.bestAtMs, nowMs)}`
  if (nowMs < entry.fromAtMs) return `from ${whenOf(entry.fromAtMs, nowMs)}, ${best}`
  if (entry.toAtMs === null)
    return nowMs < entry.bestAtMs
      ? `possible${entry.turn.step.does === 'frees' ? ' but bendy' : ''}, ${best}`
      : `ready since ${whenOf(entry.bestAtMs, nowMs)}`
  if (nowMs <= entry.toAtMs) return `now, until ${whenOf(entry.toAtMs, nowMs)}; ${best}`
  return `the window closed ${whenOf(entry.toAtMs, nowMs)}: ${entry.turn.step.late ?? 'still possible'}`
}
