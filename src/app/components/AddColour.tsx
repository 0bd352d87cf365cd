import type { Colour } from '#core/colour/index.ts'

interface AddColourProps {
  readonly label: string
  /** Those that can be added; nothing is shown where there are none. */
  readonly free: readonly Colour[]
  /** What it says until one is chosen. */
  readonly words: string
  readonly onAdd: (colour: Colour) => void
}

/** Adds one colour of those that are left. */
export function AddColour({ label, free, words, onAdd }: AddColourProps) {
  if (free.length === 0) return null
  return (
    <select
      className="field"
      aria-label={label}
      value=""
      onChange={(event) => {
        const colour = free.find(({ id }) => id === event.target.value)
        if (colour) onAdd(colour)
      }}
    >
      <option value="" disabled>
        {words}
      </option>
      {free.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  )
}
