import { useDeferredValue, useEffect, useMemo, useState, type ReactNode } from 'react'
import { Link, useLocation, useParams, useSearchParams } from 'react-router'
import { kindId, kindName, techniqueOn, type BatchRequest, type PieceOrder } from '#core/batch/index.ts'
import type { CauseId } from '#core/journal/index.ts'
import { asPoured, changedFor, type LivePlan } from '#core/plan/index.ts'
import { renewedFrom, type Shelf } from '#core/shelf/index.ts'
import { isDrawn } from '#core/technique/index.ts'
import type { Settings } from '#schema/studio.ts'
import { CAUSE_WORDS } from '#words/diagnosis.ts'
import { inUnits } from '#words/inUnits.ts'
import { Callout } from '#app/components/Callout.tsx'
import { OnPaper } from '#app/components/paper/OnPaper.tsx'
import { PaperSheet } from '#app/components/paper/PaperSheet.tsx'
import { PigmentEdge } from '#app/components/PigmentEdge.tsx'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { ShelfChanged } from '#app/components/ShelfChanged.tsx'
import { useStable } from '#app/components/useStable.ts'
import { Varied } from '#app/components/Varied.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import {
  useColours,
  useMolds,
  useOrders,
  usePlannedBands,
  useResins,
  useSettings,
  useUnits,
} from '#app/platform/queries.ts'
import { useBriefs, useStory, type BatchStory } from '#app/platform/stories.ts'
import { useTaught } from '#app/platform/learning.ts'
import { useWide } from '#app/platform/wide.ts'
import { BeginFrom } from './BeginFrom.tsx'
import { checkDraft, dropDraft, keepDraft, keptDraft, newDraft } from './draft.ts'
import { draftFor, openedAgain } from './firstDraft.ts'
import { useKeepPlan } from './keepPlan.ts'
import { LastTime } from './LastTime.tsx'
import { PatternBench } from './PatternBench.tsx'
import { CutThrough } from './desk/CutThrough.tsx'
import { Desk } from './desk/Desk.tsx'
import { PieceDays } from './desk/PieceDays.tsx'
import { POUR_DESK } from './desk/slabs.ts'
import { BatchFields, PourFields } from './PlanInputs.tsx'
import { Worksheet } from './Worksheet.tsx'

/** The planner: what is asked for on the left, what it takes on the right, worked out while typing. */
export function PlanPlace({ whenBare }: { readonly whenBare: ReactNode }) {
  const { batchId } = useParams()
  const [search] = useSearchParams()
  const repeats = search.get('repeat')
  const orders = useOrders()
  const change = causeIn(search.get('change'))
  const resins = useResins()
  const molds = useMolds()
  const colours = useColours()
  const { story: known, isPending } = useStory(batchId ?? repeats)
  const before = useStory(batchId ? (known?.batch.repeats ?? null) : repeats)
  const orderAsked = search.get('order')
  const made = useBriefs({ index: 'orderId', value: orderAsked ?? '' })
  const settings = useSettings()
  const reading = isPending || before.isPending || (orderAsked !== null && !made)
  if (!resins.data || !molds.data || !colours.data || !orders.data || reading)
    return <Place title="Plan">Opening the shelf …</Place>
  const stock = { resins: resins.data, molds: molds.data, colours: colours.data }
  if (batchId && known && known.pour.stage !== 'planned' && known.pour.stage !== 'ready') {
    return <AlreadyPoured name={known.batch.request.name} batchId={batchId} />
  }
  const answered = repeats !== null && known && change ? changedFor(change, pouredRequest(known)) : null
  const order = orders.data.find(({ id }) => id === orderAsked) ?? null
  const usual = newDraft(stock, settings)
  const first = known
    ? openedAgain(answered ?? pouredRequest(known), repeats !== null)
    : order
      ? usual && draftFor(order, { usual, stock, made: made ?? [] })
      : (keptDraft() ?? usual)
  if (!first) return isBareShelf(stock) ? whenBare : <EmptyShelf />
  return (
    <Planner
      key={`${batchId ?? repeats ?? order?.id ?? 'new'} ${answered ? change : ''}`}
      orderId={known && batchId ? known.batch.orderId : (order?.id ?? null)}
      first={first}
      stock={stock}
      settings={settings}
      batchId={known && batchId ? batchId : null}
      repeats={known && !batchId ? known.batch.id : null}
      original={before.story ?? null}
      declared={known && batchId ? known.batch.trial : false}
      change={answered && change}
    />
  )
}

/** What is repeated is what the hands did. */
function pouredRequest({ batch, pour }: BatchStory): BatchRequest {
  return pour.stage === 'running' ? asPoured(batch.request, pour.otherwise) : batch.request
}

