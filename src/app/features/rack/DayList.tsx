import type { RackPlan, RackPlanJob } from '#core/rack/index.ts'
import { clockIn, dayIn, momentIn } from '#app/components/zoned.ts'
import { dayRows } from './dayRows.ts'
import { JobIcon } from './JobIcon.tsx'

interface DayListProps {
  readonly plan: RackPlan
  readonly zone: string
  readonly onChoose: (job: RackPlanJob) => void
}

/** The same days as a list, for a phone at the bench. */
export function DayList({ plan, zone, onChoose }: DayListProps) {
  const nameOf = (id: string) => plan.batches.find((batch) => batch.id === id)?.name ?? ''
  return (
    <ol className="flex flex-col gap-3" aria-label="Coming days, as a list">
      {dayRows(plan, zone)
        .filter((row) => row.jobs.length + row.ready.length > 0)
        .map((row) => (
          <li key={row.on}>
            <h3 className="font-display font-semibold">{dayIn(row.fromMs + 43_200_000, zone)}</h3>
            <ul>
              {row.jobs.map(({ job }) => {
                return (
                  <li key={`${job.batchId} ${job.id}`} className="border-line border-t first:border-t-0">
                    <button
                      className="flex min-h-14 w-full cursor-pointer items-center gap-3 text-left"
                      onClick={() => onChoose(job)}
                    >
                      <span className="w-14 shrink-0 text-lg font-semibold tabular-nums">
                        {clockIn(job.beginAtMs, zone)}
                      </span>
                      <JobIcon job={job} className="size-5 shrink-0" />
                      <span>
                        <span className="font-semibold">{job.title}</span>, {nameOf(job.batchId)}
                        <span className="text-ink-soft block text-sm">
                          {job.late && 'late; '}
                          {job.closeAtMs === null ? 'can wait' : `until ${momentIn(job.closeAtMs, zone)}`}
                          {job.pinned && '; hour chosen'}
                        </span>
                      </span>
                    </button>
                  </li>
                )
              })}
              {row.ready.map(({ id, name }) => (
                <li key={id} className="text-good py-2">
                  Ready for use: {name}
                </li>
              ))}
            </ul>
          </li>
        ))}
    </ol>
  )
}
