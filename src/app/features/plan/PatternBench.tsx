import { useMemo, useRef, useState } from 'react'
import { ArrowDown, ArrowUp, X } from 'lucide-react'
import * as v from 'valibot'
import {
  inksOn,
  narrowFromMm,
  markKindsOf,
  kindId,
  plannedPattern,
  techniqueOn,
  type BatchRequest,
  type PieceOrder,
} from '#core/batch/index.ts'
import { boxOf, HAND_SMOOTH, islandsOf, narrowZones, polygonOf } from '#core/mold/index.ts'
import {
  layPattern,
  mirroredPattern,
  newMark,
  placeOf,
  type Mark,
  type MarkKind,
  type Pattern,
  type PatternMark,
} from '#core/pattern/index.ts'
import { patternNeeds, type LivePlan } from '#core/plan/index.ts'
import { isPiped, TECHNIQUES } from '#core/technique/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { patternSchema } from '#schema/pattern.ts'
import { pathOf } from '#schema/issues.ts'
import { inUnits } from '#words/inUnits.ts'
import { MARK_WORDS, wordMark } from '#words/pattern.ts'
import { frameOf, MoldDrawing } from '#app/components/MoldDrawing.tsx'
import { useSay } from '#app/components/undo.tsx'
import { FacePreview } from './FacePreview.tsx'
import { MarkFields } from './MarkFields.tsx'
import { PatternHandles } from './PatternHandles.tsx'
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
  const set = (next: Pattern | null) => {
    setPast((all) => [...all.slice(-MOST_STEPS_BACK + 1), order.pattern])
    change(next)
  }
  const kinds = markKindsOf(technique)
  // What this technique does not make stays in the pattern for one that does.
  const resting = order.pattern?.marks.filter(({ mark }) => !kinds.includes(mark.kind)) ?? []
  const own: Pattern = order.pattern ?? { ...pattern, id: 'own', name: 'Own pattern' }
  const setMarks = (marks: readonly PatternMark[]) => set({ ...own, marks: [...marks, ...resting] })
  const setMark = (id: string, mark: Mark) =>
    setMarks(pattern.marks.map((each) => (each.id === id ? { id, mark } : each)))
  const box = boxOf(polygonOf(order.mold.outline, HAND_SMOOTH))
  const add = (kind: MarkKind) => {
    const id = freeId(own.marks)
    const mark = newMark(kind, {
      acrossMm: Math.min(box.right - box.left, box.top - box.bottom),
      marginMm: draft.white.rimMarginMm,
      spacingMm: draft.white.ringSpacingMm,
      petals: draft.white.petals,
    })
    setMarks([...pattern.marks, { id, mark }])
    setChosen(id)
  }
  const takeBack = () => {
    const last = past.at(-1)
    if (last === undefined) return
    setPast(past.slice(0, -1))
    change(last)
  }
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-x-6 gap-y-5 lg:grid-cols-[22rem_minmax(0,1fr)]">
      <div className="lg:col-start-2">
        <Drawing
          draft={draft}
          order={order}
          pattern={pattern}
          chosen={chosen}
          choose={setChosen}
          change={setMark}
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
          chosen={chosen}
          choose={setChosen}
          setMark={setMark}
          setMarks={setMarks}
          removed={(name) => say(`${name} is out of the pattern.`, () => change(order.pattern))}
          inkNames={inks.map(({ name }) => name)}
          units={units}
        />
        <AddMark kinds={kinds} add={add} />
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

function freeId(marks: readonly PatternMark[]): string {
  for (let k = marks.length + 1; ; k++) if (marks.every(({ id }) => id !== `m${k}`)) return `m${k}`
}

interface MarkListProps {
  readonly pattern: Pattern
  readonly chosen: string | null
  readonly choose: (id: string | null) => void
  readonly setMark: (id: string, mark: Mark) => void
  readonly setMarks: (marks: readonly PatternMark[]) => void
  readonly removed: (name: string) => void
  readonly inkNames: readonly string[]
  readonly units: UnitChoice
}

