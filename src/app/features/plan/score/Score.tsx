import { useState } from 'react'
import { Dialog } from 'radix-ui'
import { ArrowDown, ArrowUp } from 'lucide-react'
import { judgedScore, pieceCount, techniqueOfPour, type BatchRequest } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import {
  addedId,
  TECHNIQUES,
  type OwnWay,
  type EditRefused,
  type ScoreEdit,
  type StepId,
  type Technique,
} from '#core/technique/index.ts'
import { printSpan } from '#core/units/index.ts'
import { wordChange } from '#words/ownWay.ts'
import { wordEdit, wordRefused } from '#words/score.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { Sheet } from '#app/components/Sheet.tsx'
import { StepPicture } from '#app/components/StepPicture.tsx'
import { WorkFields } from '#app/components/WorkFields.tsx'
import { OwnFigures, withChange } from './OwnFigures.tsx'
import { isMoveOf, movedBy, rowsOf, type ScoreRow } from './rows.ts'

interface ScoreProps {
  readonly request: BatchRequest
  readonly plan: BatchPlan
  readonly change: (changes: Partial<BatchRequest>) => void
}

/** The order of the hands, to be written on: steps earlier or later, left out, at a minute of one's own, something in between. */
function Score({ request: planned, plan, change }: ScoreProps) {
  const [refused, setRefused] = useState<EditRefused | null>(null)
  // The plan comes after what is written, and a second tap does not wait for it.
  const [score, setScore] = useState(planned.score ?? [])
  const [ownWay, setOwnWay] = useState(planned.ownWay?.of === planned.technique ? planned.ownWay : null)
  const request = { ...planned, score, ownWay }
  const setOwn = (next: OwnWay | null) => {
    setOwnWay(next)
    change({ ownWay: next })
  }
  const set = (next: readonly ScoreEdit[]) => {
    setScore(next)
    change({ score: next.length > 0 ? next : undefined })
  }
  const technique = techniqueOfPour(request)
  const rows = rowsOf(technique, plan, score)
  const titleOf = (id: StepId) => rows.find((row) => row.step.id === id)?.title ?? titleIn(technique, id)
  const colourOf = (id: string) => request.colours.find((colour) => colour.id === id)?.name ?? 'a colour'
  const write = (edit: ScoreEdit) => {
    const last = score.at(-1)
    const before = last && isMoveOf(last, edit) ? score.slice(0, -1) : score
    const next = [...before, edit]
    const why = judgedScore({ ...request, score: next }).at(-1)!.refused
    setRefused(why)
    if (why === null) set(next)
  }
  const takeBack = (edit: ScoreEdit) => {
    setRefused(null)
    set(score.filter((each) => each !== edit))
  }
  return (
    <>
      <p className="text-ink-soft mb-3 max-w-prose text-sm">
        Move a step, leave it out, do it at a minute of your own, or put something in between. Gate, clock and
        paper follow; what breaks a rule is told with its reason.
      </p>
      <p className="text-stop mb-2 font-medium empty:hidden" role="alert">
        {refused && wordRefused(refused)}
      </p>
      {(score.length > 0 || ownWay) && <WayName own={ownWay} technique={request.technique} set={setOwn} />}
      {(score.length > 0 || (ownWay?.steps.length ?? 0) > 0) && (
        <ul className="mb-4 flex flex-col gap-1" aria-label="What you wrote">
          {judgedScore(request).map(({ edit, refused: why }) => (
            <li key={JSON.stringify(edit)} className="flex items-center justify-between gap-3">
              <span>
                {wordEdit(edit, titleOf, colourOf)}
                {why && <span className="text-caution"> {wordRefused(why)}</span>}
              </span>
              <button type="button" className="button button-quiet shrink-0" onClick={() => takeBack(edit)}>
                Take it back
              </button>
            </li>
          ))}
          {(ownWay?.steps ?? []).map((said) => (
            <li key={said.step} className="flex items-center justify-between gap-3">
              <span>{wordChange(said, titleOf)}</span>
              <button
                type="button"
                className="button button-quiet shrink-0"
                onClick={() =>
                  setOwn(withChange(ownWay, { technique: request.technique, change: { step: said.step } }))
                }
              >
                Take it back
              </button>
            </li>
          ))}
        </ul>
      )}
      <ol className="divide-line divide-y">
        {rows.map((row, at) => (
          <Row
            key={row.step.id}
            row={row}
            technique={technique}
            colours={request.colours}
            pieces={pieceCount(request)}
            hasBags={(request.bags?.length ?? 0) > 0}
            earlier={movedBy(rows, at, -1)}
            later={movedBy(rows, at, 1)}
            write={write}
            id={addedId(score)}
            figures={
              <OwnFigures technique={request.technique} stepId={row.step.id} own={ownWay} set={setOwn} />
            }
          />
        ))}
      </ol>
    </>
  )
}

/** What opens it. */
export function ScoreButton(props: ScoreProps) {
  const { score = [], ownWay } = props.request
  const written = score.length + (ownWay?.steps.length ?? 0)
  return (
    <Dialog.Root>
      <Dialog.Trigger className="button button-quiet no-print">
        {written > 0 ? `The order, with ${written} of your own` : 'Change the order'}
      </Dialog.Trigger>
      <Sheet title="The order of the hands" className="inset-x-2 top-2 max-h-[96vh] max-w-3xl">
        <Score {...props} />
      </Sheet>
    </Dialog.Root>
  )
}

