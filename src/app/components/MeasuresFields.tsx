import type { UnitChoice } from '#core/units/index.ts'
import { QuantityField } from './QuantityField.tsx'

interface Measure<Name extends string> {
  readonly name: Name
  readonly label: string
  readonly hint?: string
}

interface MeasuresFieldsProps<Name extends string> {
  readonly legend: string
  readonly hint?: string
  /** Null where nothing is said. */
  readonly value: Readonly<Record<Name, number>> | null
  readonly measures: readonly Measure<Name>[]
  readonly units: UnitChoice
  /** What is wrong with one of them, by its name. */
  readonly problems?: Readonly<Partial<Record<Name, string | undefined>>>
  /** One that is still missing is not a number, and refused by name where it is kept. */
  readonly onChange: (value: Readonly<Record<Name, number>> | null) => void
}

/** Lengths that are said together or not at all. */
export function MeasuresFields<Name extends string>({
  legend,
  hint,
  value,
  measures,
  units,
  problems,
  onChange,
}: MeasuresFieldsProps<Name>) {
  const set = (name: Name, mm: number | null) => {
    const all = measures.map(
      (each) => [each.name, each.name === name ? mm : (value?.[each.name] ?? null)] as const,
    )
    const isEmpty = all.every(([, each]) => each === null || Number.isNaN(each))
    onChange(
      isEmpty
        ? null
        : (Object.fromEntries(all.map(([key, each]) => [key, each ?? Number.NaN])) as Record<Name, number>),
    )
  }
  const shown = (mm: number | undefined) => (mm === undefined || Number.isNaN(mm) ? null : mm)
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="mb-1 text-sm font-medium">{legend}</legend>
      {measures.map(({ name, label, hint: own }) => (
        <QuantityField
          key={name}
          label={label}
          dimension="length"
          unit={units.length}
          value={shown(value?.[name])}
          onChange={(mm) => set(name, mm)}
          emptyAllowed
          {...(own !== undefined && { hint: own })}
          problem={problems?.[name]}
        />
      ))}
      {hint && <p className="text-ink-soft text-sm">{hint}</p>}
    </fieldset>
  )
}
