import {
  DndContext,
  MeasuringStrategy,
  PointerSensor,
  pointerWithin,
  useDroppable,
  useSensor,
  useSensors,
  type DragMoveEvent,
  type UniqueIdentifier,
} from '@dnd-kit/core'
import { useEffect, useRef, useState, type KeyboardEvent } from 'react'
import { POUR, daysLaterMs, SLOT_MS, type RackPlan, type RackPlanJob } from '#core/rack/index.ts'
import { clockIn, dayIn } from '#app/components/zoned.ts'
import { dayRows, type DayRow } from './dayRows.ts'
import { JobFlag, LANE_PX } from './JobFlag.tsx'

export interface ChosenJob {
  readonly batchId: string
  readonly jobId: string
}

interface DayBoardProps {
  readonly plan: RackPlan
  readonly zone: string
  readonly levelPlaces: number
  readonly chosen: ChosenJob | null
  /** Where the chosen job is wanted, while the plan for it is still worked out; null while it stays. */
  readonly wantedMs: number | null
  /** Whether that job stands elsewhere than in the plan as it is. */
  readonly isMoved: (job: RackPlanJob) => boolean
  readonly onChoose: (job: RackPlanJob) => void
  readonly onMove: (job: RackPlanJob, beginAtMs: number) => void
}

/** While a job is dragged every day is as high as it was when it was taken up: the days stay where they are under the hand. */
type Heights = Readonly<Record<string, number>>

function heightsOf(board: HTMLElement | null): Heights {
  const days = [...(board?.querySelectorAll<HTMLElement>('[data-day]') ?? [])]
  return Object.fromEntries(days.map((day) => [day.dataset['day']!, day.getBoundingClientRect().height]))
}

interface DayProps extends DayBoardProps {
  readonly row: DayRow
  readonly first: boolean
  /** How high it is held; undefined where nothing is dragged. */
  readonly heldPx: number | undefined
}

/** For the hours told at the foot of the first day, and about the hours of each. */
const BELOW_LANES_PX = 14
const ROUND_HOURS_PX = 8

/** The flag is laid by the plan, not by the drag: measured, its own way would be taken off the hand's. */
const UNMEASURED = { top: 0, left: 0, right: 0, bottom: 0, width: 0, height: 0 }
const MEASURED_ANEW = {
  droppable: { strategy: MeasuringStrategy.Always },
  draggable: { measure: () => UNMEASURED },
}

const KEYS =
  'Left and right arrow keys move it by a quarter of an hour, with shift by an hour; up and down by a day.'

/** The coming days, one under the other as they are lived; nights and hours that are not free are shaded. */
export function DayBoard(props: DayBoardProps) {
  const { plan, zone, chosen, wantedMs, onMove } = props
  const rows = dayRows(plan, zone)
  const board = useRef<HTMLOListElement>(null)
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }))
  const begun = useRef<RackPlanJob | null>(null)
  /** The day the hand was over last: beside the board it stays on that. */
  const day = useRef<UniqueIdentifier | null>(null)
  const [heights, setHeights] = useState<Heights | null>(null)
  useEffect(() => {
    // A flag that went to another day is another button: the keys stay with the job.
    if (!chosen || wantedMs === null || document.activeElement !== document.body) return
    board.current?.querySelector<HTMLElement>(`[data-job="${chosen.batchId}.${chosen.jobId}"]`)?.focus()
  })
  const drop = () => {
    begun.current = null
    day.current = null
    setHeights(null)
  }
  const drag = ({ delta, over }: Pick<DragMoveEvent, 'delta' | 'over'>) => {
    const job = begun.current
    const wide = board.current?.querySelector('[data-hours]')?.clientWidth
    if (!job || !wide) return
    const from = rows.find((row) => job.beginAtMs >= row.fromMs && job.beginAtMs < row.toMs)
    if (over) day.current = over.id
    const to = rows.find((row) => row.on === day.current) ?? from
    if (!from || !to) return
    const along = (delta.x / wide) * (to.toMs - to.shownFromMs)
    const wanted = job.beginAtMs + (to.fromMs - from.fromMs) + along
    onMove(job, Math.max(plan.fromMs, Math.round(wanted / SLOT_MS) * SLOT_MS))
  }
  return (
    <DndContext
      accessibility={{ screenReaderInstructions: { draggable: KEYS } }}
      sensors={sensors}
      // The day under the pointer, wherever rows and page have gone meanwhile: the flag itself moves to another row.
      collisionDetection={pointerWithin}
      measuring={MEASURED_ANEW}
      onDragStart={({ active }) => {
        begun.current = active.data.current?.['job'] as RackPlanJob
        setHeights(heightsOf(board.current))
      }}
      onDragMove={drag}
      // Another day has come under a pointer that stands still.
      onDragOver={drag}
      onDragEnd={drop}
      onDragCancel={drop}
    >
      <ol ref={board} className="flex flex-col" aria-label="Coming days">
        {rows.map((row, k) => (
          <Day key={row.on} row={row} first={k === 0} heldPx={heights?.[row.on]} {...props} />
        ))}
      </ol>
    </DndContext>
  )
}

