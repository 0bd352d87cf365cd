import { useState } from 'react'
import { Link } from 'react-router'
import { Plus, X } from 'lucide-react'
import * as v from 'valibot'
import type { Mold } from '#core/mold/index.ts'
import { orderProgress, type LineProgress, type Order } from '#core/shelf/index.ts'
import { setOrder } from '#data/batchCommands.ts'
import { removeItem, saveItem } from '#data/shelfCommands.ts'
import { issueLines } from '#schema/issues.ts'
import { orderSchema } from '#schema/order.ts'
import { CountField } from '#app/components/CountField.tsx'
import { MoldDrawing } from '#app/components/MoldDrawing.tsx'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { useSay } from '#app/components/undo.tsx'
import { calendarDay, localField } from '#app/components/when.ts'
import { useNowMs } from '#app/platform/clock.ts'
import { orderedPieces, runsFor } from '#app/platform/orders.ts'
import { useMolds, useOrders } from '#app/platform/queries.ts'
import { useBriefs, useFreeBatches } from '#app/platform/stories.ts'
import { usePlatform } from '#app/platform/studio.tsx'

/** Sets and commissions: what was asked for, what is good, what is still missing. */
export function OrdersPlace() {
  const orders = useOrders().data
  const molds = useMolds().data
  const [editing, setEditing] = useState<Order | null>(null)
  const { newId } = usePlatform()
  if (!orders || !molds) return <Place title="Sets and commissions">Opening …</Place>
  const [first] = molds
  const fresh = first && {
    id: newId(),
    name: '',
    dueOn: null,
    lines: [{ moldId: first.id, moldName: first.name, count: 4 }],
    note: '',
  }
  return (
    <Place
      title="Sets and commissions"
      lead="What was asked for, what came out good, and what is still to be poured."
      actions={
        fresh && (
          <button className="button button-main" onClick={() => setEditing(fresh)}>
            A new one
          </button>
        )
      }
    >
      {editing && <OrderForm key={editing.id} first={editing} molds={molds} close={() => setEditing(null)} />}
      {orders.length === 0 && !editing && (
        <EmptyPlace title="Nothing is asked for">
          <p>
            Write down a set or a commission with its day; plans made for it are worked backwards from that
            day.
          </p>
        </EmptyPlace>
      )}
      <ul className="grid grid-cols-1 gap-5 lg:grid-cols-2">
        {orders.map((order) => (
          <OrderCard key={order.id} order={order} molds={molds} edit={() => setEditing(order)} />
        ))}
      </ul>
    </Place>
  )
}

interface OrderCardProps {
  readonly order: Order
  readonly molds: readonly Mold[]
  readonly edit: () => void
}

