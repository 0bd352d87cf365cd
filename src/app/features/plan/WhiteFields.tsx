import { isMixedIn, isWhite, type Colour } from '#core/colour/index.ts'
import type { WhiteChoice } from '#core/batch/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { DOSE_WORDS, DOSES } from '#words/vocabulary.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { CupColours } from '#app/components/CupColours.tsx'
import { QuantityField } from '#app/components/QuantityField.tsx'

interface WhiteFieldsProps {
  readonly white: WhiteChoice
  readonly colours: readonly Colour[]
  readonly units: UnitChoice
  readonly problems: Readonly<Record<string, string>>
  readonly onChange: (white: WhiteChoice) => void
}

/** How strong the white is; one opening away what goes into its cup, and how much of it is weighed off. */
export function WhiteFields({ white, colours, units, problems, onChange }: WhiteFieldsProps) {
  const own = white.colours ?? []
  const tints = colours.filter((colour) => isWhite(colour) || isMixedIn(colour))
  return (
    <div className="flex flex-col gap-2">
      <ChoiceField
        label="White"
        value={white.dose}
        choices={DOSES.map((id) => ({ id, name: DOSE_WORDS[id] }))}
        onChange={(dose) => onChange({ ...white, dose })}
        hint="More white is worse: it drops through as blobs."
      />
      <details className="text-sm" data-whitens open={own.length > 0 || Boolean(white.portionG)}>
        <summary className="min-h-11 cursor-pointer content-center underline">What goes into its cup</summary>
        <div className="flex flex-col gap-2">
          <CupColours
            name="the white"
            colours={own}
            tints={tints}
            none="The plan’s whites, evenly; or say which …"
            problemOf={(path) => problems[`white.${path}`]}
            onChange={(next) => onChange({ ...white, colours: next.length > 0 ? next : undefined })}
          />
          <QuantityField
            label="Weigh off at least"
            dimension="mass"
            unit={units.mass}
            value={white.portionG ?? null}
            onChange={(portionG) => onChange({ ...white, portionG })}
            problem={problems['white.portionG']}
            hint="Left empty, what beads and bag take. What is more stays over, and the step says how much."
          />
        </div>
      </details>
    </div>
  )
}
