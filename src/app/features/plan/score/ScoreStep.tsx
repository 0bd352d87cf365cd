import { useState } from 'react'
import { useDraggable, useDroppable } from '@dnd-kit/core'
import { ArrowDown, ArrowUp } from 'lucide-react'
import type { BatchRequest } from '#core/batch/index.ts'
import type { ScoreEdit, StepId, StepRule, Technique } from '#core/technique/index.ts'
import { printSpan } from '#core/units/index.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { CountField } from '#app/components/CountField.tsx'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { StepPicture } from '#app/components/StepPicture.tsx'
import { WorkFields } from '#app/components/WorkFields.tsx'
import type { ScoreRow } from './rows.ts'

interface ScoreStepProps {
  readonly row: ScoreRow
  readonly technique: Technique
  readonly colours: BatchRequest['colours']
  /** What the mix is divided into. */
  readonly cups: BatchRequest['cups']
  readonly pieces: number
  readonly hasBags: boolean
  /** Whether nothing in the pour burns. */
  readonly mayWarm: boolean
  /** The move one place up or down; null where there is none. */
  readonly earlier: ScoreEdit | null
  readonly later: ScoreEdit | null
  readonly write: (edit: ScoreEdit) => void
  /** What something put in between would be called. */
  readonly id: StepId
  /** What of it can be longer or shorter. */
  readonly figures: React.ReactNode
}

/** A step in the order: its picture and minute, one place up or down, and what else can be written of it. */
export function ScoreStep(props: ScoreStepProps) {
  const { row, technique, earlier, later, write } = props
  const [isOpen, setIsOpen] = useState(false)
  const { step, title, count, beginMin } = row
  const { setNodeRef: setGrip, listeners, transform, isDragging } = useDraggable({ id: step.id })
  const { setNodeRef: setPlace, isOver } = useDroppable({ id: step.id })
  return (
    <li
      ref={setPlace}
      className={`py-2 ${isOver && !isDragging ? 'bg-sunken' : ''} ${isDragging ? 'relative z-10' : ''}`}
      data-score-step={step.id}
    >
      <div
        className={`flex flex-wrap items-center gap-x-3 gap-y-1 ${isDragging ? 'bg-raised rounded-xl shadow-lg' : ''}`}
        style={transform ? { transform: `translateY(${transform.y}px)` } : undefined}
      >
        <span
          ref={setGrip}
          {...listeners}
          className="cursor-grab touch-none active:cursor-grabbing"
          data-grip={step.id}
        >
          <StepPicture technique={technique} at={technique.steps.indexOf(step)} />
        </span>
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
      {isOpen && <Changes {...props} close={() => setIsOpen(false)} />}
    </li>
  )
}

/** What can be written of that step beside its place. */
function Changes({
  row,
  technique,
  colours,
  cups,
  pieces,
  hasBags,
  mayWarm,
  write,
  id,
  figures,
  close,
}: ScoreStepProps & { readonly close: () => void }) {
  const { step, passes } = row
  const bagsInOne = hasBags && step.takes === 'beads' && step.bag === undefined && !step.inTurn
  const goesOverObject = technique.pouredOver !== undefined && step.does === 'empties' && !step.pours
  return (
    <div className="bg-sunken mt-2 flex flex-col gap-4 rounded-xl p-3">
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="button button-quiet"
          onClick={() => write({ kind: 'leftOut', step: step.id })}
        >
          Leave it out
        </button>
        {bagsInOne && (
          <button
            type="button"
            className="button button-quiet"
            onClick={() => write({ kind: 'split', step: step.id })}
          >
            Each bag by itself
          </button>
        )}
        {bagsInOne && (
          <button
            type="button"
            className="button button-quiet"
            onClick={() => write({ kind: 'inTurn', step: step.id })}
          >
            The bags in turn, one bead each
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
      {step.pours && <OutOfCup step={step.id} pours={step.pours} cups={cups} write={write} />}
      {goesOverObject && <InRounds step={step.id} write={write} />}
      {figures}
      <div>
        <h3 className="mb-2 text-base">Put something in before it</h3>
        <WorkFields
          colours={colours}
          mayWarm={mayWarm}
          pieces={pieces}
          pieceNo={null}
          put={(work, on) => {
            write({ kind: 'added', id, work, pieces: on, before: step.id })
            close()
          }}
        />
      </div>
    </div>
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

interface OutOfCupProps extends Pick<ScoreStepProps, 'write' | 'cups'> {
  readonly step: StepId
  readonly pours: NonNullable<StepRule['pours']>
}

const IN_TURN = 'inTurn'
const CLEAR = 'clear'

/** Out of which cup that round comes; in their turns where nothing is said. */
function OutOfCup({ step, pours: { round, outOf = {} }, cups, write }: OutOfCupProps) {
  const said = outOf[round]
  if (cups.length === 0) return null
  const inTurn = said === undefined ? [{ id: IN_TURN, name: 'the cup whose turn it is' }] : []
  return (
    <ChoiceField
      label="Out of which cup"
      value={said === undefined ? IN_TURN : (said ?? CLEAR)}
      choices={[...inTurn, ...cups, { id: CLEAR, name: 'what stays clear' }]}
      onChange={(id) => id !== IN_TURN && write({ kind: 'outOf', step, cup: id === CLEAR ? null : id })}
    />
  )
}

/** No more is stored. */
const MOST_ROUNDS = 24
/** From memory. */
const USUAL_ROUNDS = 4

/** Over the object so often, with room for something between two rounds. */
function InRounds({ step, write }: Pick<ScoreStepProps, 'write'> & { readonly step: StepId }) {
  const [rounds, setRounds] = useState(USUAL_ROUNDS)
  return (
    <div className="flex flex-wrap items-center gap-3">
      <span>Rounds over the object</span>
      <CountField label="Rounds over the object" value={rounds} onChange={setRounds} />
      <button
        type="button"
        className="button button-quiet"
        disabled={!(rounds >= 2 && rounds <= MOST_ROUNDS)}
        onClick={() => write({ kind: 'inRounds', step, rounds })}
      >
        Each round by itself
      </button>
    </div>
  )
}

function OwnMinute({ row, write }: Pick<ScoreStepProps, 'row' | 'write'>) {
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