function titleIn({ steps }: Technique, id: StepId): string {
  return steps.find((step) => step.id === id)?.title ?? 'a step that is gone'
}

interface RowProps {
  readonly row: ScoreRow
  readonly technique: Technique
  readonly colours: BatchRequest['colours']
  readonly pieces: number
  readonly hasBags: boolean
  /** The move one place up or down; null where there is none. */
  readonly earlier: ScoreEdit | null
  readonly later: ScoreEdit | null
  readonly write: (edit: ScoreEdit) => void
  /** What something put in between would be called. */
  readonly id: StepId
  /** What of it can be longer or shorter. */
  readonly figures: React.ReactNode
}

function Row({ row, technique, colours, pieces, hasBags, earlier, later, write, id, figures }: RowProps) {
  const [isOpen, setIsOpen] = useState(false)
  const { step, title, count, beginMin, passes } = row
  const splits = hasBags && step.takes === 'beads' && step.bag === undefined
  return (
    <li className="py-2" data-score-step={step.id}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <StepPicture technique={technique} at={technique.steps.indexOf(step)} />
        <div className="min-w-0 flex-1 basis-48">
          <p className="font-semibold">
            {title}
            {count > 1 && <span className="text-ink-soft font-normal"> × {count}</span>}
          </p>
          <p className="text-ink-soft text-sm">
            {beginMin === null ? '…' : printSpan(beginMin)}
            {step.atMin !== undefined && ', your minute'}
          </p>
        </div>
        <div className="ml-auto flex gap-2">
          <Move label={`Earlier: ${title}`} edit={earlier} write={write}>
            <ArrowUp className="size-5" aria-hidden />
          </Move>
          <Move label={`Later: ${title}`} edit={later} write={write}>
            <ArrowDown className="size-5" aria-hidden />
          </Move>
          <button
            type="button"
            className="button button-quiet min-h-11 px-3"
            aria-expanded={isOpen}
            aria-label={`More: ${title}`}
            onClick={() => setIsOpen(!isOpen)}
          >
            More
          </button>
        </div>
      </div>
      {isOpen && (
        <div className="bg-sunken mt-2 flex flex-col gap-4 rounded-xl p-3">
          <div className="flex flex-wrap gap-2">
            <button
              type="button"
              className="button button-quiet"
              onClick={() => write({ kind: 'leftOut', step: step.id })}
            >
              Leave it out
            </button>
            {splits && (
              <button
                type="button"
                className="button button-quiet"
                onClick={() => write({ kind: 'split', step: step.id })}
              >
                Each bag by itself
              </button>
            )}
            {passes && (
              <button type="button" className="button button-quiet" onClick={() => write(passes.edit)}>
                {passes.edit.by === 'step'
                  ? 'On all pieces before the next step'
                  : `With “${passes.next}”, piece by piece`}
              </button>
            )}
          </div>
          <OwnMinute row={row} write={write} />
          {figures}
          <div>
            <h3 className="mb-2 text-base">Put something in before it</h3>
            <WorkFields
              colours={colours}
              pieces={pieces}
              pieceNo={null}
              put={(work, on) => {
                write({ kind: 'added', id, work, pieces: on, before: step.id })
                setIsOpen(false)
              }}
            />
          </div>
        </div>
      )}
    </li>
  )
}

interface WayNameProps {
  readonly own: OwnWay | null
  readonly technique: BatchRequest['technique']
  readonly set: (own: OwnWay | null) => void
}

/** What the way is called that comes of it; without a name it is the way it was copied from. */
function WayName({ own, technique, set }: WayNameProps) {
  const [name, setName] = useState(own?.name ?? '')
  return (
    <label className="mb-3 flex max-w-sm flex-col gap-1 text-sm font-medium">
      Name of this way, if it is to have one
      <input
        className="field"
        maxLength={80}
        value={name}
        placeholder={TECHNIQUES[technique].name}
        onChange={(event) => {
          setName(event.target.value)
          const given = event.target.value.trim()
          const steps = own?.steps ?? []
          if (given !== '') set({ of: technique, name: given, steps })
          else if (steps.length === 0) set(null)
        }}
      />
    </label>
  )
}

interface MoveProps {
  readonly label: string
  readonly edit: ScoreEdit | null
  readonly write: (edit: ScoreEdit) => void
  readonly children: React.ReactNode
}

function Move({ label, edit, write, children }: MoveProps) {
  return (
    <button
      type="button"
      className="button button-quiet min-h-11 px-3"
      aria-label={label}
      disabled={edit === null}
      onClick={() => edit && write(edit)}
    >
      {children}
    </button>
  )
}

function OwnMinute({ row, write }: Pick<RowProps, 'row' | 'write'>) {
  const [min, setMin] = useState<number | null>(Math.round(row.beginMin ?? 0))
  return (
    <div className="flex flex-wrap items-end gap-3">
      <div className="w-40">
        <QuantityField
          label="At a minute of your own"
          dimension="time"
          unit="min"
          value={min}
          onChange={setMin}
          hint="After stop-stir"
        />
      </div>
      <button
        type="button"
        className="button button-quiet mb-6"
        disabled={min === null || !(min >= 0 && min <= 1440)}
        onClick={() => min !== null && write({ kind: 'atMinute', step: row.step.id, min })}
      >
        Do it then
      </button>
    </div>
  )
}
