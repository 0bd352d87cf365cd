import type { ReactNode } from 'react'
import { techniqueOfPour, type BatchRequest } from '#core/batch/index.ts'
import type { LivePlan } from '#core/plan/index.ts'
import { CAUTIONS, DEFERRAL } from '#core/safety/index.ts'
import { isDrawn } from '#core/technique/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { wordPrep } from '#words/prep.ts'
import { amountsOf, type AmountGroup } from '#words/amounts.ts'
import { printWindow } from '#words/minutes.ts'
import type { School } from '#words/schools.ts'
import { FEEL_WORDS, ratioWords } from '#words/vocabulary.ts'
import { frameOf, MoldDrawing } from '../MoldDrawing.tsx'
import { pourSpan, stripNotches } from '../notches.ts'
import { stepLines, type StepLine } from '../StepList.tsx'
import { Strip } from '../Strip.tsx'
import { whenOf } from '../when.ts'
import { PaperBox } from './PaperBox.tsx'

interface PaperSheetProps {
  readonly request: BatchRequest
  readonly live: LivePlan
  readonly units: UnitChoice
  readonly school: School
}

/** A plan on one sheet of paper, both sides: what to have and to weigh on the front, when to do what on the back, each with a box to tick and room for what was done. */
export function PaperSheet(props: PaperSheetProps) {
  return (
    <>
      <Front {...props} />
      <Back {...props} />
    </>
  )
}

function Front({ request, live, units, school }: PaperSheetProps) {
  const { plan, bands } = live
  const groups = amountsOf(request, plan, units)
  return (
    <article className="paper-side">
      <Head request={request} units={units}>
        Weigh and lay out
      </Head>
      <Strip
        life={plan.life}
        span={pourSpan(plan)}
        notches={stripNotches(plan.steps, 'pour', {}, bands)}
        lead={school}
        size="medium"
        units={units}
        label="The resin's life from stop-stir"
      />
      <div className={`mt-3 gap-x-8 ${sizeOf(groups)}`}>
        {groups.map((group) => (
          <Amounts key={group.id} group={group} />
        ))}
      </div>
      <section className="mt-3">
        <h2 className="text-[12pt]">Have on the table</h2>
        <ul className={`gap-x-6 ${groups.length > 4 ? 'columns-3 text-[7.5pt]' : 'columns-2 text-[9pt]'}`}>
          {plan.prep.map((item) => (
            <li key={item.tool} className="flex break-inside-avoid items-start gap-2 py-0.5">
              <PaperBox /> {wordPrep(item, request, units)}
            </li>
          ))}
        </ul>
      </section>
      <p className="mt-auto text-[8pt]">
        {CAUTIONS.skin.text} {CAUTIONS.air.text} {DEFERRAL}
      </p>
    </article>
  )
}

/** As large as what is there lets it be: read at a metre where it is little. */
function sizeOf(groups: readonly AmountGroup[]): string {
  const rows = groups.reduce((sum, group) => sum + group.rows.length + 1.5, 0)
  if (rows <= 16) return 'columns-2 text-[15pt]'
  if (rows <= 26) return 'columns-2 text-[12pt]'
  if (rows <= 33) return 'columns-3 text-[10pt]'
  return rows <= 48 ? 'columns-3 text-[8.5pt]' : 'columns-3 text-[7pt]'
}

function Back({ request, live: { plan }, units }: PaperSheetProps) {
  const startMs = request.startAt === null ? null : Date.parse(request.startAt)
  const drawn = plan.fills.filter(({ technique }) => isDrawn(technique))
  const frameMm = Math.max(...plan.fills.map(({ mold }) => frameOf(mold.outline)))
  const lines = (place: 'pour' | 'rack') =>
    stepLines(
      plan.steps.filter((turn) => turn.step.place === place),
      units,
    )
  const pour = lines('pour')
  // What a later layer takes stands on the front.
  const rack = lines('rack').map((line) => ({ ...line, takes: [] }))
  const dense = pour.length + rack.length > MANY_STEPS
  return (
    <article className="paper-side">
      <Head request={request} units={units}>
        When
      </Head>
      <p className="mb-2 text-[11pt]">
        Stop-stir at <Blank /> room <Blank /> then minutes run.
      </p>
      <Steps lines={pour} startMs={startMs} units={units} dense={dense} />
      <h2 className="mt-3 text-[12pt]">The days after</h2>
      <Steps lines={rack} startMs={startMs} units={units} dense={dense} />
      {drawn.length > 0 && (
        <ul className="mt-3 flex flex-wrap justify-center gap-6">
          {drawn.slice(0, PICTURES).map((fill) => (
            <li key={fill.id} className="text-center text-[9pt]">
              <MoldDrawing
                outline={fill.mold.outline}
                frameMm={frameMm}
                laid={fill.laid}
                beadMm={request.white.holeMm}
                bags={request.bags}
                inkHexes={fill.inks.map(({ hex }) => hex)}
                title={`Pattern of ${fill.name}, from above`}
                className={dense ? 'size-[26mm]' : 'size-[44mm]'}
              />
              {fill.name}
            </li>
          ))}
        </ul>
      )}
      <section className="mt-auto text-[9pt]">
        <h2 className="text-[11pt]">What was otherwise</h2>
        <div className="paper-line" />
        {!dense && <div className="paper-line" />}
      </section>
    </article>
  )
}

