import { useRef, useState } from 'react'
import {
  inksOn,
  markKindsOf,
  kindId,
  plannedPattern,
  techniqueOn,
  type BatchRequest,
  type PieceOrder,
} from '#core/batch/index.ts'
import { boxOf, HAND_SMOOTH, polygonOf, type Point } from '#core/mold/index.ts'
import {
  carried,
  freeGroup,
  freeId,
  middleOf,
  mirroredPattern,
  newFlower,
  newMark,
  placeOf,
  togetherWith,
  type Mark,
  type MarkKind,
  type Pattern,
  type PatternMark,
} from '#core/pattern/index.ts'
import { patternNeeds, type LivePlan } from '#core/plan/index.ts'
import { TECHNIQUES } from '#core/technique/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { MARK_WORDS } from '#words/pattern.ts'
import { useSay } from '#app/components/undo.tsx'
import { FacePreview } from './FacePreview.tsx'
import { MarkList } from './MarkList.tsx'
import { PatternDrawing } from './PatternDrawing.tsx'
import { PatternNeedsList } from './PatternNeedsList.tsx'
import { SavedPatterns } from './SavedPatterns.tsx'

interface PatternBenchProps {
  readonly draft: BatchRequest
  readonly order: PieceOrder
  /** Null while the draft has something wrong. */
  readonly request: BatchRequest | null
  readonly live: LivePlan | undefined
  readonly units: UnitChoice
  readonly change: (pattern: Pattern | null) => void
}

