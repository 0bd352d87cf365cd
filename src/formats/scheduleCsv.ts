import Papa from 'papaparse'
import type { RackPlan } from '#core/rack/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { wordTake } from '#words/takes.ts'
import type { CalendarEntry } from './calendar.ts'
import { SPREADSHEET_SAFE } from './logCsv.ts'

const COLUMNS = [
  'batch',
  'job',
  'begins',
  'ends',
  'possible_from',
  'possible_until',
  'hour_chosen',
  'late',
  'ready_for_use',
  'promised',
] as const

/** The coming days as CSV, instants in UTC (ISO 8601); an empty end of a window stays open. */
export function scheduleCsv({ jobs, batches }: RackPlan): string {
  const data = jobs.map((job) => {
    const batch = batches.find(({ id }) => id === job.batchId)
    return [
      batch?.name ?? '',
      job.title,
      iso(job.beginAtMs),
      iso(job.endAtMs),
      iso(job.openAtMs),
      iso(job.closeAtMs),
      job.pinned ? 'yes' : 'no',
      job.late ? 'yes' : 'no',
      iso(batch?.readyAtMs ?? null),
      iso(batch?.promisedAtMs ?? null),
    ]
  })
  return Papa.unparse({ fields: [...COLUMNS], data }, SPREADSHEET_SAFE)
}

function iso(atMs: number | null): string {
  return atMs === null ? '' : new Date(atMs).toISOString()
}

/** The coming days as entries of a calendar: every job with what it takes, and the day each batch is ready for use. */
export function calendarEntries({ jobs, batches }: RackPlan, units: UnitChoice): readonly CalendarEntry[] {
  const nameOf = (id: string) => batches.find((batch) => batch.id === id)?.name ?? ''
  const steps = jobs.map(({ batchId, id, title, detail, takes, beginAtMs, endAtMs }) => ({
    uid: `${batchId}-${id}@nublo`,
    summary: `${title}: ${nameOf(batchId)}`,
    detail: [...takes.map((take) => `${wordTake(take, units)}.`), detail].join(' '),
    beginAtMs,
    endAtMs,
  }))
  const ready = batches.flatMap(({ id, name, readyAtMs }) =>
    readyAtMs === null
      ? []
      : [
          {
            uid: `${id}-use@nublo`,
            summary: `Ready for use: ${name}`,
            detail: "Not for food or the dishwasher unless the resin's own documents say so.",
            beginAtMs: readyAtMs,
            endAtMs: readyAtMs,
          },
        ],
  )
  return [...steps, ...ready]
}
