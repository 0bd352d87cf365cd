import type { RackPlan } from '#core/rack/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { wordTake } from '#words/takes.ts'
import { PaperBox } from '#app/components/paper/PaperBox.tsx'
import { clockIn, dayIn, momentIn } from '#app/components/zoned.ts'
import { dayRows } from './dayRows.ts'

interface PaperDaysProps {
  readonly plan: RackPlan
  readonly zone: string
  readonly units: UnitChoice
}

/** The coming days on paper: each job with its hour, what it takes, a box to tick and room for when it was done; no day is cut in two. */
export function PaperDays({ plan, zone, units }: PaperDaysProps) {
  const nameOf = (id: string) => plan.batches.find((batch) => batch.id === id)?.name ?? ''
  const days = dayRows(plan, zone).filter((row) => row.jobs.length + row.ready.length > 0)
  return (
    <>
      <h1 className="border-b-2 pb-1 text-[18pt]">The coming days</h1>
      {days.map((row) => (
        <section key={row.on} className="mt-3 break-inside-avoid">
          <h2 className="text-[14pt]">{dayIn(row.fromMs + 43_200_000, zone)}</h2>
          <table className="w-full text-left">
            <tbody>
              {row.jobs.map(({ job }) => (
                <tr key={`${job.batchId} ${job.id}`} className="border-t align-top">
                  <td className="w-[7mm] py-[1.2mm]">
                    <PaperBox />
                  </td>
                  <td className="font-display w-[20mm] py-[1.2mm] text-[15pt] leading-none font-semibold">
                    {clockIn(job.beginAtMs, zone)}
                  </td>
                  <td className="py-[1.2mm] pr-3 text-[12pt]">
                    <span className="font-semibold">{job.title}</span>, {nameOf(job.batchId)}
                    {job.takes.length > 0 && (
                      <span className="block text-[11pt]">
                        {job.takes.map((take) => wordTake(take, units)).join('; ')}
                      </span>
                    )}
                  </td>
                  <td className="w-[38mm] py-[1.2mm] text-[9pt]">
                    {job.closeAtMs === null ? 'can wait' : `until ${momentIn(job.closeAtMs, zone)}`}
                  </td>
                  <td className="w-[26mm] border-b py-[1.2mm] text-[8pt]">done at</td>
                </tr>
              ))}
              {row.ready.map(({ id, name }) => (
                <tr key={id} className="border-t">
                  <td />
                  <td colSpan={4} className="py-[1.2mm] text-[11pt]">
                    Ready for use: {name}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </>
  )
}
