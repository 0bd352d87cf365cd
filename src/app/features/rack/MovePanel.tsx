import { useEffect, useRef } from 'react'
import {
  POUR,
  changesBetween,
  daysLaterMs,
  SLOT_MS,
  type RackPlan,
  type RackPlanJob,
} from '#core/rack/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { TakesList } from '#app/components/TakesList.tsx'
import { wordRackChange } from '#words/rack.ts'
import { fieldIn, msOfFieldIn, momentIn } from '#app/components/zoned.ts'

interface MovePanelProps {
  readonly job: RackPlanJob
  readonly name: string
  readonly zone: string
  readonly units: UnitChoice
  /** The plan as it is, and with the job at its new hour; null while nothing was moved. */
  readonly base: RackPlan
  readonly moved: RackPlan | null
  /** The hour being tried. */
  readonly atMs: number
  readonly onMove: (beginAtMs: number) => void
  readonly onKeep: () => void
  readonly onLetGo: () => void
  readonly onClose: () => void
}

const MOST_CHANGES = 8

/** One job: when it can be, what another hour does, and keeping that hour. */
export function MovePanel(props: MovePanelProps) {
  const { job, name, zone, units, base, moved, atMs, onMove, onKeep, onLetGo, onClose } = props
  const panel = useRef<HTMLElement>(null)
  const of = `${job.batchId} ${job.id}`
  useEffect(() => {
    // Where it sticks to the foot of the screen it is in sight already, and a page that scrolls takes the days away from under a drag.
    if (panel.current && getComputedStyle(panel.current).position !== 'sticky')
      panel.current.scrollIntoView({ block: 'nearest' })
  }, [of])
  const shown = (ms: number) => momentIn(ms, zone)
  const steps = [
    { label: '1 day sooner', to: daysLaterMs(atMs, -1, zone) },
    { label: '1 h sooner', to: atMs - 4 * SLOT_MS },
    { label: '15 min sooner', to: atMs - SLOT_MS },
    { label: '15 min later', to: atMs + SLOT_MS },
    { label: '1 h later', to: atMs + 4 * SLOT_MS },
    { label: '1 day later', to: daysLaterMs(atMs, 1, zone) },
  ]
  const changes = moved ? changesBetween(base, moved) : []
  return (
    <section
      ref={panel}
      className="sheet border-press mt-4 scroll-mb-24 border-2 md:sticky md:bottom-4 md:z-20 md:shadow-lg"
      aria-label={`${job.title}, ${name}`}
      data-move
    >
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h2 className="text-xl">
            {job.title}: {name}
          </h2>
          <p className="text-ink-soft">{possible(job, shown)}</p>
          <TakesList takes={job.takes} units={units} className="text-sm" />
        </div>
        <label className="text-sm font-medium">
          Begins at
          <input
            type="datetime-local"
            step={900}
            className="field"
            value={fieldIn(atMs, zone)}
            onChange={(event) => {
              const ms = msOfFieldIn(event.target.value, zone)
              if (ms !== null) onMove(ms)
            }}
          />
        </label>
      </div>
      <div className="mt-3 flex flex-wrap gap-2">
        {steps.map(({ label, to }) => (
          <button
            key={label}
            className="button button-quiet px-3"
            disabled={to < base.fromMs}
            onClick={() => onMove(to)}
          >
            {label}
          </button>
        ))}
      </div>
      <div aria-live="polite">
        {moved && changes.length === 0 && <p className="mt-3">Nothing else changes.</p>}
        {changes.length > 0 && (
          <ul className="mt-3 list-disc pl-5" data-changes>
            {changes.slice(0, MOST_CHANGES).map((change, k) => (
              <li key={k} className={/noLongerFits|late/.test(change.kind) ? 'text-stop font-semibold' : ''}>
                {wordRackChange(change, moved!, shown)}
              </li>
            ))}
            {changes.length > MOST_CHANGES && <li>and {changes.length - MOST_CHANGES} more</li>}
          </ul>
        )}
      </div>
      <div className="mt-4 flex flex-wrap gap-2">
        {moved && (
          <button className="button button-main" onClick={onKeep}>
            {changes.some(({ kind }) => kind === 'noLongerFits')
              ? 'Keep this hour all the same'
              : 'Keep this hour'}
          </button>
        )}
        {!moved && !job.pinned && (
          <button className="button button-main" onClick={onKeep}>
            Keep it where it is
          </button>
        )}
        {job.pinned && (
          <button className="button button-quiet" onClick={onLetGo}>
            Let Nublo choose
          </button>
        )}
        <button className="button button-quiet" onClick={onClose}>
          {moved ? 'Leave it as it was' : 'Close'}
        </button>
      </div>
    </section>
  )
}

function possible(job: RackPlanJob, shown: (atMs: number) => string): string {
  if (job.id === POUR)
    return 'From laying out to the covers; stop-stir half an hour after it begins. Later steps follow.'
  if (job.late)
    return `Its window closes ${shown(job.closeAtMs!)}, before you are free: late, with what the step says of it.`
  if (job.closeAtMs === null) return `From ${shown(job.openAtMs)} on; it can wait.`
  return `Between ${shown(job.openAtMs)} and ${shown(job.closeAtMs)}, as far as is known: a gloved finger tells.`
}
