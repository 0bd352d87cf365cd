import { useState } from 'react'
import type { BatchRequest } from '#core/batch/index.ts'
import { WARMER_K, type Bubbles } from '#core/plan/index.ts'
import { bathMin } from '#core/resin/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { wordBath, wordBubbles, wordWarmer } from '#words/bubbles.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { useBubbles } from '#app/platform/queries.ts'

interface BubblesToldProps {
  readonly request: BatchRequest
  readonly units: UnitChoice
}

/** Which bubbles leave cup and bed by themselves, and what parts out of a water bath gain and cost; worked out when it is opened. */
export function BubblesTold({ request, units }: BubblesToldProps) {
  const [isOpen, setIsOpen] = useState(false)
  const fromC = request.partsTempC ?? request.roomTempC
  const [warmTo, setWarmTo] = useState<number | null>(null)
  const toC = warmTo ?? fromC + WARMER_K
  const warmerK = Number.isFinite(toC) ? Math.min(MOST_WARMER_K, Math.max(0, toC - fromC)) : WARMER_K
  const told = useBubbles(request, { asked: isOpen, warmerK })
  return (
    <details
      className="sheet no-print"
      onToggle={(event) => setIsOpen(event.currentTarget.open)}
      data-bubbles
    >
      <summary className="font-display min-h-11 cursor-pointer content-center text-xl font-semibold">
        Which bubbles leave by themselves, and warmer parts
      </summary>
      {!isOpen ? null : told.data ? (
        <div className="max-w-prose">
          {wordBubbles(told.data, units).map((sentence) => (
            <p key={sentence} className="mt-1">
              {sentence}
            </p>
          ))}
          <p className="text-ink-soft mt-2 text-sm">
            A bubble rises by its size squared through the flow the resin still has: Stokes 1851, for a
            surface that is stiff with what floats on it. A clean one (Hadamard, Rybczynski 1911) is a fifth
            smaller and still leaves. The cup is taken as high as it is wide.
          </p>
          <WarmedParts told={told.data} {...{ fromC, toC, setWarmTo, units }} />
        </div>
      ) : (
        <p>{told.error ? told.error.message : 'Working it out …'}</p>
      )}
    </details>
  )
}

/** Beyond that no label goes, and no water is touched with pleasure. */
const MOST_WARMER_K = 40
/** Hand-warm water, and a bottle of half a litre. */
const USUAL_WATER_C = 40
const USUAL_ACROSS_MM = 70

interface WarmedPartsProps {
  readonly told: Bubbles
  readonly fromC: number
  readonly toC: number
  readonly setWarmTo: (toC: number | null) => void
  readonly units: UnitChoice
}

/** Parts out of a water bath: how long they stand in it, and what it does to this pour. */
function WarmedParts({ told, fromC, toC, setWarmTo, units }: WarmedPartsProps) {
  const [waterC, setWaterC] = useState<number | null>(USUAL_WATER_C)
  const [acrossMm, setAcrossMm] = useState<number | null>(USUAL_ACROSS_MM)
  const bath = { waterC: waterC ?? NaN, fromC, toC, acrossMm: acrossMm ?? NaN }
  const isWhole = Object.values(bath).every(Number.isFinite) && bath.acrossMm > 0
  return (
    <section className="border-line mt-4 border-t pt-3" aria-labelledby="warmed-parts" data-water-bath>
      <h3 id="warmed-parts" className="mb-2 text-base">
        Parts out of a water bath
      </h3>
      <div className="grid grid-cols-1 gap-4 sm:grid-cols-3">
        <QuantityField
          label="Water"
          dimension="temperature"
          unit={units.temperature}
          value={waterC}
          onChange={setWaterC}
        />
        <QuantityField
          label="Parts warmed to"
          dimension="temperature"
          unit={units.temperature}
          value={toC}
          onChange={setWarmTo}
        />
        <QuantityField
          label="Bottle across"
          dimension="length"
          unit={units.length}
          value={acrossMm}
          onChange={setAcrossMm}
        />
      </div>
      {isWhole && (
        <>
          {told.warmer.refusedFor === null && <p className="mt-2">{wordBath(bath, bathMin(bath), units)}</p>}
          <p className="mt-1" role="status">
            {wordWarmer(told, units)}
          </p>
        </>
      )}
      <p className="text-ink-soft mt-2 text-sm">
        Lids shut, and dry the bottles before they are opened: a drop of water clouds the resin and foams in
        some hardeners. No stove, no flame, and no warmer than the product’s own sheet allows. Once they are
        mixed that warm, say so above, where A and B are mixed at. Time in the bath is of resin that stands
        still in a long bottle (Carslaw and Jaeger 1959).
      </p>
    </section>
  )
}
