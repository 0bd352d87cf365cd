import type { Zone, ZonePlace } from '#core/batch/index.ts'
import { ZONE_WORDS } from '#words/layers.ts'
import { ChoiceField } from './ChoiceField.tsx'
import { NumberField } from './NumberField.tsx'

interface ZoneFieldsProps {
  readonly zone: Zone | null
  readonly problem: string | undefined
  readonly label?: string
  /** It lies beside another: on a part it must be. */
  readonly always?: boolean
  readonly onChange: (zone: Zone | null) => void
}

const ALL_OF_IT = 'all'

/** On which part of the piece it lies. */
export function ZoneFields({ zone, problem, label = 'Where', always = false, onChange }: ZoneFieldsProps) {
  const places = Object.entries(ZONE_WORDS).map(([id, name]) => ({ id: id as ZonePlace, name }))
  return (
    <div className="grid grid-cols-2 gap-3">
      <ChoiceField
        label={label}
        value={zone?.place ?? ALL_OF_IT}
        choices={always ? places : [{ id: ALL_OF_IT, name: 'all over it' }, ...places]}
        onChange={(id) => onChange(id === ALL_OF_IT ? null : { place: id, frac: zone?.frac ?? 0.5 })}
      />
      {zone && (
        <NumberField
          label="% of the piece"
          value={Math.round(1000 * zone.frac) / 10}
          onChange={(percent) => onChange({ ...zone, frac: percent / 100 })}
          problem={problem}
        />
      )}
    </div>
  )
}
