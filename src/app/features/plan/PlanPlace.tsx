import { type ReactNode } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { type BatchRequest } from '#core/batch/index.ts'
import type { CauseId } from '#core/journal/index.ts'
import { asPoured, changedFor } from '#core/plan/index.ts'
import { type Shelf } from '#core/shelf/index.ts'
import { CAUSE_WORDS } from '#words/diagnosis.ts'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { useColours, useMolds, useOrders, useResins, useSettings } from '#app/platform/queries.ts'
import { useBriefs, useStory, type BatchStory } from '#app/platform/stories.ts'
import { keptDraft, newDraft } from './draft.ts'
import { draftFor, openedAgain } from './firstDraft.ts'
import { Planner } from './Planner.tsx'

/** The planner of a new plan, of one that is changed, of a repeat, or for an order. */
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
