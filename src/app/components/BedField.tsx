import { useId, useState } from 'react'
import type { BedSaid } from '#core/batch/index.ts'
import { fromInner, parseAmount, printQuantity, unitOf, type UnitChoice } from '#core/units/index.ts'

interface BedFieldProps {
  readonly label: string
  readonly units: UnitChoice
  /** Of the resin as it is mixed, for what is said by weight. */
  readonly gPerMl: number
  /** What it comes to where nothing is said. */
  readonly usual: string
  readonly bed: BedSaid | undefined
  readonly onChange: (bed: BedSaid | undefined) => void
}

/** How much of the bed lies in each piece, as people say it: "5 mm", "50 ml", "60 g", "2 fl oz"; nothing takes what is usual. */
export function BedField({ label, units, gPerMl, usual, bed, onChange }: BedFieldProps) {
  const id = useId()
  const [typed, setTyped] = useState<string | null>(null)
  const shown = typed ?? textOf(bed, units)
  const read = shown.trim() === '' ? undefined : bedOf(shown, units, gPerMl)
  const problem =
    read === null
      ? `Expected ${units.length === 'in' ? '2 fl oz, 2 oz by weight or 0.2 in' : '5 mm, 50 ml or 60 g'}.`
      : undefined
  const change = (text: string) => {
    setTyped(text)
    const next = text.trim() === '' ? undefined : bedOf(text, units, gPerMl)
    if (next !== null) onChange(next)
  }
  return (
    <div className="flex flex-col gap-1 text-sm">
      <label htmlFor={id} className="font-medium">
        {label}
      </label>
      <input
        id={id}
        className="field text-base"
        inputMode="text"
        autoComplete="off"
        placeholder={usual}
        value={shown}
        onChange={(event) => change(event.target.value)}
        onBlur={() => read !== null && setTyped(null)}
        aria-invalid={problem !== undefined}
        aria-describedby={`${id}-said`}
      />
      <p id={`${id}-said`} className="text-stop empty:hidden">
        {problem}
      </p>
    </div>
  )
}

/** What was typed as a bed; null where it is none. */
function bedOf(text: string, units: UnitChoice, gPerMl: number): BedSaid | null {
  const read = parseAmount(text, { dimensions: ['length', 'volume'], bareUnit: units.length, gPerMl })
  if (!read.ok || !(read.value.value > 0)) return null
  const { value, dimension } = read.value
  return dimension === 'length' ? { by: 'depth', mm: value } : { by: 'volume', ml: value }
}

function textOf(bed: BedSaid | undefined, units: UnitChoice): string {
  if (!bed) return ''
  if (bed.by === 'depth') return printQuantity(bed.mm, units.length)
  return `${Number(fromInner(bed.ml, unitOf(units.volume)).toFixed(2))} ${unitOf(units.volume).label}`
}
