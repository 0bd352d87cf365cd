import { useState } from 'react'
import { bedForMix, moldsFull, type BatchRequest } from '#core/batch/index.ts'
import { printQuantity } from '#core/units/index.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { useUnits } from '#app/platform/queries.ts'

interface AmountProps {
  readonly draft: BatchRequest
  readonly begin: (request: BatchRequest) => void
}

const inHundredths = (mm: number) => Math.round(100 * mm) / 100

/** So much resin is there: the beds lie as deep as it goes. */
export function SoMuchResin({ draft, begin }: AmountProps) {
  const units = useUnits()
  const [totalG, setTotalG] = useState<number | null>(null)
  const bedMm = totalG === null || !(totalG > 0) ? null : bedForMix(draft, totalG)
  return (
    <section className="border-line mt-4 border-t pt-3" aria-labelledby="much-heading">
      <h3 id="much-heading" className="text-lg">
        So much resin, for the pieces of this plan
      </h3>
      <div className="grid grid-cols-[1fr_auto] items-end gap-3">
        <QuantityField
          label="A and B together"
          dimension="mass"
          unit={units.mass}
          value={totalG}
          emptyAllowed
          onChange={setTotalG}
          hint={
            bedMm !== null
              ? `It lies ${printQuantity(bedMm, units.length)} deep.`
              : totalG === null
                ? 'The beds are made as deep as it goes.'
                : 'More than these molds take, or less than covers their floors.'
          }
        />
        <button
          className="button button-quiet mb-6"
          disabled={bedMm === null}
          onClick={() => bedMm !== null && begin({ ...draft, bedMm: inHundredths(bedMm) })}
        >
          So deep
        </button>
      </div>
    </section>
  )
}

/** The molds are filled up to the lip that is left free: what they hold together says how much is stirred. */
export function FullMolds({ draft, begin }: AmountProps) {
  const units = useUnits()
  const full = moldsFull(draft)
  return (
    <section className="border-line mt-4 border-t pt-3" aria-labelledby="full-heading">
      <h3 id="full-heading" className="text-lg">
        The molds are full
      </h3>
      {full ? (
        <div className="flex flex-wrap items-center gap-3">
          <p className="min-w-40 flex-1 text-sm" data-full>
            Together they hold {printQuantity(full.brimMl, units.volume)} to the brim, and{' '}
            {printQuantity(full.pouredMl, units.volume)} with {printQuantity(draft.lipMm, units.length)} of
            lip left free and everything that is laid over the bed.
          </p>
          {full.bedMm === null ? (
            <p className="text-sm">They are full as planned.</p>
          ) : (
            <button
              className="button button-quiet"
              onClick={() => begin({ ...draft, bedMm: inHundredths(full.bedMm!) })}
            >
              Fill them
            </button>
          )}
        </div>
      ) : (
        <p className="text-sm">
          The layers over the bed leave it no room: make them thinner, or the lip lower.
        </p>
      )}
    </section>
  )
}