/** More are set smaller. */
const MANY_STEPS = 17

/** More do not go on a side. */
const PICTURES = 3

interface HeadProps extends Pick<PaperSheetProps, 'request' | 'units'> {
  readonly children: ReactNode
}

function Head({ request, units, children }: HeadProps) {
  const pieces = request.pieces.map(({ count, mold }) => `${count} × ${mold.name}`)
  return (
    <header className="mb-2 flex items-end justify-between gap-4 border-b-2 pb-1">
      <div>
        <h1 className="text-[18pt] leading-tight">{request.name}</h1>
        <p className="text-[10pt]">
          {[
            ...new Set(pieces),
            techniqueOfPour(request).name,
            `${request.resin.name} ${ratioWords(request.resin.ratio)}`,
            `room ${printQuantity(request.roomTempC, units.temperature)}`,
          ].join(', ')}
        </p>
      </div>
      <p className="font-display text-[14pt] font-semibold">{children}</p>
    </header>
  )
}

/** A longer list of cups may go over into the next column. */
const LONG_GROUP = 8

function Amounts({ group: { title, rows } }: { readonly group: AmountGroup }) {
  return (
    <section className={`mb-3 ${rows.length <= LONG_GROUP ? 'break-inside-avoid' : ''}`}>
      <h2 className="text-[1em]">{title}</h2>
      <ul>
        {rows.map(({ amount, what, more, into }, k) => (
          <li key={k} className={`flex items-baseline gap-2 border-t py-[1mm] ${into ? 'pl-6' : ''}`}>
            <PaperBox />
            <span
              className={`font-display font-semibold ${into ? '' : 'text-[1.45em]'} leading-none whitespace-nowrap`}
            >
              {amount}
            </span>
            <span className="leading-tight">
              {what} <span className="text-[0.8em]">{more}</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

interface StepsProps {
  readonly lines: readonly StepLine[]
  readonly startMs: number | null
  readonly units: UnitChoice
  /** Many lines: all of it smaller. */
  readonly dense: boolean
}

/** So many turns have a box each. */
const TURNS = 12

/** Each step with its minute, its window, a box a turn, and room for when it was really done. */
function Steps({ lines, startMs, units, dense }: StepsProps) {
  return (
    <table className={`w-full table-fixed text-left ${dense ? 'text-[8.5pt]' : 'text-[10pt]'}`}>
      <thead className="text-[8pt]">
        <tr>
          <th className="w-[15mm]" />
          <th>step</th>
          <th className="w-[17mm]">planned</th>
          <th className="w-[28mm]">may be done</th>
          <th className="w-[26mm]">shows</th>
          <th className="w-[24mm]">done at</th>
        </tr>
      </thead>
      <tbody>
        {lines.map(({ first, last, count, takes }) => (
          <tr key={first.key} className="border-t align-top">
            <td className="py-[1mm] pr-2">
              <span className="flex w-[14mm] flex-wrap gap-[1mm]">
                {Array.from({ length: Math.min(count, TURNS) }, (_, turn) => (
                  <PaperBox key={turn} />
                ))}
              </span>
            </td>
            <td className="py-[1mm] pr-2">
              <span className="font-semibold">{first.step.title}</span>
              {count > 1 && ` × ${count}`}
              {takes.length > 0 && (
                <span className="block text-[8.5pt] leading-tight">{takes.join('; ')}</span>
              )}
            </td>
            <td className="py-[1mm] pr-2 font-semibold whitespace-nowrap">
              {printSpan(first.beginMin)}
              {startMs !== null && (
                <span className="block text-[8.5pt] font-normal">
                  {whenOf(startMs + first.beginMin * 60_000, startMs)}
                </span>
              )}
            </td>
            <td className="py-[1mm] pr-2 whitespace-nowrap">
              {printWindow({ openMin: first.fromMin, closeMin: last.toMin })}
            </td>
            <td className="py-[1mm] pr-2 text-[8.5pt]">
              {first.expected &&
                `${printQuantity(first.expected.tempC, units.temperature, 0)}, ${FEEL_WORDS[first.expected.feel]}`}
            </td>
            <td className="border-b py-[1mm]" />
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function Blank() {
  return <span className="inline-block w-[28mm] border-b" aria-hidden />
}
