import { QuantityField } from './QuantityField.tsx'
import type { FieldsProps } from './sheetDraft.ts'

const MIN_PER_DAY = 1440

/** What labels say. */
export function LabelFields({ draft, set, units }: FieldsProps) {
  return (
    <>
      <QuantityField
        label="Working time"
        dimension="time"
        unit="min"
        value={draft.potMin}
        emptyAllowed
        onChange={(potMin) => set({ potMin })}
        problem={undefined}
        hint="Also called pot life or work time"
      />
      <QuantityField
        label="Demold after"
        dimension="time"
        unit="h"
        value={draft.demoldHours === null ? null : draft.demoldHours * 60}
        emptyAllowed
        onChange={(min) => set({ demoldHours: min === null ? null : min / 60 })}
        problem={undefined}
      />
      <QuantityField
        label="Greatest layer in one pour"
        dimension="length"
        unit={units.length}
        value={draft.greatestLayerMm}
        emptyAllowed
        onChange={(greatestLayerMm) => set({ greatestLayerMm })}
        problem={undefined}
        hint="Every planned layer is held against it"
      />
      <QuantityField
        label="Full cure"
        dimension="time"
        unit="d"
        value={draft.fullCureDays === null ? null : draft.fullCureDays * MIN_PER_DAY}
        emptyAllowed
        onChange={(min) => set({ fullCureDays: min === null ? null : min / MIN_PER_DAY })}
        problem={undefined}
        hint="In use no sooner, nor before a week"
      />
    </>
  )
}
