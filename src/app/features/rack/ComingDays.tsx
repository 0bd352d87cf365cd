import { useState } from 'react'
import { Link } from 'react-router'
import { pinJob } from '#data/batchCommands.ts'
import {
  POUR,
  type RackPlan,
  type RackPlanBatch,
  type RackPlanJob,
  type RackStudio,
} from '#core/rack/index.ts'
import { wordBlocker, wordWay } from '#words/rack.ts'
import { Callout } from '#app/components/Callout.tsx'
import { useSay } from '#app/components/undo.tsx'
import { momentIn } from '#app/components/zoned.ts'
import { deviceZone, useMovedPlan, zoneOf } from '#app/platform/rackPlan.ts'
import { useSettings, useUnits } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { DayBoard } from './DayBoard.tsx'
import { DayList } from './DayList.tsx'
import { MovePanel } from './MovePanel.tsx'

interface Moving {
  readonly batchId: string
  readonly jobId: string
  /** Null until another hour is tried. */
  readonly beginAtMs: number | null
}

/** The coming days on a board: jobs where they fit best, movable, with what a move does. */
export function ComingDays({ studio, base }: { studio: RackStudio; base: RackPlan }) {
  const settings = useSettings()
  const [moving, setMoving] = useState<Moving | null>(null)
  const zone = zoneOf(settings)
  const units = useUnits()
  const leadMs = (batchId: string, jobId: string) =>
    jobId === POUR ? (studio.batches.find(({ id }) => id === batchId)?.outline.leadMin ?? 0) * 60_000 : 0
  const pinsOf = (batchId: string) => studio.batches.find(({ id }) => id === batchId)?.pins ?? {}
  const pin =
    moving && moving.beginAtMs !== null
      ? {
          batchId: moving.batchId,
          jobId: moving.jobId,
          atMs: moving.beginAtMs + leadMs(moving.batchId, moving.jobId),
        }
      : null
  const { data: moved } = useMovedPlan(studio, base, pin)
  const keepHour = useKeepHour()
  const plan = pin && moved ? withMisfit(moved, base, moving!) : base
  const jobIn = (from: RackPlan, { batchId, jobId }: Moving) =>
    from.jobs.find((job) => job.batchId === batchId && job.id === jobId) ?? null
  const job = moving && (jobIn(plan, moving) ?? jobIn(base, moving))
  const choose = ({ batchId, id }: RackPlanJob) => setMoving({ batchId, jobId: id, beginAtMs: null })
  const move = ({ batchId, id }: RackPlanJob, beginAtMs: number) =>
    setMoving({ batchId, jobId: id, beginAtMs })
  const keep = (atMs: number | null) => {
    if (!moving || !job) return
    const old = pinsOf(moving.batchId)[moving.jobId] ?? null
    const lead = leadMs(moving.batchId, moving.jobId)
    keepHour({ ...moving, title: job.title, atMs: atMs === null ? null : atMs + lead }, old)
    setMoving(null)
  }
  const told = {
    zone,
    pinsOf,
    letGo: (batchId: string, jobId: string, wasMs: number) =>
      keepHour({ batchId, jobId, title: 'Chosen hour let go', atMs: null }, wasMs),
  }
  return (
    <section aria-labelledby="coming" className="mb-8">
      <h2 id="coming" className="mb-1 text-2xl">
        Coming days
      </h2>
      <p className="text-ink-soft mb-3 max-w-prose">
        Where each job fits best between sleep, hands, molds and level places, on the safe side of what is
        uncertain. Drag a job, or choose it and use the arrow keys, to see at once what another hour does.
      </p>
      <Elsewhere zone={settings.hours.zone} />
      <Troubles batches={base.batches} {...told} />
      <div className="sheet max-md:hidden">
        <DayBoard
          plan={plan}
          zone={zone}
          levelPlaces={settings.levelPlaces}
          chosen={moving}
          wantedMs={moving?.beginAtMs ?? null}
          isMoved={(each) => pin !== null && isElsewhere(each, base)}
          onChoose={choose}
          onMove={move}
        />
      </div>
      <div className="sheet md:hidden">
        <DayList plan={plan} zone={zone} onChoose={choose} />
      </div>
      {/* Below the board: what a move would do must not push the board away from under the pointer. */}
      <div className="mt-3 empty:hidden">
        <Troubles batches={plan.batches.filter((batch) => !isToldAlready(batch, base))} {...told} />
      </div>
      {moving && job && (
        <MovePanel
          job={job}
          name={base.batches.find(({ id }) => id === moving.batchId)?.name ?? ''}
          zone={zone}
          units={units}
          base={base}
          moved={pin && moved ? moved : null}
          atMs={moving.beginAtMs ?? job.beginAtMs}
          onMove={(beginAtMs) => move(job, beginAtMs)}
          onKeep={() => keep(moving.beginAtMs ?? job.beginAtMs)}
          onLetGo={() => keep(null)}
          onClose={() => setMoving(null)}
        />
      )}
    </section>
  )
}