function causeIn(text: string | null): CauseId | null {
  return text !== null && text in CAUSE_WORDS ? (text as CauseId) : null
}

/** Nothing to plan with at all: whoever has a mold but no resin knows the shelf already. */
function isBareShelf({ resins, molds }: Shelf): boolean {
  return resins.length + molds.length === 0
}

function EmptyShelf() {
  return (
    <Place title="Plan">
      <EmptyPlace title="A plan needs a resin and a mold">
        <p>
          Put the resin you pour and one mold on the shelf; then this place works out what to weigh and when.
        </p>
        <Link className="button button-main mt-4" to="/shelf">
          To the shelf
        </Link>
      </EmptyPlace>
    </Place>
  )
}

function AlreadyPoured({ name, batchId }: { name: string; batchId: string }) {
  return (
    <Place title="Plan">
      <EmptyPlace title={`${name} has been stirred`}>
        <p>What was planned stays as it was. Repeat it as a new plan, or go to the pour.</p>
        <div className="mt-4 flex justify-center gap-3">
          <Link className="button button-main" to={`/plan?repeat=${batchId}`}>
            Repeat it
          </Link>
          <Link className="button button-quiet" to={`/pour/${batchId}`}>
            To the pour
          </Link>
        </div>
      </EmptyPlace>
    </Place>
  )
}

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

function Planner({
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
  const [draft, setDraft] = useState(first)
  const [trial, setTrial] = useState(declared)
  const units = useUnits()
  const nowMs = useNowMs(15_000)
  const taught = useTaught(draft)
  const request = taught(withSpareMolds(draft, stock))
  const checked = checkDraft(request, nowMs)
  const plan = usePlannedBands(checked.request)
  const keep = useKeepPlan({ batchId, repeats, orderId, trial })
  const isNew = batchId === null && repeats === null && orderId === null
  const sound = checked.request !== null
  useEffect(() => {
    if (isNew && sound) keepDraft(draft)
  }, [isNew, sound, draft])
  const choices = useMemo(() => withOwn(stock, draft), [stock, draft])
  const renewed = useMemo(() => renewedFrom(draft, stock), [stock, draft])
  const [search] = useSearchParams()
  const wide = useWide()
  const [open, setOpen] = useState(POUR_DESK)
  // A key is answered first, what follows from it is drawn after that.
  const drawn = useDeferredValue(useDrawn(checked.request, plan.data))
  const change = useStable((changes: Partial<BatchRequest>) => setDraft((last) => ({ ...last, ...changes })))
  const keepMixes = useStable(keep.mixes)
  // Figures stand only while the draft is sound; the drawing stays, for it is what layers are opened by.
  const told = checked.request && !plan.isError ? drawn : null
  const begin = (next: BatchRequest) => {
    setDraft(next)
    setOpen(POUR_DESK)
  }
  const inputs = {
    draft,
    stock: choices,
    problems: checked.problems,
    units,
    paper: checked.request && { request: checked.request, replaces: batchId },
    change,
  }
  const order = draft.pieces.find((each) => kindId(each) === search.get('pattern'))
  if (order && isDrawn(techniqueOn(order, draft)))
    return (
      <PatternPlace order={order}>
        <PatternBench
          key={kindId(order)}
          draft={draft}
          order={order}
          request={checked.request}
          live={plan.data}
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
                begin(newDraft(stock, settings) ?? first)
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
      {original && <LastTime story={original} learned={request.learned} />}
      <ShelfChanged renewed={renewed} onTake={() => setDraft(renewed.request)} />
      <PigmentEdge request={draft} />
      <div className="mt-4 grid items-start gap-6 lg:grid-cols-[19rem_minmax(0,1fr)]">
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
          {plan.isError && (
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

interface Drawn {
  readonly request: BatchRequest
  readonly live: LivePlan
}

/** What was last worked out together: a drawing stays while something in the form is wrong. */
function useDrawn(request: BatchRequest | null, live: LivePlan | undefined): Drawn | null {
  const [last, setLast] = useState<Drawn | null>(null)
  if (request && live && last?.live !== live) setLast({ request, live })
  return last
}

/** The pattern of one mold of the plan; the way back leads to the plan it belongs to. */
function PatternPlace({ order, children }: { order: PieceOrder; children: ReactNode }) {
  const { pathname } = useLocation()
  const [search] = useSearchParams()
  const back = new URLSearchParams(search)
  back.delete('pattern')
  useEffect(() => {
    window.scrollTo(0, 0)
  }, [])
  return (
    <Place
      title={`Pattern: ${kindName(order)}`}
      lead="Where drops and beads go, what that takes, and the face it gives."
      actions={
        <Link className="button button-main" to={`${pathname}?${back}`}>
          Back to the plan
        </Link>
      }
    >
      {children}
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
