/** A plain number without a unit to choose. */
export function NumberField({
  label,
  value,
  onChange,
  hint,
}: {
  label: string
  value: number
  onChange: (value: number) => void
  hint?: string
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
      />
      {hint && <span className="text-ink-soft font-normal">{hint}</span>}
    </label>
  )
}