/** A trouble that stands already, whatever is moved. */
function isToldAlready({ id, trouble }: RackPlanBatch, base: RackPlan): boolean {
  const stands = base.batches.find((batch) => batch.id === id)?.trouble ?? null
  return JSON.stringify(stands) === JSON.stringify(trouble ?? null)
}

function isElsewhere(job: RackPlanJob, base: RackPlan): boolean {
  const was = base.jobs.find(({ batchId, id }) => batchId === job.batchId && id === job.id)
  return was?.beginAtMs !== job.beginAtMs
}

/** The moved plan; a batch that fits nowhere with that hour is shown where it stood, its job where it is wanted. */
function withMisfit(moved: RackPlan, base: RackPlan, { batchId, jobId, beginAtMs }: Moving): RackPlan {
  if (beginAtMs === null || moved.batches.find(({ id }) => id === batchId)?.placed) return moved
  const own = base.jobs.filter((job) => job.batchId === batchId)
  const wanted = own.map((job) =>
    job.id === jobId ? { ...job, beginAtMs, endAtMs: beginAtMs + job.endAtMs - job.beginAtMs } : job,
  )
  return { ...moved, jobs: [...moved.jobs, ...wanted] }
}

/** Keeps an hour, or lets it go, and offers to take that back. */
function useKeepHour() {
  const { db, nowMs } = usePlatform()
  const say = useSay()
  return (
    { batchId, jobId, title, atMs }: { batchId: string; jobId: string; title: string; atMs: number | null },
    oldAtMs: number | null,
  ) => {
    const store = async (to: number | null) => {
      const result = await pinJob(db, { batchId, jobId, atMs: to }, nowMs())
      return result.ok
    }
    const fail = (problem: Error) => say(problem.message)
    void store(atMs)
      .then((stored) =>
        stored
          ? say(
              atMs === null ? `${title}: Nublo chooses the hour.` : `${title}: hour kept.`,
              () => void store(oldAtMs).catch(fail),
            )
          : say('That hour has passed, or the pour has begun: nothing was changed.'),
      )
      .catch(fail)
  }
}

interface TroublesProps {
  readonly batches: readonly RackPlanBatch[]
  readonly zone: string
  readonly pinsOf: (batchId: string) => Readonly<Record<string, number>>
  readonly letGo: (batchId: string, jobId: string, wasMs: number) => void
}

/** What does not fit, why, and the nearest ways out. */
function Troubles({ batches, zone, pinsOf, letGo }: TroublesProps) {
  const shown = (atMs: number) => momentIn(atMs, zone)
  return batches.flatMap(({ id, name, placed, lateMin, nouns, trouble }) =>
    trouble ? (
      <div key={id} className="mb-3" data-trouble={id}>
        <Callout
          gravity={placed ? 'warn' : 'stop'}
          title={placed ? `${name} will be late by ${daysWords(lateMin)}` : `${name} finds no place`}
        >
          <p>{wordBlocker(trouble)}</p>
          {trouble.ways.length > 0 && (
            <ul className="list-disc pl-5">
              {trouble.ways.slice(0, 3).map((way) => (
                <li key={way.kind + way.readyAtMs}>{wordWay(way, shown)}</li>
              ))}
            </ul>
          )}
          {!placed && (
            <div className="mt-2 flex flex-wrap gap-2">
              {Object.entries(pinsOf(id)).map(([jobId, wasMs]) => (
                <button
                  key={jobId}
                  className="button button-quiet px-3"
                  onClick={() => letGo(id, jobId, wasMs)}
                >
                  Let the hour chosen for {nouns[jobId] ?? 'the pour'} go
                </button>
              ))}
            </div>
          )}
        </Callout>
      </div>
    ) : (
      []
    ),
  )
}

function daysWords(minutes: number): string {
  const hours = Math.ceil(minutes / 60)
  return hours < 48 ? `${hours} h` : `${Math.ceil(hours / 24)} days`
}

/** Away from the studio's own clock: the board stays with the studio's. */
function Elsewhere({ zone }: { zone: string | null }) {
  if (zone === null || zone === deviceZone()) return null
  return (
    <p className="mb-3" role="note">
      This device is on the clock of {deviceZone()}; the board keeps to the studio's, {zone}.{' '}
      <Link to="/studio">Change it in Studio</Link>
    </p>
  )
}
