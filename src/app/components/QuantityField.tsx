import { useId, useState } from 'react'
import {
  fromInner,
  parseAmount,
  parseQuantity,
  printQuantity,
  unitOf,
  type Dimension,
  type ParseProblem,
  type UnitId,
} from '#core/units/index.ts'

interface QuantityFieldProps {
  readonly label: string
  readonly dimension: Dimension
  readonly unit: UnitId
  /** In the inner unit; NaN where what was typed is not a quantity, null where the field may stay empty. */
  readonly value: number | null
  readonly onChange: (value: number | null) => void
  readonly hint?: string
  readonly emptyAllowed?: boolean
  /** Of a volume that may be said by weight as well: "60 g". */
  readonly gPerMl?: number
  /** What is wrong with the value itself, from the schema. */
  readonly problem?: string | undefined
}

/** A quantity as people type it ("2 oz", "1/2 cup", "143g"), read back in the person's unit. */
export function QuantityField(props: QuantityFieldProps) {
  const { label, dimension, unit, value, onChange, hint, emptyAllowed = false } = props
  const id = useId()
  const [typed, setTyped] = useState<string | null>(null)
  const shown = typed ?? plainText(value, unit)
  const read = quantityOf(shown, props)
  const blank = emptyAllowed && shown.trim() === ''
  const problem = !read.ok && !blank ? wordParseProblem(read.problem, dimension, unit) : props.problem
  const said =
    read.ok && read.value.unit.id !== unit ? `= ${printQuantity(read.value.value, unit)}` : unitOf(unit).label

  const change = (text: string) => {
    setTyped(text)
    const next = quantityOf(text, props)
    onChange(next.ok ? next.value.value : emptyAllowed && text.trim() === '' ? null : Number.NaN)
  }

  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="text-sm font-medium">
        {label}
      </label>
      <div className="flex flex-wrap items-center gap-x-2">
        <input
          id={id}
          className="field w-auto min-w-20 flex-1"
          inputMode="decimal"
          autoComplete="off"
          value={shown}
          onChange={(event) => change(event.target.value)}
          onBlur={() => read.ok && setTyped(null)}
          aria-invalid={problem !== undefined}
          aria-describedby={`${id}-said ${id}-hint`}
        />
        <span id={`${id}-said`} className="text-ink-soft min-w-10 text-sm whitespace-nowrap">
          {said}
        </span>
      </div>
      <p
        id={`${id}-hint`}
        className={problem ? 'text-stop text-sm font-medium' : 'text-ink-soft text-sm empty:hidden'}
      >
        {problem ?? hint}
      </p>
    </div>
  )
}

/** What was typed, in the inner unit of the field's own dimension; a weight as the volume it comes to where the field takes one. */
function quantityOf(text: string, { dimension, unit, gPerMl }: QuantityFieldProps) {
  return gPerMl === undefined
    ? parseQuantity(text, [dimension], unit)
    : parseAmount(text, { dimensions: [dimension], bareUnit: unit, gPerMl })
}

function plainText(value: number | null, unit: UnitId): string {
  if (value === null || Number.isNaN(value)) return ''
  return String(Number(fromInner(value, unitOf(unit)).toFixed(2)))
}

const EXAMPLES: Readonly<Record<Dimension, readonly [metric: string, us: string]>> = {
  mass: ['143 g', '5 oz or 1 lb 3 oz'],
  volume: ['55 ml', '2 fl oz or 1/2 cup'],
  length: ['5 mm', '1/4 in or 1\' 2"'],
  temperature: ['21 °C', '70 °F'],
  time: ['5 min, 1 h 30 or 1:30', '5 min, 1 h 30 or 1:30'],
  viscosity: ['900 mPa·s, 900 cP', '900 mPa·s, 900 cP'],
}
const US_UNITS: readonly UnitId[] = ['oz-wt', 'lb', 'fl-oz', 'in', 'ft', 'F']

function wordParseProblem(problem: ParseProblem, dimension: Dimension, unit: UnitId): string {
  const example = `Expected ${EXAMPLES[dimension][US_UNITS.includes(unit) ? 1 : 0]}.`
  switch (problem.kind) {
    case 'empty':
      return `Nothing here. ${example}`
    case 'notANumber':
      return `“${problem.text}” is not a number. ${example}`
    case 'unknownUnit':
      return `“${problem.text}” is not a unit of ${dimension}. ${example}`
    case 'whichComma':
      return `Is that ${problem.asPoint}? Then write a point; a comma parts thousands, as in 1,000.`
    case 'whichOunce':
      return 'Which ounce: by weight (oz wt) or by volume (fl oz)?'
    default:
      return problem satisfies never
  }
}
