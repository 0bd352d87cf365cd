import { QuantityField } from './QuantityField.tsx'
import { WorkingTimeField } from './WorkingTimeField.tsx'
import type { FieldsProps } from './sheetDraft.ts'

const MIN_PER_DAY = 1440

/** What labels say. */
export function LabelFields({ draft, set, units }: FieldsProps) {
  return (
    <>
      <WorkingTimeField {...{ draft, set, units }} />
      <QuantityField
        label="Demold after"
        dimension="time"
        unit="h"
        value={draft.demoldHours === null ? null : draft.demoldHours * 60}
        emptyAllowed
        onChange={(min) => set({ demoldHours: min === null ? null : min / 60 })}
        problem={askedOfDemold(draft.demoldHours)}
      />
      <QuantityField
        label="Maximum pour depth"
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
        problem={askedOfCure(draft.fullCureDays)}
        hint="Do not use before this, or before a week"
      />
    </>
  )
}

/** Hours and days are mixed up on labels and in fields; what only the other would make likely is asked about. */
const SHORT_DEMOLD_HOURS = 3
const LONG_DEMOLD_HOURS = 96
const LONG_CURE_DAYS = 21

function askedOfDemold(hours: number | null): string | undefined {
  if (hours === null || Number.isNaN(hours)) return undefined
  if (hours <= SHORT_DEMOLD_HOURS)
    return `Is that ${tidy(hours)} hours, or days? Write the unit the label has.`
  return hours > LONG_DEMOLD_HOURS
    ? `That is ${tidy(hours / 24)} days. If the label says ${tidy(hours / 24)} h, write the unit.`
    : undefined
}

function askedOfCure(days: number | null): string | undefined {
  if (days === null || Number.isNaN(days) || days <= LONG_CURE_DAYS) return undefined
  return `${tidy(days)} days is long for a full cure. Did you mean ${tidy(days)} h? Then write the unit.`
}

function tidy(value: number): string {
  return String(Number(value.toFixed(1)))
}
