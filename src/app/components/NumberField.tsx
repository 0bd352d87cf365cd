/** A plain number without a unit to choose, and what is wrong with it. */
export function NumberField({
  label,
  value,
  onChange,
  hint,
  problem,
}: {
  label: string
  value: number
  onChange: (value: number) => void
  hint?: string
  problem?: string | undefined
}) {
  return (
    <label className="flex flex-col gap-1 text-sm font-medium">
      {label}
      <input
        className="field text-base font-normal"
        type="number"
        step="any"
        value={Number.isNaN(value) ? '' : value}
        onChange={(event) => onChange(event.target.valueAsNumber)}
        aria-invalid={problem !== undefined}
      />
      {problem && <span className="text-stop font-normal">{problem}</span>}
      {hint && <span className="text-ink-soft font-normal">{hint}</span>}
    </label>
  )
}