function MarkList({ pattern, chosen, choose, setMark, setMarks, removed, inkNames, units }: MarkListProps) {
  const { marks } = pattern
  const read = v.safeParse(patternSchema, pattern)
  const problemsOf = (place: number) =>
    (read.issues ?? [])
      .filter((issue) => pathOf(issue).startsWith(`marks.${place}.`))
      .map(({ message }) => message)
  const swapped = (place: number, other: number) =>
    setMarks(marks.map((each, k) => (k === place ? marks[other]! : k === other ? marks[place]! : each)))
  return (
    <ol className="flex flex-col gap-1">
      {marks.map(({ id, mark }, k) => (
        <li
          key={id}
          className="border-line data-chosen:border-press rounded-lg border px-3 py-1"
          data-chosen={id === chosen || undefined}
        >
          <div className="flex items-center">
            <button
              type="button"
              className="min-h-11 min-w-0 flex-1 cursor-pointer text-left"
              aria-expanded={id === chosen}
              onClick={() => choose(id === chosen ? null : id)}
            >
              <span className="font-semibold">{MARK_WORDS[mark.kind].name}</span>
              <span className="text-ink-soft block text-sm">{inUnits(wordMark(mark, inkNames), units)}</span>
            </button>
            <IconButton
              label={`${MARK_WORDS[mark.kind].name}: sooner`}
              disabled={k === 0}
              onClick={() => swapped(k, k - 1)}
            >
              <ArrowUp className="size-4" aria-hidden />
            </IconButton>
            <IconButton
              label={`${MARK_WORDS[mark.kind].name}: later`}
              disabled={k === marks.length - 1}
              onClick={() => swapped(k, k + 1)}
            >
              <ArrowDown className="size-4" aria-hidden />
            </IconButton>
            <IconButton
              label={`${MARK_WORDS[mark.kind].name}: leave out`}
              onClick={() => {
                setMarks(marks.filter((each) => each.id !== id))
                removed(MARK_WORDS[mark.kind].name)
              }}
            >
              <X className="size-4" aria-hidden />
            </IconButton>
          </div>
          {id === chosen && (
            <div className="pb-3">
              <p className="text-ink-soft text-sm">{MARK_WORDS[mark.kind].hint}</p>
              <MarkFields
                mark={mark}
                inkNames={inkNames}
                units={units}
                problems={problemsOf(k)}
                change={(next) => setMark(id, next)}
              />
            </div>
          )}
        </li>
      ))}
    </ol>
  )
}

function IconButton({
  label,
  disabled = false,
  onClick,
  children,
}: {
  readonly label: string
  readonly disabled?: boolean
  readonly onClick: () => void
  readonly children: React.ReactNode
}) {
  return (
    <button
      type="button"
      className="grid size-11 shrink-0 cursor-pointer place-items-center rounded-lg disabled:opacity-30"
      aria-label={label}
      disabled={disabled}
      onClick={onClick}
    >
      {children}
    </button>
  )
}

function AddMark({
  kinds,
  add,
}: {
  readonly kinds: readonly MarkKind[]
  readonly add: (kind: MarkKind) => void
}) {
  return (
    <div className="mt-3">
      <p className="mb-1 text-sm font-medium">And then</p>
      <div className="flex flex-wrap gap-1.5">
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

interface DrawingProps {
  readonly draft: BatchRequest
  readonly order: PieceOrder
  readonly pattern: Pattern
  readonly chosen: string | null
  readonly choose: (id: string) => void
  readonly change: (id: string, mark: Mark) => void
  readonly inkHexes: readonly string[]
}

function Drawing({ draft, order, pattern, chosen, choose, change, inkHexes }: DrawingProps) {
  const drawing = useRef<SVGSVGElement>(null)
  const [asFace, setAsFace] = useState(false)
  const { outline, name } = order.mold
  const sound = v.is(patternSchema, pattern)
  const laid = useMemo(() => (sound ? layPattern(pattern, outline) : null), [sound, pattern, outline])
  const narrowMm = narrowFromMm(draft.white)
  const blooms = isPiped(techniqueOn(order, draft))
  const narrow = useMemo(
    () =>
      blooms && narrowMm > 0
        ? narrowZones(polygonOf(outline, HAND_SMOOTH), narrowMm, islandsOf(outline))
        : [],
    [blooms, outline, narrowMm],
  )
  const side = frameOf(outline)
  return (
    <section className="sheet" aria-labelledby="drawing-heading">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 id="drawing-heading" className="text-xl">
          {asFace ? 'As the face against the silicone shows it' : 'As you pour it'}
        </h2>
        <button className="button button-quiet" aria-pressed={asFace} onClick={() => setAsFace(!asFace)}>
          {asFace ? 'As you pour it' : 'Mirrored, as the face'}
        </button>
      </div>
      <MoldDrawing
        ref={drawing}
        outline={outline}
        frameMm={side}
        {...(laid && { laid })}
        beadMm={draft.white.holeMm}
        inkHexes={inkHexes}
        narrow={narrow}
        mirrored={asFace}
        title={`Pattern in ${name}, to scale`}
        className="mx-auto max-h-[34rem] w-full max-w-[34rem]"
      >
        <PatternHandles
          marks={pattern.marks}
          chosen={chosen}
          choose={choose}
          change={change}
          drawing={drawing}
          mirrored={asFace}
          side={side}
        />
      </MoldDrawing>
      <ul className="text-ink-soft mt-2 list-disc pl-5 text-sm">
        {pattern.marks.some(({ mark }) => placeOf(mark) !== null) && (
          <li>Round handles can be dragged, or moved with the arrow keys.</li>
        )}
        {narrow.length > 0 && <li>Shaded: too narrow to bloom much.</li>}
        {laid?.nowhere.map((id) => (
          <li key={id} className="text-stop" data-nowhere>
            {MARK_WORDS[pattern.marks.find((each) => each.id === id)!.mark.kind].name}: nothing of it falls
            into this mold.
          </li>
        ))}
        {!laid && <li className="text-stop">A figure is wrong; the drawing waits.</li>}
      </ul>
    </section>
  )
}