function OrderCard({ order, molds, edit }: OrderCardProps) {
  const { db } = usePlatform()
  const nowMs = useNowMs(60_000)
  const say = useSay()
  const fail = (problem: Error) => say(problem.message)
  const made = useBriefs({ index: 'orderId', value: order.id }) ?? []
  const own = runsFor(order, made)
  const free = useFreeBatches()
  const progress = orderProgress(order, orderedPieces(order, made))
  const missing = progress.reduce((sum, line) => sum + line.missing, 0)
  const remove = async () => {
    const removed = await removeItem(db, 'orders', order.id)
    say(`${order.name} is taken off.`, () => void removed?.restore().catch(fail))
  }
  return (
    <li className="sheet min-w-0" data-order={order.id}>
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 className="text-xl">{order.name}</h2>
        <p className="text-ink-soft">
          {order.dueOn ? `for ${calendarDay(order.dueOn, nowMs)}` : 'no day named'}
        </p>
      </div>
      <ul className="my-3">
        {progress.map((line) => (
          <Line
            key={`${line.moldId} ${line.colourway ?? ''}`}
            line={line}
            mold={molds.find(({ id }) => id === line.moldId)}
          />
        ))}
      </ul>
      {order.note && <p className="text-ink-soft text-sm">{order.note}</p>}
      <ul className="text-sm">
        {own.map(({ id, name, stage }) => (
          <li key={id} className="flex items-center gap-2">
            <Link to={stage === 'running' ? `/log/${id}` : `/plan/${id}`}>{name}</Link>
            <button
              className="button button-quiet px-3"
              aria-label={`${name} is not for ${order.name}`}
              onClick={() => void setOrder(db, id, null).catch(fail)}
            >
              <X className="size-4" aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap gap-2">
        {missing > 0 && (
          <Link className="button button-main" to={`/plan?order=${order.id}`}>
            Plan the {missing === 1 ? 'missing piece' : `${missing} missing`}
          </Link>
        )}
        {free.length > 0 && (
          <select
            className="field w-auto max-w-full"
            aria-label={`A batch that is for ${order.name}`}
            value=""
            onChange={(event) => void setOrder(db, event.target.value, order.id).catch(fail)}
          >
            <option value="">A batch is for this …</option>
            {free.map(({ id, request }) => (
              <option key={id} value={id}>
                {request.name}
              </option>
            ))}
          </select>
        )}
        <button className="button button-quiet" aria-label={`Change ${order.name}`} onClick={edit}>
          Change
        </button>
        <button
          className="button button-quiet"
          aria-label={`Take off ${order.name}`}
          onClick={() => void remove().catch(fail)}
        >
          Take off
        </button>
      </div>
    </li>
  )
}

/** One kind of piece: a mark for each, filled when it is good. */
function Line({ line, mold }: { line: LineProgress; mold: Mold | undefined }) {
  return (
    <li
      className="border-line flex items-center gap-3 border-t py-2 first:border-t-0"
      data-line={line.moldId}
    >
      {mold && <MoldDrawing outline={mold.outline} title={mold.name} className="size-10 shrink-0" />}
      <p>
        <span className="font-semibold">
          {line.count} {line.moldName}
          {line.colourway && `, ${line.colourway}`}:
        </span>{' '}
        {line.good} good, {line.underWay} under way,{' '}
        <span className={line.missing > 0 ? 'text-stop font-semibold' : 'text-good'}>
          {line.missing > 0 ? `${line.missing} missing` : 'none missing'}
        </span>
      </p>
    </li>
  )
}

interface OrderFormProps {
  readonly first: Order
  readonly molds: readonly Mold[]
  readonly close: () => void
}

function OrderForm({ first, molds, close }: OrderFormProps) {
  const { db } = usePlatform()
  const say = useSay()
  const [draft, setDraft] = useState(first)
  const today = localField(useNowMs(60_000)).slice(0, 10)
  const change = (changes: Partial<Order>) => setDraft((last) => ({ ...last, ...changes }))
  const read = v.safeParse(orderSchema, draft)
  // An order whose day has passed may still be changed in everything else.
  const duePast = draft.dueOn !== first.dueOn && draft.dueOn !== null && draft.dueOn < today
  const problem = duePast
    ? 'due day is in the past, expected a day still to come, or none'
    : issueLines(read.issues ?? [])[0]?.replace(/^[\w.]+: /, '')
  const save = async () => {
    if (!read.success || duePast) return
    const { undo } = await saveItem(db, 'orders', read.output)
    say(
      `${read.output.name} is written down.`,
      () => void undo().catch((problem: Error) => say(problem.message)),
    )
    close()
  }
  const next = molds.find(({ id }) => !draft.lines.some(({ moldId }) => moldId === id)) ?? molds[0]!
  const setLine = (k: number, changes: Partial<Order['lines'][number]>) =>
    change({ lines: draft.lines.map((line, at) => (at === k ? { ...line, ...changes } : line)) })
  return (
    <form
      className="sheet border-press mb-5 flex flex-col gap-4 border-2"
      onSubmit={(event) => {
        event.preventDefault()
        void save().catch((problem: Error) => say(problem.message))
      }}
    >
      <div className="grid grid-cols-1 gap-4 sm:grid-cols-2">
        <label className="flex flex-col gap-1 text-sm font-medium">
          What it is for
          <input
            className="field text-base font-normal"
            value={draft.name}
            onChange={(event) => change({ name: event.target.value })}
          />
        </label>
        <label className="flex flex-col gap-1 text-sm font-medium">
          Ready for use on
          <input
            type="date"
            className="field font-normal"
            value={draft.dueOn ?? ''}
            onChange={(event) => change({ dueOn: event.target.value || null })}
          />
        </label>
      </div>
      {draft.lines.map((line, k) => (
        <div key={k} className="flex flex-wrap items-center gap-2">
          <select
            className="field w-auto max-w-full"
            aria-label={`Mold ${k + 1}`}
            value={line.moldId}
            onChange={(event) => {
              const mold = molds.find(({ id }) => id === event.target.value)
              if (mold) setLine(k, { moldId: mold.id, moldName: mold.name })
            }}
          >
            {molds.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
          <input
            className="field w-36"
            aria-label={`Colourway of the ${line.moldName}`}
            placeholder="any colours"
            value={line.colourway ?? ''}
            onChange={(event) => setLine(k, { colourway: event.target.value || undefined })}
          />
          <CountField
            label={`Pieces of ${line.moldName}`}
            value={line.count}
            onChange={(count) => setLine(k, { count })}
          />
          {draft.lines.length > 1 && (
            <button
              type="button"
              className="button button-quiet px-3"
              aria-label={`Leave out ${line.moldName}`}
              onClick={() => change({ lines: draft.lines.filter((_line, at) => at !== k) })}
            >
              <X className="size-4" aria-hidden />
            </button>
          )}
        </div>
      ))}
      <button
        type="button"
        className="button button-quiet self-start"
        onClick={() =>
          change({ lines: [...draft.lines, { moldId: next.id, moldName: next.name, count: 1 }] })
        }
      >
        <Plus className="size-4" aria-hidden /> Another mold or colourway
      </button>
      <label className="flex flex-col gap-1 text-sm font-medium">
        Note
        <input
          className="field font-normal"
          value={draft.note}
          onChange={(event) => change({ note: event.target.value })}
        />
      </label>
      {problem && draft.name !== '' && (
        <p className="text-stop text-sm" role="status">
          {problem}
        </p>
      )}
      <div className="flex gap-2">
        <button className="button button-main" disabled={!read.success || duePast}>
          Write it down
        </button>
        <button type="button" className="button button-quiet" onClick={close}>
          Leave as it was
        </button>
      </div>
    </form>
  )
}