function Day({ row, first, heldPx, ...props }: DayProps) {
  const { plan, zone, levelPlaces, chosen, wantedMs, isMoved, onChoose, onMove } = props
  const { setNodeRef } = useDroppable({ id: row.on })
  const open = chosen && plan.jobs.find((job) => job.batchId === chosen.batchId && job.id === chosen.jobId)
  const lanePx =
    heldPx === undefined
      ? undefined
      : Math.min(LANE_PX, (heldPx - ROUND_HOURS_PX - BELOW_LANES_PX) / row.lanes)
  const nameOf = (id: string) => plan.batches.find((batch) => batch.id === id)?.name ?? ''
  const onKey = (event: KeyboardEvent, job: RackPlanJob) => {
    const isChosen = chosen?.batchId === job.batchId && chosen.jobId === job.id
    const to = keyedMs(event, (isChosen ? wantedMs : null) ?? job.beginAtMs, zone)
    if (to === null || to < plan.fromMs) return
    event.preventDefault()
    onMove(job, to)
  }
  return (
    <li
      ref={setNodeRef}
      className={`border-line flex border-t first:border-t-0 ${heldPx === undefined ? '' : 'overflow-hidden'}`}
      style={{ height: heldPx }}
      data-day={row.on}
    >
      <div className="w-32 shrink-0 py-2 pr-3 text-sm">
        <p className="font-display font-semibold">{dayIn(row.fromMs + 43_200_000, zone)}</p>
        <p className="text-ink-soft">
          level {row.levelAtMost} of {levelPlaces}
        </p>
        {row.ready.map(({ id, name }) => (
          <p key={id} className="text-good leading-tight">
            ready: {name}
          </p>
        ))}
        {row.promised.map(({ id, name }) => (
          <p key={id} className="leading-tight font-semibold">
            promised: {name}
          </p>
        ))}
      </div>
      <div
        data-hours
        className="bg-sunken @container relative my-1 min-w-0 flex-1 overflow-hidden rounded-md"
        style={{ minHeight: heldPx === undefined ? row.lanes * LANE_PX + BELOW_LANES_PX : undefined }}
      >
        {row.free.map(({ from, to }) => (
          <div
            key={from}
            className="bg-surface absolute inset-y-0"
            style={{ left: `${100 * from}%`, width: `${100 * (to - from)}%` }}
            aria-hidden
          />
        ))}
        {open && <OpenBand open={open} row={row} />}
        {row.ticks.map(({ at, label }) => (
          <div
            key={label}
            className="border-line text-ink-soft absolute inset-y-0 border-l pl-1 text-[11px]"
            style={{ left: `${100 * at}%` }}
            aria-hidden
          >
            {first && <span className="absolute bottom-0 whitespace-nowrap">{label}</span>}
          </div>
        ))}
        {row.jobs.map((laid) => (
          <JobFlag
            key={`${laid.job.batchId} ${laid.job.id}`}
            laid={laid}
            lanePx={lanePx}
            name={nameOf(laid.job.batchId)}
            clock={clockIn(laid.job.beginAtMs, zone)}
            chosen={chosen?.batchId === laid.job.batchId && chosen.jobId === laid.job.id}
            moved={isMoved(laid.job)}
            onChoose={() => onChoose(laid.job)}
            onKey={onKey}
          />
        ))}
      </div>
    </li>
  )
}

/** When the chosen job is possible at all. */
function OpenBand({ open, row }: { open: RackPlanJob; row: DayRow }) {
  const share = (atMs: number) =>
    Math.min(1, Math.max(0, (atMs - row.shownFromMs) / (row.toMs - row.shownFromMs)))
  const from = share(open.openAtMs)
  const to = share(open.closeAtMs ?? Infinity)
  if (open.id === POUR || to <= from) return null
  return (
    <div
      className="bg-good absolute bottom-0 h-1.5"
      style={{ left: `${100 * from}%`, width: `${100 * (to - from)}%` }}
      data-possible
      aria-hidden
    />
  )
}

/** Left and right move by a quarter of an hour, with shift by an hour; up and down by a day. */
function keyedMs({ key, shiftKey }: KeyboardEvent, beginAtMs: number, zone: string): number | null {
  const step = shiftKey ? 4 * SLOT_MS : SLOT_MS
  switch (key) {
    case 'ArrowLeft':
      return beginAtMs - step
    case 'ArrowRight':
      return beginAtMs + step
    case 'ArrowUp':
      return daysLaterMs(beginAtMs, -1, zone)
    case 'ArrowDown':
      return daysLaterMs(beginAtMs, 1, zone)
    default:
      return null
  }
}
