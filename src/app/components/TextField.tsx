import { useId } from 'react'

interface TextFieldProps {
  readonly label: string
  readonly value: string
  readonly problem?: string | undefined
  readonly onChange: (value: string) => void
}

/** A line of text with its label and what is wrong with it. */
export function TextField({ label, value, problem, onChange }: TextFieldProps) {
  const id = useId()
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="text-sm font-medium">
        {label}
      </label>
      <input
        id={id}
        className="field"
        value={value}
        onChange={(event) => onChange(event.target.value)}
        aria-invalid={problem !== undefined}
        aria-describedby={`${id}-said`}
      />
      <p id={`${id}-said`} className="text-stop text-sm empty:hidden">
        {problem}
      </p>
    </div>
  )
}
