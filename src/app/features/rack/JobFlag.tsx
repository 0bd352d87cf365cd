import { useDraggable } from '@dnd-kit/core'
import { Pin } from 'lucide-react'
import type { KeyboardEvent } from 'react'
import type { RackPlanJob } from '#core/rack/index.ts'
import { JobIcon } from './JobIcon.tsx'
import type { LaidJob } from './dayRows.ts'

export const LANE_PX = 46

interface JobFlagProps {
  readonly laid: LaidJob
  /** From one lane to the next; the usual where nothing is said. */
  readonly lanePx?: number | undefined
  readonly name: string
  readonly clock: string
  readonly chosen: boolean
  readonly moved: boolean
  readonly onChoose: () => void
  readonly onKey: (event: KeyboardEvent, job: RackPlanJob) => void
}

/** A job as a flag on its day: its bar is as long as the hands are taken. */
export function JobFlag({
  laid,
  lanePx = LANE_PX,
  name,
  clock,
  chosen,
  moved,
  onChoose,
  onKey,
}: JobFlagProps) {
  const { job } = laid
  const { attributes, listeners, setNodeRef, isDragging } = useDraggable({
    id: `${job.batchId} ${job.id}`,
    data: { job },
  })
  return (
    <button
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      aria-roledescription="job, movable with the arrow keys"
      aria-pressed={chosen}
      className={`text-ink absolute flex min-h-11 cursor-grab touch-none items-center text-left text-sm leading-tight ${isDragging ? 'z-20 cursor-grabbing' : ''} ${laid.leans === 'left' ? '-translate-x-full flex-row-reverse text-right' : ''}`}
      style={{ left: `${100 * (laid.leans === 'left' ? laid.to : laid.from)}%`, top: laid.lane * lanePx }}
      data-job={`${job.batchId}.${job.id}`}
      data-state={job.late ? 'late' : job.pinned ? 'kept' : 'free'}
      data-moved={moved || undefined}
      onClick={onChoose}
      onKeyDown={(event) => onKey(event, job)}
    >
      <span
        style={{ width: `max(10px, ${100 * (laid.to - laid.from)}cqw)` }}
        className={`block h-9 shrink-0 rounded-sm border ${job.late ? 'border-stop bg-stop' : 'border-press bg-press'} ${moved ? 'bg-needle border-needle' : ''}`}
        aria-hidden
      />
      <span
        className={`flex items-center gap-1.5 rounded-md px-2 py-0.5 ${chosen ? 'bg-sunken outline-press outline-2' : 'bg-raised'} ${moved ? 'text-needle font-semibold' : ''}`}
      >
        <JobIcon job={job} className="size-4 shrink-0" />
        <span>
          <span className="block font-semibold whitespace-nowrap">
            {clock} {job.title}
            {job.pinned && <Pin className="ml-1 inline size-3.5" aria-label="hour chosen" />}
            {job.late && <span className="text-stop"> late</span>}
          </span>
          <span className="text-ink-soft block max-w-44 truncate">{name}</span>
        </span>
      </span>
    </button>
  )
}
