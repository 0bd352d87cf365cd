import { useDeferredValue, useEffect, useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { markedIn, kindId, techniqueOn, type BatchRequest } from '#core/batch/index.ts'
import type { CauseId } from '#core/journal/index.ts'
import { renewedFrom, type Shelf } from '#core/shelf/index.ts'
import { isDrawn } from '#core/technique/index.ts'
import type { Settings } from '#schema/studio.ts'
import { CAUSE_WORDS } from '#words/diagnosis.ts'
import { inUnits } from '#words/inUnits.ts'
import { Callout } from '#app/components/Callout.tsx'
import { OnPaper } from '#app/components/paper/OnPaper.tsx'
import { PaperSheet } from '#app/components/paper/PaperSheet.tsx'
import { PigmentEdge } from '#app/components/PigmentEdge.tsx'
import { Place } from '#app/components/Place.tsx'
import { ShelfFollowed } from '#app/components/ShelfChanged.tsx'
import { useStable } from '#app/components/useStable.ts'
import { Varied } from '#app/components/Varied.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import { usePlannedBands, useUnits } from '#app/platform/queries.ts'
import { type BatchStory } from '#app/platform/stories.ts'
import { useTaught } from '#app/platform/learning.ts'
import { useWide } from '#app/platform/wide.ts'
import { BeginFrom } from './BeginFrom.tsx'
import { checkDraft, dropDraft, keepDraft, newDraft } from './draft.ts'
import { useKeepPlan } from './keepPlan.ts'
import { LastTime } from './LastTime.tsx'
import { HeldNote } from './HeldNote.tsx'
import { LearnedNote } from './LearnedNote.tsx'
import { useHeld } from './useHeld.ts'
import { LayerPattern } from './LayerPattern.tsx'
import { PatternBench } from './PatternBench.tsx'
import { CutThrough } from './desk/CutThrough.tsx'
import { Desk } from './desk/Desk.tsx'
import { PieceDays } from './desk/PieceDays.tsx'
import { POUR_DESK } from './desk/slabs.ts'
import { BatchFields, PourFields } from './PlanInputs.tsx'
import { Worksheet } from './Worksheet.tsx'
import { PatternPlace } from './PatternPlace.tsx'

interface PlannerProps {
  /** What it repeats, and whether that was declared an experiment. */
  readonly original: BatchStory | null
  readonly declared: boolean
  /** The set or commission it is made for. */
  readonly orderId: string | null
  readonly first: BatchRequest
  readonly stock: Shelf
  readonly settings: Settings
  readonly batchId: string | null
  readonly repeats: string | null
  /** The cause whose answer is already in the draft. */
  readonly change: CauseId | null
}

/** What is asked for on the left, what it takes on the right, worked out while typing. */
export function Planner({
  original,
  declared,
  orderId,
  first,
  stock,
  settings,
  batchId,
  repeats,
  change: cause,
}: PlannerProps) {
  const [typed, setDraft] = useState(first)
  const [asBefore, setAsBefore] = useState(false)
  const renewed = useMemo(() => renewedFrom(typed, stock), [stock, typed])
  // An open plan follows the shelf, until somebody wants it as it was.
  const draft = asBefore ? typed : renewed.request
  const [trial, setTrial] = useState(declared)
  const units = useUnits()
  const nowMs = useNowMs(15_000)
  const { taught, from, isWhole } = useTaught(draft)
  const [unlearned, setUnlearned] = useState(false)
  const plain = withSpareMolds(draft, stock)
  const known = taught(plain)
  const held = useHeld(unlearned ? { ...plain, learned: null, aimShiftLog: 0 } : known, original)
  const { request } = held
  const checked = checkDraft(request, nowMs)
  const plan = usePlannedBands(checked.request)
  const keep = useKeepPlan({ batchId, repeats, orderId, trial })
  const isNew = batchId === null && repeats === null && orderId === null
  const sound = checked.request !== null
  useEffect(() => {
    if (isNew && sound) keepDraft(draft)
  }, [isNew, sound, draft])
  const choices = useMemo(() => withOwn(stock, draft), [stock, draft])
  const [search] = useSearchParams()
  const wide = useWide()
  const [open, setOpen] = useState(POUR_DESK)
  // A key is answered first, what follows from it is drawn after that.
  const drawn = useDeferredValue(plan.last)
  const change = useStable((changes: Partial<BatchRequest>) => setDraft((last) => ({ ...last, ...changes })))
  const keepMixes = useStable(keep.mixes)
  // Figures stand only while the draft is sound; the drawing stays, for it is what layers are opened by.
  const told = checked.request && !plan.error ? drawn : null
  const begin = (next: BatchRequest) => {
    setDraft(next)
    setOpen(POUR_DESK)
  }
  const inputs = {
    draft,
    stock: choices,
    problems: checked.problems,
    units,
    paper: checked.request && plan.rested && { request: plan.rested, replaces: batchId },
    change,
  }
  const order = draft.pieces.find((each) => kindId(each) === search.get('pattern'))
  const layer = draft.layers.find(({ id }) => id === search.get('layer'))
  if (order && layer && markedIn(layer) !== null)
    return (
      <LayerPattern
        draft={draft}
        request={checked.request}
        live={plan.last?.live}
        layer={layer}
        order={order}
        units={units}
        onChange={(next) =>
          setDraft((last) => ({
            ...last,
            layers: last.layers.map((each) => (each.id === layer.id ? next : each)),
          }))
        }
      />
    )
  if (order && isDrawn(techniqueOn(order, draft)))
    return (
      <PatternPlace order={order}>
        <PatternBench
          key={kindId(order)}
          draft={draft}
          order={order}
          request={checked.request}
          live={plan.last?.live}
          units={units}
          change={(pattern) =>
            setDraft((last) => ({
              ...last,
              pieces: last.pieces.map((each) =>
                kindId(each) === kindId(order) ? { ...each, pattern } : each,
              ),
            }))
          }
        />
      </PatternPlace>
    )
  return (
    <Place
      title={batchId ? 'Change the plan' : repeats ? 'Repeat a batch' : 'Plan a batch'}
      lead={cause && `With one change: ${inUnits(CAUSE_WORDS[cause].next, units)}.`}
      actions={
        <>
          {(isNew || repeats !== null) && (
            <BeginFrom draft={draft} sound={checked.request} stock={stock} take={begin} />
          )}
          <button className="button button-quiet" disabled={told === null} onClick={() => window.print()}>
            Print the sheet
          </button>
          {isNew && (
            <button
              className="button button-quiet"
              onClick={() => {
                dropDraft()
                const anew = newDraft(stock, settings) ?? first
                // The room and the colours at hand are those of this table still.
                begin({ ...anew, roomTempC: draft.roomTempC, colours: draft.colours })
              }}
            >
              Start over
            </button>
          )}
          <button
            className="button button-quiet"
            disabled={!checked.request}
            onClick={() => void keep.one(checked.request!, 'bench')}
          >
            Keep for later
          </button>
          <button
            className="button button-main"
            disabled={!checked.request}
            onClick={() => void keep.one(checked.request!, 'pour')}
          >
            Lay the bench out
          </button>
        </>
      }
    >
      <HeldNote said={held.said} />
      {original && <LastTime story={original} learned={request.learned} />}
      <LearnedNote
        request={
          isWhole && checked.request
            ? { ...checked.request, learned: known.learned, aimShiftLog: known.aimShiftLog }
            : null
        }
        from={from}
        isOut={unlearned}
        onChange={setUnlearned}
      />
      <ShelfFollowed changed={renewed.changed} asBefore={asBefore} onChange={setAsBefore} />
      <PigmentEdge request={draft} />
      <div className="mt-4 grid grid-cols-1 items-start gap-6 lg:grid-cols-[19rem_minmax(0,1fr)]">
        <div className="no-print min-w-0">
          {original && (
            <div className="sheet mb-5" data-trial>
              <label className="flex min-h-11 cursor-pointer items-center gap-2 font-medium">
                <input
                  type="checkbox"
                  className="accent-needle size-5 shrink-0"
                  checked={trial}
                  onChange={(event) => setTrial(event.target.checked)}
                />
                An experiment against {original.batch.request.name}
              </label>
              {trial && <Varied before={original.batch.request} after={draft} units={units} />}
            </div>
          )}
          {wide && drawn && (
            <CutThrough
              request={drawn.request}
              layers={draft.layers}
              fills={drawn.live.plan.fills}
              units={units}
              open={open}
              onOpen={setOpen}
              change={change}
            />
          )}
          <BatchFields {...inputs} listsLayers={!wide}>
            {!wide && <PourFields {...inputs} />}
          </BatchFields>
        </div>
        <div className="flex min-w-0 flex-col gap-5" aria-busy={plan.isFetching}>
          {!checked.request && <DraftProblems problems={checked.problems} />}
          <Desk
            {...inputs}
            drawn={told}
            school={settings.school}
            open={wide ? open : POUR_DESK}
            onOpen={setOpen}
            pourFields={wide && <PourFields {...inputs} />}
          />
          {told && (
            <Worksheet
              request={told.request}
              live={told.live}
              units={units}
              change={change}
              keepMixes={keepMixes}
            />
          )}
          {plan.isPending && checked.request && <p>Working it out …</p>}
          {plan.error && (
            <Callout gravity="stop" title="This could not be worked out">
              {plan.error.message}
            </Callout>
          )}
        </div>
      </div>
      {told && (
        <OnPaper>
          <PaperSheet request={told.request} live={told.live} units={units} school={settings.school} />
        </OnPaper>
      )}
      {told && (
        <PieceDays plan={told.live.plan} request={told.request} units={units} open={open} onOpen={setOpen} />
      )}
    </Place>
  )
}

function DraftProblems({ problems }: { problems: Readonly<Record<string, string>> }) {
  return (
    <Callout gravity="warn" title="Nothing is worked out until this is right">
      <ul className="list-disc pl-4" role="alert">
        {Object.entries(problems).map(([path, problem]) => (
          <li key={path}>{problem}</li>
        ))}
      </ul>
    </Callout>
  )
}

/** Leftovers may go into any mold on the shelf. */
function withSpareMolds(draft: BatchRequest, { molds }: Shelf): BatchRequest {
  return { ...draft, spareMolds: molds }
}

/** What an old batch used and the shelf no longer has can still be chosen. */
function withOwn(stock: Shelf, draft: BatchRequest): Shelf {
  const join = <Item extends { readonly id: string }>(shelf: readonly Item[], own: readonly Item[]) => [
    ...shelf,
    ...own.filter((item) => !shelf.some((each) => each.id === item.id)),
  ]
  return {
    resins: join(stock.resins, [draft.resin]),
    molds: join(
      stock.molds,
      draft.pieces.map((order) => order.mold),
    ),
    colours: join(stock.colours, draft.colours),
  }
}
