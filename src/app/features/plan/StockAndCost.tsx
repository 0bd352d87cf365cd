import type { BatchRequest } from '#core/batch/index.ts'
import type { RackOutline } from '#core/rack/index.ts'
import {
  AT_POUR,
  costOfBatch,
  moldLife,
  needsOf,
  priceFor,
  takenFrom,
  unitOfSupply,
  type BatchCost,
  type Need,
} from '#core/shelf/index.ts'
import { saveSettings } from '#data/shelfCommands.ts'
import type { Money } from '#schema/usual.ts'
import { supplyUnit } from '#words/supply.ts'
import { Callout } from '#app/components/Callout.tsx'
import { NumberField } from '#app/components/NumberField.tsx'
import { minorPerUnit, printMoney } from '#app/components/money.ts'
import { useSay } from '#app/components/undo.tsx'
import { useSettings, useUnits } from '#app/platform/queries.ts'
import { currencyOf, useCare, useSupplies, type KeptSupply } from '#app/platform/stock.ts'
import { usePlatform } from '#app/platform/studio.tsx'

/** Whether the shelf holds what the batch takes, and what a piece of it costs. */
export function StockAndCost({ request, outline }: { request: BatchRequest; outline: RackOutline }) {
  const supplies = useSupplies()
  const care = useCare()
  const settings = useSettings()
  const spoilt = request.pieces.flatMap(({ mold }) => {
    const { state } = moldLife(mold, care.find(({ id }) => id === mold.id) ?? null, 0)
    return state === 'fine' ? [] : [`${mold.name} is ${state === 'damaged' ? 'damaged' : 'laid aside'}`]
  })
  if (!supplies || (supplies.length === 0 && spoilt.length === 0)) return null
  const needs = needsOf(request)
  const cost = costOfBatch({
    request,
    needs,
    supplies: supplies.map(({ supply }) => supply),
    standings: Object.fromEntries(supplies.map(({ supply, standing }) => [supply.id, standing])),
    care,
    handsMin: outline.pourHandsMin + outline.jobs.reduce((sum, { handsMin }) => sum + handsMin, 0),
    hourlyMinor: settings.money.hourlyMinor,
  })
  return (
    <section className="sheet no-print" aria-labelledby="stock-heading" data-stock>
      <h2 id="stock-heading" className="mb-3 text-xl">
        On the shelf, and what it costs
      </h2>
      {spoilt.length > 0 && (
        <div className="mb-3">
          <Callout gravity="warn" title={spoilt.join(', ')}>
            So its book on the shelf says. Mend it, take another mold, or put it back in use there.
          </Callout>
        </div>
      )}
      <Shortages request={request} needs={needs} supplies={supplies} />
      <CostLines cost={cost} />
      <PriceHelper cost={cost} />
    </section>
  )
}

interface ShortagesProps {
  readonly request: BatchRequest
  readonly needs: readonly Need[]
  readonly supplies: readonly KeptSupply[]
}

function Shortages({ request, needs, supplies }: ShortagesProps) {
  const units = useUnits()
  const taken = supplies.map(({ supply, standing }) => {
    const times = [...new Set([AT_POUR, ...needs.map(({ at }) => at)])]
    const need = times.reduce((sum, at) => sum + takenFrom(supply, needs, request, at), 0)
    return { supply, need, left: standing.left, unit: supplyUnit(unitOfSupply(supply), units) }
  })
  const short = taken.filter(({ need, left }) => need > 0 && need > left)
  if (short.length === 0)
    return <p className="text-good mb-3 font-medium">The shelf holds all that is kept count of.</p>
  return (
    <div className="mb-3">
      <Callout gravity="warn" title="The shelf is short">
        <ul className="list-disc pl-4">
          {short.map(({ supply, need, left, unit }) => (
            <li key={supply.id}>
              {supply.name}: {unit.print(need)} needed,{' '}
              {left < 0 ? unit.printLeft(left) : `${unit.print(left)} there`}
            </li>
          ))}
        </ul>
      </Callout>
    </div>
  )
}

function CostLines({ cost }: { cost: BatchCost }) {
  const currency = currencyOf(useSettings())
  const lines = [
    ['In the pieces', cost.materialsMinor],
    ['Left in cups and bags', cost.wasteMinor],
    ['Used up', cost.consumablesMinor],
    ['Mold wear', cost.moldsMinor],
    ['Time', cost.timeMinor],
  ] as const
  return (
    <>
      <table className="w-full max-w-md text-sm">
        <tbody>
          {lines.map(([name, minor]) => (
            <tr key={name}>
              <th scope="row" className="py-0.5 text-left font-normal">
                {name}
              </th>
              <td className="text-right">{printMoney(minor, currency)}</td>
            </tr>
          ))}
          <tr className="border-line border-t font-semibold">
            <th scope="row" className="py-1 text-left">
              Each of {cost.pieces} {cost.pieces === 1 ? 'piece' : 'pieces'}
            </th>
            <td className="text-right" data-per-piece>
              {printMoney(cost.perPieceMinor, currency)}
            </td>
          </tr>
        </tbody>
      </table>
      {cost.unpriced.length > 0 && (
        <p className="text-ink-soft mt-1 text-sm">Not counted, no price yet: {cost.unpriced.join(', ')}.</p>
      )}
    </>
  )
}

/** A price from the cost: what is wanted on top, and what a market keeps. */
function PriceHelper({ cost }: { cost: BatchCost }) {
  const { db } = usePlatform()
  const settings = useSettings()
  const say = useSay()
  const { money } = settings
  const currency = currencyOf(settings)
  const perUnit = minorPerUnit(currency)
  const change = (changes: Partial<Money>) => {
    const next = { ...money, ...changes }
    const sound =
      next.hourlyMinor >= 0 &&
      next.hourlyMinor <= 1e7 &&
      next.marginFrac >= 0 &&
      next.marginFrac <= 100 &&
      next.feeFrac >= 0 &&
      next.feeFrac <= 0.9
    if (sound)
      void saveSettings(db, { ...settings, money: next }).catch((problem: Error) => say(problem.message))
  }
  return (
    <div className="mt-4">
      <div className="grid grid-cols-1 gap-3 sm:grid-cols-3">
        <NumberField
          label={`An hour of yours, ${currency}`}
          value={money.hourlyMinor / perUnit}
          onChange={(hour) => change({ hourlyMinor: hour * perUnit })}
        />
        <NumberField
          label="On top of the cost, %"
          value={Math.round(1000 * money.marginFrac) / 10}
          onChange={(percent) => change({ marginFrac: percent / 100 })}
        />
        <NumberField
          label="The market keeps, %"
          value={Math.round(1000 * money.feeFrac) / 10}
          onChange={(percent) => change({ feeFrac: percent / 100 })}
        />
      </div>
      <p className="mt-3">
        A price that pays for it:{' '}
        <strong data-price>{printMoney(priceFor(cost.perPieceMinor, money, perUnit), currency)}</strong> a
        piece, rounded up.
      </p>
    </div>
  )
}
