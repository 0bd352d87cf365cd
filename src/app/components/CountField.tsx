import { Minus, Plus } from 'lucide-react'

interface CountFieldProps {
  readonly label: string
  readonly value: number
  readonly onChange: (value: number) => void
}

/** A small whole number: typed, or one more and one less. */
export function CountField({ label, value, onChange }: CountFieldProps) {
  return (
    <div className="border-edge bg-raised flex shrink-0 items-stretch rounded-lg border">
      <button
        type="button"
        className="min-h-11 w-10 cursor-pointer"
        aria-label={`${label}: one less`}
        onClick={() => onChange(Math.max(1, value - 1))}
      >
        <Minus className="mx-auto size-4" aria-hidden />
      </button>
      <input
        className="w-10 bg-transparent text-center"
        inputMode="numeric"
        aria-label={label}
        value={Number.isNaN(value) ? '' : value}
        onChange={(event) =>
          onChange(event.target.value.trim() === '' ? Number.NaN : Number(event.target.value))
        }
      />
      <button
        type="button"
        className="min-h-11 w-10 cursor-pointer"
        aria-label={`${label}: one more`}
        onClick={() => onChange((value || 0) + 1)}
      >
        <Plus className="mx-auto size-4" aria-hidden />
      </button>
    </div>
  )
}
