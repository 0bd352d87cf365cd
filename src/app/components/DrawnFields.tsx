import type { ReactNode } from 'react'
import { drawnOf, markedIn, type Drawn, type LaterLayer } from '#core/batch/index.ts'
import { holdsAlcohol, isWhite, type Colour } from '#core/colour/index.ts'
import { isPiped } from '#core/technique/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { DOSE_WORDS, DOSES } from '#words/vocabulary.ts'
import { ChoiceField } from './ChoiceField.tsx'
import { ColourChoice } from './ColourChoice.tsx'
import type { DrawnLike } from './layerListProps.ts'
import { QuantityField } from './QuantityField.tsx'

interface DrawnFieldsProps {
  readonly layer: LaterLayer
  /** What the layer is drawn with where it says nothing of its own. */
  readonly pour: DrawnLike
  readonly colours: readonly Colour[]
  readonly units: UnitChoice
  /** By path from the layer. */
  readonly problems: Readonly<Record<string, string>>
  /** The way to its marks. */
  readonly marks: ReactNode
  readonly onChange: (drawn: Drawn) => void
}

/** What goes into a layer that is laid in a way of a pour: its inks, its white, its marks. Nothing for any other layer. */
export function DrawnFields({ layer, pour, colours, units, problems, marks, onChange }: DrawnFieldsProps) {
  const technique = markedIn(layer)
  if (technique === null) return null
  const drawn = drawnOf(layer, pour)
  const set = (changes: Partial<Drawn>) => onChange({ ...drawn, ...changes })
  const { white } = drawn
  return (
    <>
      <ColourChoice
        chosen={drawn.colours}
        all={colours.filter((colour) => holdsAlcohol(colour) || isWhite(colour))}
        onChange={(chosen) => set({ colours: chosen })}
      />
      {isPiped(technique) && (
        <div className="grid grid-cols-2 gap-3">
          <ChoiceField
            label="Its white"
            value={white.dose}
            choices={DOSES.map((id) => ({ id, name: DOSE_WORDS[id] }))}
            onChange={(dose) => set({ white: { ...white, dose } })}
          />
          <QuantityField
            label="Hole in its bag"
            dimension="length"
            unit={units.length}
            value={white.holeMm}
            onChange={(holeMm) => set({ white: { ...white, holeMm: holeMm ?? Number.NaN } })}
            problem={problems['drawn.white.holeMm']}
          />
        </div>
      )}
      {marks}
    </>
  )
}
