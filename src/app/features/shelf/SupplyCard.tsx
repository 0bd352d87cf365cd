import { useState } from 'react'
import * as v from 'valibot'
import { dayOn } from '#core/rack/index.ts'
import { unitOfSupply, worriesOf, type Movement, type SupplyWorry } from '#core/shelf/index.ts'
import { addMovement } from '#data/shelfCommands.ts'
import { issueLines } from '#schema/issues.ts'
import { movementSchema } from '#schema/supply.ts'
import { supplyUnit } from '#words/supply.ts'
import { NumberField } from '#app/components/NumberField.tsx'
import { minorPerUnit, printMoney } from '#app/components/money.ts'
import { useSay } from '#app/components/undo.tsx'
import { calendarDay, dateOf } from '#app/components/when.ts'
import { useNowMs } from '#app/platform/clock.ts'
import { zoneOf } from '#app/platform/rackPlan.ts'
import { useSettings, useUnits } from '#app/platform/queries.ts'
import { useBatchName } from '#app/platform/stories.ts'
import { currencyOf, type KeptSupply } from '#app/platform/stock.ts'
import { usePlatform } from '#app/platform/studio.tsx'

type Entering = 'bought' | 'counted' | 'wasted'

const ENTRY_WORDS: Readonly<Record<Entering, { readonly button: string; readonly label: string }>> = {
  bought: { button: 'Bought', label: 'How much was bought' },
  counted: { button: 'Counted', label: 'How much is there now' },
  wasted: { button: 'Spilt or thrown away', label: 'How much is gone' },
}
const WORRY_WORDS: Readonly<Record<SupplyWorry, string>> = {
  out: 'used up',
  low: 'running low',
  pastBest: 'past its best-before day',
}
const MOST_ENTRIES = 12

/** A supply as it stands, with its book. */
export function SupplyCard({ kept }: { kept: KeptSupply }) {
  const { supply, standing, movements } = kept
  const settings = useSettings()
  const nowMs = useNowMs(60_000)
  const [entering, setEntering] = useState<Entering | null>(null)
  const unit = supplyUnit(unitOfSupply(supply), useUnits())
  const pieces = unitOfSupply(supply) === 'pieces'
  const currency = currencyOf(settings)
  const worries = worriesOf(supply, standing, dayOn(nowMs, zoneOf(settings)))
  return (
    <div>
      <h2 className="text-xl">{supply.name}</h2>
      <p className="font-display text-2xl font-semibold" data-left>
        {unit.printLeft(standing.left)}
      </p>
      {worries.length > 0 && (
        <p className="text-stop font-semibold">{worries.map((worry) => WORRY_WORDS[worry]).join(', ')}</p>
      )}
      <p className="text-ink-soft text-sm">
        {standing.priceMinor === null
          ? 'no price yet'
          : `${printMoney(standing.priceMinor * (pieces ? 1 : 100), currency)} for ${pieces ? 'each' : unit.print(100)}`}
        {supply.bestBefore && `; best before ${calendarDay(supply.bestBefore, nowMs)}`}
        {supply.openedOn && `; opened ${calendarDay(supply.openedOn, nowMs)}`}
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        {(Object.keys(ENTRY_WORDS) as Entering[]).map((kind) => (
          <button
            key={kind}
            className="button button-quiet px-3"
            aria-expanded={entering === kind}
            aria-label={`${ENTRY_WORDS[kind].button}: ${supply.name}`}
            onClick={() => setEntering(entering === kind ? null : kind)}
          >
            {ENTRY_WORDS[kind].button}
          </button>
        ))}
      </div>
      {entering && <EntryForm kept={kept} kind={entering} close={() => setEntering(null)} />}
      {movements.length > 0 && (
        <details className="mt-3 text-sm">
          <summary className="min-h-11 cursor-pointer py-2 font-medium">
            {movements.length} {movements.length === 1 ? 'entry' : 'entries'}
          </summary>
          <ul>
            {movements.slice(0, MOST_ENTRIES).map((movement) => (
              <li key={movement.id} className="border-line border-t py-1">
                <Entry movement={movement} kept={kept} currency={currency} />
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  )
}

function Entry({ movement, kept, currency }: { movement: Movement; kept: KeptSupply; currency: string }) {
  const batchName = useBatchName(movement.kind === 'poured' ? movement.batchId : null)
  const unit = supplyUnit(unitOfSupply(kept.supply), useUnits())
  const amount = unit.print(movement.amount)
  const words = () => {
    switch (movement.kind) {
      case 'bought':
        return `bought ${amount} for ${printMoney(movement.priceMinor, currency)}`
      case 'wasted':
        return `${amount} spilt or thrown away`
      case 'counted': {
        const off = kept.standing.corrections[movement.id] ?? 0
        return `counted ${amount}, ${unit.print(Math.abs(off))} ${off < 0 ? 'less' : 'more'} than believed`
      }
      case 'poured': {
        return `${amount} poured${batchName ? ` for ${batchName}` : ''}`
      }
      default:
        return movement satisfies never
    }
  }
  return (
    <>
      {dateOf(movement.atMs)}: {words()}
      {movement.note && `. ${movement.note}`}
    </>
  )
}

/** One more entry; corrections are entries too. */
function EntryForm({ kept, kind, close }: { kept: KeptSupply; kind: Entering; close: () => void }) {
  const { db, newId, nowMs } = usePlatform()
  const settings = useSettings()
  const say = useSay()
  const [typed, setTyped] = useState(Number.NaN)
  const unit = supplyUnit(unitOfSupply(kept.supply), useUnits())
  const amount = unit.kept(typed)
  const [price, setPrice] = useState(Number.NaN)
  const [note, setNote] = useState('')
  const currency = currencyOf(settings)
  const { supply } = kept
  const entry = {
    id: newId(),
    supplyId: supply.id,
    atMs: nowMs(),
    note,
    kind,
    amount,
    ...(kind === 'bought' && { priceMinor: price * minorPerUnit(currency) }),
  }
  const read = v.safeParse(movementSchema, entry)
  const save = async () => {
    if (!read.success) return
    const { undo } = await addMovement(db, read.output)
    close()
    say(`${supply.name}: noted.`, () => void undo().catch((problem: Error) => say(problem.message)))
  }
  const touched = !Number.isNaN(amount)
  return (
    <form
      className="border-line mt-3 flex flex-col gap-3 rounded-xl border p-3"
      onSubmit={(event) => {
        event.preventDefault()
        void save().catch((problem: Error) => say(problem.message))
      }}
    >
      <NumberField label={`${ENTRY_WORDS[kind].label}, ${unit.label}`} value={typed} onChange={setTyped} />
      {kind === 'bought' && (
        <NumberField label={`Price paid for it, ${currency}`} value={price} onChange={setPrice} />
      )}
      <label className="flex flex-col gap-1 text-sm font-medium">
        Note
        <input className="field font-normal" value={note} onChange={(event) => setNote(event.target.value)} />
      </label>
      {touched && !read.success && (
        <p className="text-stop text-sm" role="status">
          {issueLines(read.issues)[0]?.replace(/^[\w.]+: /, '')}
        </p>
      )}
      <button className="button button-main self-start" disabled={!read.success}>
        Put it in the book
      </button>
    </form>
  )
}
