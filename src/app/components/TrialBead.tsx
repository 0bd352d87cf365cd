import { useState } from 'react'
import { LEAST_HOLE_MM, MOST_HOLE_MM } from '#core/batch/index.ts'
import { holeOfBeadMm } from '#core/pattern/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { QuantityField } from './QuantityField.tsx'

interface TrialBeadProps {
  readonly units: UnitChoice
  readonly take: (holeMm: number) => void
}

/** A bead laid on paper tells the hole that was cut. */
export function TrialBead({ units, take }: TrialBeadProps) {
  const [widthMm, setWidthMm] = useState<number | null>(null)
  const holeMm =
    widthMm === null || Number.isNaN(widthMm) ? null : Math.round(10 * holeOfBeadMm(widthMm)) / 10
  const usable = holeMm !== null && holeMm >= LEAST_HOLE_MM && holeMm <= MOST_HOLE_MM
  return (
    <div className="col-span-2 grid grid-cols-[1fr_auto] items-end gap-3" data-trial-bead>
      <QuantityField
        label="Trial bead on paper: its width"
        dimension="length"
        unit={units.length}
        value={widthMm}
        emptyAllowed
        onChange={setWidthMm}
        hint="Cut by eye, the hole is what its bead says: press one out on paper, measure across."
        problem={
          holeMm === null || usable
            ? undefined
            : `That would be a hole of ${printQuantity(holeMm, units.length)}; expected ${printQuantity(LEAST_HOLE_MM, units.length)} to ${printQuantity(MOST_HOLE_MM, units.length)}.`
        }
      />
      <button
        type="button"
        className="button button-quiet min-h-11"
        disabled={!usable}
        onClick={() => usable && take(holeMm)}
      >
        {usable ? `It is ${printQuantity(holeMm, units.length)}` : 'Take the hole'}
      </button>
    </div>
  )
}
