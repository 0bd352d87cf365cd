import { X } from 'lucide-react'
import type { Dose, DosedColour } from '#core/batch/index.ts'
import { DOSE_KIND_WORDS } from '#words/layers.ts'
import { ChoiceField } from './ChoiceField.tsx'
import { BEGUN_DOSES, figureOf, withFigure } from './doses.ts'
import { NumberField } from './NumberField.tsx'

interface DoseFieldsProps {
  readonly dosed: DosedColour
  /** In which it may be counted. */
  readonly doses: readonly Dose['by'][]
  readonly problem: string | undefined
  readonly onChange: (dosed: DosedColour) => void
  readonly onLeaveOut: () => void
}

/** A colour with how much of it goes in. */
export function DoseFields({
  dosed: { colour, dose },
  doses,
  problem,
  onChange,
  onLeaveOut,
}: DoseFieldsProps) {
  return (
    <div className="flex items-end gap-2">
      <span
        className="border-edge mb-2 size-7 shrink-0 rounded-full border"
        style={{ background: colour.hex }}
        aria-hidden
      />
      <div className="grid flex-1 grid-cols-[4.5rem_1fr] items-end gap-2">
        <NumberField
          label={colour.name}
          value={figureOf(dose)}
          problem={problem}
          onChange={(value) => onChange({ colour, dose: withFigure(dose, value) })}
        />
        <ChoiceField
          label="counted in"
          value={dose.by}
          choices={doses.map((id) => ({ id, name: DOSE_KIND_WORDS[id] }))}
          onChange={(by) => onChange({ colour, dose: BEGUN_DOSES[by] })}
        />
      </div>
      <button
        type="button"
        className="button button-quiet mb-1 px-3"
        aria-label={`No ${colour.name}`}
        onClick={onLeaveOut}
      >
        <X className="size-4" aria-hidden />
      </button>
    </div>
  )
}
