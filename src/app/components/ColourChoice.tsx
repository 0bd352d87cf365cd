import type { Colour } from '#core/colour/index.ts'

interface ColourChoiceProps {
  readonly chosen: readonly Colour[]
  readonly all: readonly Colour[]
  readonly onChange: (colours: readonly Colour[]) => void
}

/** Which of those colours are taken. */
export function ColourChoice({ chosen, all, onChange }: ColourChoiceProps) {
  const has = (colour: Colour) => chosen.some((each) => each.id === colour.id)
  const toggle = (colour: Colour) =>
    onChange(has(colour) ? chosen.filter((each) => each.id !== colour.id) : [...chosen, colour])
  return (
    <fieldset>
      <legend className="mb-1 text-sm font-medium">Colours</legend>
      <div className="flex flex-wrap gap-2">
        {all.map((colour) => (
          <label
            key={colour.id}
            className="border-line has-checked:border-press has-checked:bg-sunken has-focus-visible:outline-needle flex min-h-11 cursor-pointer items-center gap-2 rounded-full border py-1 pr-3 pl-1.5 text-sm has-checked:border-2 has-checked:font-semibold has-focus-visible:outline-3"
          >
            <input
              type="checkbox"
              className="sr-only"
              checked={has(colour)}
              onChange={() => toggle(colour)}
            />
            <span
              className="border-edge size-7 rounded-full border"
              style={{ background: colour.hex }}
              aria-hidden
            />
            {colour.name}
          </label>
        ))}
      </div>
    </fieldset>
  )
}
