import { X } from 'lucide-react'
import type { Colour } from '#core/colour/index.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { useColours } from '#app/platform/queries.ts'
import { SwatchPicture } from './SwatchPicture.tsx'

interface SwatchFieldsProps {
  readonly colour: Colour
  readonly change: (changes: Partial<Colour>) => void
}

type Matched = 'wetHex' | 'lampHex' | 'underWhiteHex'

const MATCHED: readonly { readonly id: Matched; readonly ask: string; readonly name: string }[] = [
  { id: 'wetHex', ask: 'It looks different wet', name: 'Wet swatch' },
  { id: 'lampHex', ask: 'Matched by lamplight, too', name: 'Swatch by a warm lamp' },
  { id: 'underWhiteHex', ask: 'Matched under white', name: 'Swatch under a see-through white' },
]

/** A card of swatches: cured alone by daylight, and where they were matched wet, by a lamp, under white and with other colours. */
export function SwatchFields({ colour, change }: SwatchFieldsProps) {
  const others = (useColours().data ?? []).filter(({ id }) => id !== colour.id)
  const pairs = colour.pairs ?? []
  const free = others.filter(({ id }) => pairs.every(({ withId }) => withId !== id))
  const nameOf = (id: string) => others.find((each) => each.id === id)?.name ?? 'a colour that is gone'
  const setPairs = (next: NonNullable<Colour['pairs']>) =>
    change({ pairs: next.length > 0 ? next : undefined })
  const setPair = (withId: string, hex: string) =>
    setPairs(pairs.map((pair) => (pair.withId === withId ? { ...pair, hex } : pair)))
  return (
    <>
      <Swatch
        label="Cured swatch"
        hint="By daylight, on white card. Wet colour misleads: match a cured drop."
        hex={colour.hex}
        set={(hex) => change({ hex })}
      />
      <div className="flex flex-col gap-1 text-sm">
        {MATCHED.map(({ id, ask, name }) => (
          <div key={id}>
            <label className="flex min-h-11 items-center gap-3 font-medium">
              <input
                type="checkbox"
                className="size-5"
                checked={colour[id] !== undefined}
                onChange={(event) => change({ [id]: event.target.checked ? colour.hex : undefined })}
              />
              {ask}
            </label>
            {colour[id] !== undefined && (
              <Swatch label={name} hex={colour[id]} set={(hex) => change({ [id]: hex })} />
            )}
          </div>
        ))}
      </div>
      <section className="flex flex-col gap-2 sm:col-span-2" aria-label="Swatches with other colours">
        <p className="text-sm font-medium">Where it ran into another colour</p>
        {pairs.map(({ withId, hex }) => (
          <div key={withId} className="grid grid-cols-[1fr_auto] items-end gap-3">
            <Swatch label={`With ${nameOf(withId)}`} hex={hex} set={(next) => setPair(withId, next)} />
            <button
              type="button"
              className="grid size-11 cursor-pointer place-items-center"
              aria-label={`Without the swatch with ${nameOf(withId)}`}
              onClick={() => setPairs(pairs.filter((pair) => pair.withId !== withId))}
            >
              <X className="size-5" aria-hidden />
            </button>
          </div>
        ))}
        {free.length > 0 && (
          <ChoiceField
            label="Add a pair"
            value=""
            choices={[{ id: '', name: 'with…' }, ...free.map(({ id, name }) => ({ id, name }))]}
            onChange={(withId) => withId && setPairs([...pairs, { withId, hex: colour.hex }])}
          />
        )}
      </section>
      <SwatchPicture
        swatches={[
          { id: 'hex', name: 'Cured swatch' },
          ...MATCHED.map(({ id, name }) => ({ id, name })),
          ...pairs.map(({ withId }) => ({ id: `with ${withId}`, name: `With ${nameOf(withId)}` })),
        ]}
        take={(id, hex) => (id.startsWith('with ') ? setPair(id.slice(5), hex) : change({ [id]: hex }))}
      />
    </>
  )
}

interface SwatchProps {
  readonly label: string
  readonly hint?: string
  readonly hex: string
  readonly set: (hex: string) => void
}

function Swatch({ label, hint, hex, set }: SwatchProps) {
  return (
    <label className="flex flex-col gap-1 text-sm font-medium">
      {label}
      <input
        type="color"
        className="field h-12 p-1"
        value={hex}
        onChange={(event) => set(event.target.value)}
      />
      {hint && <span className="text-ink-soft font-normal">{hint}</span>}
    </label>
  )
}
