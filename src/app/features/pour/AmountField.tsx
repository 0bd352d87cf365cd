import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'

interface AmountFieldProps {
  readonly label: string
  readonly units: UnitChoice
  /** Null while nothing is said. */
  readonly g: number | null
  readonly mostG: number
  readonly onChange: (g: number | null) => void
}

/** An amount of resin as a person says it: more than nothing, and no more than there can be. */
export function AmountField({ label, units, g, mostG, onChange }: AmountFieldProps) {
  const isWrong = g !== null && !Number.isNaN(g) && !isAmount(g, mostG)
  return (
    <QuantityField
      label={label}
      dimension="mass"
      unit={units.mass}
      value={g}
      emptyAllowed
      onChange={onChange}
      problem={
        isWrong ? `Expected more than nothing, and at most ${printQuantity(mostG, units.mass)}.` : undefined
      }
    />
  )
}

export function isAmount(g: number | null, mostG: number): g is number {
  return g !== null && g > 0 && g <= mostG
}
