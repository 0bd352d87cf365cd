import { dosesFor, type Dose, type LayerCup } from '#core/batch/index.ts'
import type { Colour, ColourKind } from '#core/colour/index.ts'
import { AddColour } from './AddColour.tsx'
import { DoseFields } from './DoseFields.tsx'
import { BEGUN_DOSES, FIGURE_OF } from './doses.ts'

/** What a piece gets is counted, not shared. */
const COUNTED: readonly Dose['by'][] = ['drops', 'scoops', 'mass']

interface BottleListProps {
  /** Each a bottle of one colour. */
  readonly cups: readonly LayerCup[]
  readonly colours: readonly Colour[]
  /** By path from the layer: "cups.0.colours.0.dose.drops". */
  readonly problems: Readonly<Record<string, string>>
  readonly onChange: (cups: readonly LayerCup[]) => void
}

/** What a layer without resin is laid from: colours, each with what one piece gets of it. */
export function BottleList({ cups, colours, problems, onChange }: BottleListProps) {
  const free = colours.filter(({ id }) => !cups.some((cup) => cup.id === id))
  return (
    <fieldset className="flex flex-col gap-2" data-bottles>
      <legend className="mb-1 text-sm font-medium">On each piece</legend>
      {cups.flatMap((cup, k) =>
        cup.colours.map((dosed, at) => (
          <DoseFields
            key={`${cup.id} ${dosed.colour.id}`}
            dosed={dosed}
            doses={countedAs(dosed.colour.kind)}
            problem={problems[`cups.${k}.colours.${at}.dose.${FIGURE_OF[dosed.dose.by]}`]}
            onChange={(next) =>
              onChange(cups.map((each) => (each === cup ? { ...cup, colours: [next] } : each)))
            }
            onLeaveOut={() => onChange(cups.filter((each) => each !== cup))}
          />
        )),
      )}
      <AddColour
        label="Add a colour from its bottle"
        free={free}
        words={cups.length === 0 ? 'Which colour? …' : 'One more colour …'}
        onAdd={(colour) => onChange([...cups, bottleOf(colour)])}
      />
    </fieldset>
  )
}

function bottleOf(colour: Colour): LayerCup {
  const { id, name } = colour
  return {
    id,
    name,
    portion: { by: 'bottle' },
    colours: [{ colour, dose: BEGUN_DOSES[countedAs(colour.kind)[0]!] }],
  }
}

function countedAs(kind: ColourKind): readonly Dose['by'][] {
  return COUNTED.filter((by) => dosesFor(kind).includes(by))
}
