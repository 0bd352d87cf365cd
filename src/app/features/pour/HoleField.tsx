import { useState } from 'react'
import { LEAST_HOLE_MM, MOST_HOLE_MM } from '#core/batch/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { TrialBead } from '#app/components/TrialBead.tsx'

interface HoleFieldProps {
  readonly holeMm: number
  readonly units: UnitChoice
  readonly cut: (mm: number) => Promise<void>
}

/** The bag's hole as it is cut now: what is still to be laid goes by it. */
export function HoleField({ holeMm, units, cut }: HoleFieldProps) {
  const [mm, setMm] = useState<number | null>(holeMm)
  const usable = mm !== null && mm >= LEAST_HOLE_MM && mm <= MOST_HOLE_MM && mm !== holeMm
  return (
    <div className="mt-4 grid grid-cols-[1fr_auto] items-end gap-3">
      <QuantityField
        label="The hole is now"
        dimension="length"
        unit={units.length}
        value={mm}
        onChange={setMm}
        problem={
          mm === null || usable || mm === holeMm
            ? undefined
            : `Expected ${printQuantity(LEAST_HOLE_MM, units.length)} to ${printQuantity(MOST_HOLE_MM, units.length)}.`
        }
      />
      <button className="button min-h-16" disabled={!usable} onClick={() => usable && void cut(mm)}>
        It is cut
      </button>
      <TrialBead units={units} take={(width) => void cut(width)} />
    </div>
  )
}
