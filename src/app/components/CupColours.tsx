import { dosesFor, type DosedColour } from '#core/batch/index.ts'
import type { Colour } from '#core/colour/index.ts'
import { AddColour } from './AddColour.tsx'
import { DoseFields } from './DoseFields.tsx'
import { BEGUN_DOSES, FIGURE_OF } from './doses.ts'

interface CupColoursProps {
  /** Of the cup or bag. */
  readonly name: string
  readonly colours: readonly DosedColour[]
  readonly tints: readonly Colour[]
  /** What is said where there is none; that it is clear, where nothing is given. */
  readonly none?: string
  readonly problemOf: (path: string) => string | undefined
  readonly onChange: (colours: readonly DosedColour[]) => void
}

/** What tints a cup or a bag, each with its dose. */
export function CupColours({
  name,
  colours,
  tints,
  none = 'Clear; add a colour …',
  problemOf,
  onChange,
}: CupColoursProps) {
  const free = tints.filter(({ id }) => !colours.some(({ colour }) => colour.id === id))
  return (
    <>
      {colours.map((dosed, k) => (
        <DoseFields
          key={dosed.colour.id}
          dosed={dosed}
          doses={dosesFor(dosed.colour.kind)}
          problem={problemOf(`colours.${k}.dose.${FIGURE_OF[dosed.dose.by]}`)}
          onChange={(next) => onChange(colours.map((each, at) => (at === k ? next : each)))}
          onLeaveOut={() => onChange(colours.filter((each) => each !== dosed))}
        />
      ))}
      <p className="text-stop text-sm empty:hidden">{problemOf('colours')}</p>
      <AddColour
        label={`Add a colour to ${name}`}
        free={free}
        words={colours.length === 0 ? none : 'One more colour …'}
        onAdd={(colour) => onChange([...colours, { colour, dose: BEGUN_DOSES[dosesFor(colour.kind)[0]!] }])}
      />
    </>
  )
}
