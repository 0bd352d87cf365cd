import { useId } from 'react'

interface ChoiceFieldProps<Id extends string> {
  readonly label: string
  readonly value: Id
  readonly choices: readonly { readonly id: Id; readonly name: string }[]
  readonly onChange: (id: Id) => void
  readonly hint?: string
}

/** One of a few, as the device's own list: it works with a thumb, a keyboard and a screen reader alike. */
export function ChoiceField<Id extends string>({
  label,
  value,
  choices,
  onChange,
  hint,
}: ChoiceFieldProps<Id>) {
  const id = useId()
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="text-sm font-medium">
        {label}
      </label>
      <select
        id={id}
        className="field"
        value={value}
        onChange={(event) => onChange(event.target.value as Id)}
      >
        {choices.map((choice) => (
          <option key={choice.id} value={choice.id}>
            {choice.name}
          </option>
        ))}
      </select>
      <p className="text-ink-soft text-sm empty:hidden">{hint}</p>
    </div>
  )
}
