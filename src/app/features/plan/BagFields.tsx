import { Plus, X } from 'lucide-react'
import type { Bag } from '#core/batch/index.ts'
import { isMixedIn, type Colour } from '#core/colour/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { CupColours } from '#app/components/CupColours.tsx'
import { BEGUN_DOSES } from '#app/components/doses.ts'
import { TextField } from '#app/components/TextField.tsx'

interface BagFieldsProps {
  readonly bags: readonly Bag[]
  readonly colours: readonly Colour[]
  /** The white's, which a bag has that says none of its own. */
  readonly holeMm: number
  readonly units: UnitChoice
  readonly problems: Readonly<Record<string, string>>
  readonly onChange: (bags: readonly Bag[] | undefined) => void
}

/** Bags beside the white's, such as one of mica; a mark of the pattern says which it is piped from. */
export function BagFields({ bags, colours, holeMm, units, problems, onChange }: BagFieldsProps) {
  const tints = colours.filter(isMixedIn)
  const set = (place: number, bag: Bag) => onChange(bags.map((each, k) => (k === place ? bag : each)))
  const add = () => {
    const colour = tints.find(({ kind }) => kind === 'mica') ?? tints[0]
    onChange([
      ...bags,
      {
        id: freeId(bags),
        name: colour?.name ?? `Bag ${bags.length + 2}`,
        colours: colour ? [{ colour, dose: BEGUN_DOSES.share }] : [],
      },
    ])
  }
  return (
    <fieldset className="flex flex-col gap-2" data-bags>
      <legend className="mb-1 text-sm font-medium">Bags beside the white</legend>
      {bags.map((bag, k) => (
        <div
          key={bag.id}
          className="border-line flex flex-col gap-2 rounded-lg border p-2"
          data-bag-of={bag.id}
        >
          <TextField
            label="Bag"
            value={bag.name}
            problem={problems[`bags.${k}.name`]}
            onChange={(name) => set(k, { ...bag, name })}
          />
          <CupColours
            name={bag.name}
            colours={bag.colours}
            tints={tints}
            problemOf={(path) => problems[`bags.${k}.${path}`]}
            onChange={(next) => set(k, { ...bag, colours: next })}
          />
          <QuantityField
            label="Hole in this bag"
            dimension="length"
            unit={units.length}
            value={bag.holeMm ?? holeMm}
            onChange={(mm) => set(k, { ...bag, holeMm: mm ?? Number.NaN })}
            problem={problems[`bags.${k}.holeMm`]}
          />
          <button
            type="button"
            className="button button-quiet self-start px-3"
            onClick={() => {
              const left = bags.filter((each) => each !== bag)
              onChange(left.length > 0 ? left : undefined)
            }}
          >
            <X className="size-4" aria-hidden /> No bag {bag.name}
          </button>
        </div>
      ))}
      <button type="button" className="button button-quiet self-start px-3" onClick={add}>
        <Plus className="size-4" aria-hidden />{' '}
        {bags.length === 0 ? 'A bag beside the white' : 'One more bag'}
      </button>
      {bags.length > 0 && (
        <p className="text-ink-soft text-sm">
          Piped before the white; which beads come out of it is said in the pattern.
        </p>
      )}
    </fieldset>
  )
}

function freeId(bags: readonly Bag[]): string {
  for (let no = 1; ; no++) if (bags.every(({ id }) => id !== `bag${no}`)) return `bag${no}`
}