/** Where drops and beads go in one kind of piece: marks as figures, the drawing they make, what it takes, and the face it gives. */
export function PatternBench({ draft, order, request, live, units, change }: PatternBenchProps) {
  const technique = TECHNIQUES[techniqueOn(order, draft)]
  const pattern = plannedPattern(order, draft, technique)
  const inks = inksOn(order, draft)
  const [chosen, setChosen] = useState<string | null>(pattern.marks[0]?.id ?? null)
  const [past, setPast] = useState<readonly (Pattern | null)[]>([])
  const say = useSay()
  const lastHold = useRef<string | null>(null)
  /** What one hand does without letting go is one step back. */
  const set = (next: Pattern | null, hold: string | null = null) => {
    if (hold === null || hold !== lastHold.current)
      setPast((all) => [...all.slice(-MOST_STEPS_BACK + 1), order.pattern])
    lastHold.current = hold
    change(next)
  }
  const kinds = markKindsOf(technique)
  // What this technique does not make stays in the pattern for one that does.
  const resting = order.pattern?.marks.filter(({ mark }) => !kinds.includes(mark.kind)) ?? []
  const own: Pattern = order.pattern ?? { ...pattern, id: 'own', name: 'Own pattern' }
  const setMarks = (marks: readonly PatternMark[], hold?: string) =>
    set({ ...own, marks: [...marks, ...resting] }, hold)
  const box = boxOf(polygonOf(order.mold.outline, HAND_SMOOTH))
  const room = {
    acrossMm: Math.min(box.right - box.left, box.top - box.bottom),
    marginMm: draft.white.rimMarginMm,
    spacingMm: draft.white.ringSpacingMm,
    petals: draft.white.petals,
  }
  const add = (marks: readonly Mark[]) => {
    const group = marks.length > 1 ? freeGroup(own.marks) : undefined
    const added = marks.reduce<readonly PatternMark[]>((all, mark) => {
      const id = freeId([...own.marks, ...all])
      return [...all, group === undefined ? { id, mark } : { id, mark, group }]
    }, [])
    setMarks([...pattern.marks, ...added])
    setChosen(added[0]!.id)
  }
  const move = (id: string, to: Point, hold: string) => {
    const all = togetherWith(pattern.marks, id)
    const [from, middle] = [placeOf(all.find((each) => each.id === id)!.mark)!, middleOf(all)!]
    const goal = { x: middle.x + to.x - from.x, y: middle.y + to.y - from.y }
    setMarks(
      carried(
        pattern.marks,
        all.map((each) => each.id),
        { by: 'move', to: goal },
      ),
      hold,
    )
  }
  const takeBack = () => {
    const last = past.at(-1)
    if (last === undefined) return
    setPast(past.slice(0, -1))
    lastHold.current = null
    change(last)
  }
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-x-6 gap-y-5 lg:grid-cols-[22rem_minmax(0,1fr)] lg:grid-rows-[auto_1fr]">
      <div className="lg:col-start-2">
        <PatternDrawing
          draft={draft}
          order={order}
          pattern={pattern}
          chosen={chosen}
          choose={setChosen}
          move={move}
          inkHexes={inks.map(({ hex }) => hex)}
        />
      </div>
      <section className="sheet lg:col-start-1 lg:row-span-2 lg:row-start-1" aria-labelledby="marks-heading">
        <h2 id="marks-heading" className="text-xl">
          What the hand does
        </h2>
        <p className="text-ink-soft mb-3 text-sm">
          {order.count === 1 ? 'In the one piece' : `In each of the ${order.count} pieces`}
          {order.mold.cavities > 1 && ` (${order.mold.cavities} cavities a mold)`}. Whatever their order here:
          what is strewn and the inks first, then white, then the tool.{' '}
          {order.pattern ? 'Its own pattern.' : 'As usual; change anything and it is its own.'}
        </p>
        <MarkList
          pattern={pattern}
          resting={resting}
          chosen={chosen}
          choose={setChosen}
          setMarks={setMarks}
          removed={(name) => say(`${name} is out of the pattern.`, () => change(order.pattern))}
          inkNames={inks.map(({ name }) => name)}
          bags={draft.bags ?? []}
          copyByMm={Math.round(room.acrossMm / 4)}
          units={units}
        />
        <AddMark
          kinds={kinds}
          add={(kind) =>
            add([newMark(kind, room, own.marks.filter(({ mark }) => mark.kind === kind).length)])
          }
          addFlower={() => add(newFlower(room))}
        />
        <div className="mt-3 flex flex-wrap gap-2">
          <button className="button button-quiet" disabled={past.length === 0} onClick={takeBack}>
            Take back
          </button>
          <button className="button button-quiet" onClick={() => set(mirroredPattern(own))}>
            Mirror it
          </button>
          <button className="button button-quiet" disabled={order.pattern === null} onClick={() => set(null)}>
            As usual again
          </button>
        </div>
        <SavedPatterns pattern={pattern} mold={order.mold} holeMm={draft.white.holeMm} take={set} />
      </section>
      <div className="flex flex-col gap-5 lg:col-start-2">
        {request && live && (
          <>
            {live.plan.fills.some(({ id }) => id === kindId(order)) && (
              <PatternNeedsList needs={patternNeeds(request, live.plan, kindId(order))} units={units} />
            )}
            <FacePreview request={request} plan={live.plan} kindId={kindId(order)} />
          </>
        )}
      </div>
    </div>
  )
}

const MOST_STEPS_BACK = 60

function AddMark({
  kinds,
  add,
  addFlower,
}: {
  readonly kinds: readonly MarkKind[]
  readonly add: (kind: MarkKind) => void
  readonly addFlower: () => void
}) {
  return (
    <div className="mt-3">
      <p className="mb-1 text-sm font-medium">And then</p>
      <div className="flex flex-wrap gap-1.5">
        {kinds.includes('petals') && (
          <button
            type="button"
            className="border-edge min-h-11 cursor-pointer rounded-full border px-3 text-sm font-semibold"
            onClick={addFlower}
          >
            + A whole flower
          </button>
        )}
        {kinds.map((kind) => (
          <button
            key={kind}
            type="button"
            className="border-edge min-h-11 cursor-pointer rounded-full border px-3 text-sm"
            onClick={() => add(kind)}
          >
            + {MARK_WORDS[kind].name}
          </button>
        ))}
      </div>
    </div>
  )
}
