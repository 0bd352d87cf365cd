import { useState } from 'react'
import {
  DndContext,
  MeasuringStrategy,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { Dialog } from 'radix-ui'
import { judgedScore, pieceCount, techniqueOfPour, type BatchRequest } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import {
  addedId,
  isDrawn,
  waysOf,
  type EditRefused,
  type OwnWay,
  type ScoreEdit,
  type StepId,
} from '#core/technique/index.ts'
import { mayWarm } from '#core/safety/index.ts'
import { wordRefused } from '#words/score.ts'
import { pourSpan, stripNotches } from '#app/components/notches.ts'
import { Sheet } from '#app/components/Sheet.tsx'
import { Strip } from '#app/components/Strip.tsx'
import { useColours, useUnits } from '#app/platform/queries.ts'
import { OwnFigures } from './OwnFigures.tsx'
import { droppedOn, isMoveOf, movedBy, rowsOf } from './rows.ts'
import { ScoreStep } from './ScoreStep.tsx'
import { Written } from './Written.tsx'

interface ScoreProps {
  readonly request: BatchRequest
  readonly plan: BatchPlan
  readonly change: (changes: Partial<BatchRequest>) => void
}

/** What opens the order of the hands. */
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

/** Rows move while one is held: a plan that comes may bring another window. */
const REMEASURED = { droppable: { strategy: MeasuringStrategy.Always } }

/** The order of the hands, to be written on: steps earlier or later, left out, at a minute of one's own, something in between. */
function Score(props: ScoreProps) {
  const { plan } = props
  const units = useUnits()
  const { request, score, ownWay, refused, colours, write, takeBack, setOwn } = useScore(props)
  const technique = techniqueOfPour(request)
  // A finger or a pointer that moves so far drags; by key there are the buttons.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }))
  const rows = rowsOf(technique, plan, score)
  // What is left out has its title from the way as it is usually.
  const steps = [...technique.steps, ...techniqueOfPour({ ...request, score: [] }).steps]
  const titleOf = (id: StepId) =>
    (rows.find((row) => row.step.id === id) ?? steps.find((step) => step.id === id))?.title ??
    'a step that is gone'
  return (
    <>
      <p className="text-ink-soft mb-3 max-w-prose text-sm">
        Drag a step by its picture, leave it out, do it at a minute of your own, or put something in between.
        Gate, clock and paper follow; what breaks a rule is told with its reason.
      </p>
      <Strip
        life={plan.life}
        span={pourSpan(plan)}
        notches={stripNotches(plan.steps, 'pour')}
        lead="minutes"
        size="medium"
        units={units}
        label="The windows of this order, from stop-stir"
      />
      <p className="text-stop mb-2 font-medium empty:hidden" role="alert">
        {refused && wordRefused(refused)}
      </p>
      <Written request={request} own={ownWay} titleOf={titleOf} takeBack={takeBack} setOwn={setOwn} />
      <DndContext
        sensors={sensors}
        collisionDetection={pointerWithin}
        measuring={REMEASURED}
        onDragEnd={({ active, over }) => {
          const edit = over && droppedOn(rows, String(active.id), String(over.id))
          if (edit) write(edit)
        }}
      >
        <ol className="divide-line divide-y">
          {rows.map((row, at) => (
            <ScoreStep
              key={row.step.id}
              row={row}
              technique={technique}
              colours={colours}
              cups={request.cups}
              pieces={pieceCount(request)}
              hasBags={(request.bags?.length ?? 0) > 0}
              mayWarm={mayWarm(technique, request)}
              earlier={movedBy(rows, at, -1)}
              later={movedBy(rows, at, 1)}
              write={write}
              id={addedId(score)}
              figures={
                !request.isLayer && (
                  <OwnFigures technique={request.technique} stepId={row.step.id} own={ownWay} set={setOwn} />
                )
              }
            />
          ))}
        </ol>
      </DndContext>
    </>
  )
}

/** What is written, as it stands on the screen: the plan comes after it, and a second tap does not wait for it. */
function useScore({ request: planned, change }: ScoreProps) {
  const [refused, setRefused] = useState<EditRefused | null>(null)
  const [score, setScore] = useState(planned.score ?? [])
  const [ownWay, setOwnWay] = useState(planned.ownWay?.of === planned.technique ? planned.ownWay : null)
  const [own, setOwnColours] = useState(planned.colours)
  const request = { ...planned, score, ownWay, colours: own }
  const shelf = useColours().data ?? []
  // Where a pattern drops inks, what is dropped between is one of them: another would go into its turns.
  const isFree = !waysOf(request).some(isDrawn)
  const others = isFree ? shelf.filter(({ id }) => own.every((each) => each.id !== id)) : []
  const set = (next: readonly ScoreEdit[], more: Partial<BatchRequest> = {}) => {
    setScore(next)
    change({ score: next.length > 0 ? next : undefined, ...more })
  }
  const setOwn = (next: OwnWay | null) => {
    setOwnWay(next)
    change({ ownWay: next })
  }
  const write = (edit: ScoreEdit) => {
    const last = score.at(-1)
    const before = last && isMoveOf(last, edit) ? score.slice(0, -1) : score
    const next = [...before.filter((each) => !isSaidAnew(each, edit)), edit]
    const taken = others.filter(({ id }) => isOf(edit, id))
    const why = judgedScore({ ...request, score: next, colours: [...own, ...taken] }).at(-1)!.refused
    setRefused(why)
    if (why !== null) return
    if (taken.length === 0) return set(next)
    setOwnColours([...own, ...taken])
    // In one change: what is changed from what was worked out last would take back the first of two.
    set(next, { colours: [...own, ...taken] })
  }
  const takeBack = (edit: ScoreEdit) => {
    setRefused(null)
    set(score.filter((each) => each !== edit))
  }
  return { request, score, ownWay, refused, colours: [...own, ...others], write, takeBack, setOwn }
}

/** Out of which cup a round comes is said once. */
function isSaidAnew(before: ScoreEdit, edit: ScoreEdit): boolean {
  return before.kind === 'outOf' && edit.kind === 'outOf' && before.step === edit.step
}

function isOf(edit: ScoreEdit, colourId: string): boolean {
  return edit.kind === 'added' && edit.work.by === 'drops' && edit.work.colour === colourId
}
