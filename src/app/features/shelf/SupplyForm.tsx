import { useState } from 'react'
import type { Colour } from '#core/colour/index.ts'
import type { Resin } from '#core/resin/index.ts'
import { unitOfSupply, type Supply, type SupplyOf } from '#core/shelf/index.ts'
import { supplySchema } from '#schema/supply.ts'
import { supplyUnit } from '#words/supply.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { NumberField } from '#app/components/NumberField.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { ItemDialog, TextField } from './ItemDialog.tsx'

interface SupplyFormProps {
  readonly first: Supply | null
  readonly resins: readonly Resin[]
  readonly colours: readonly Colour[]
  readonly close: () => void
}

const CONSUMABLE: SupplyOf = { kind: 'consumable', perBatch: 1, perPiece: 0 }

/** A supply: what it is for, and when to buy more. */
export function SupplyForm({ first, resins, colours, close }: SupplyFormProps) {
  const { newId } = usePlatform()
  const uses = usesOf(resins, colours)
  const [draft, setDraft] = useState<Supply>(
    () =>
      first ?? {
        id: newId(),
        name: uses[0]!.name,
        of: uses[0]!.of,
        lowBelow: 0,
        openedOn: null,
        bestBefore: null,
      },
  )
  const change = (changes: Partial<Supply>) => setDraft((last) => ({ ...last, ...changes }))
  const { of } = draft
  const unit = supplyUnit(unitOfSupply(draft), useUnits())
  return (
    <ItemDialog
      title={first ? `Change ${first.name}` : 'A supply'}
      shelf="supplies"
      schema={supplySchema}
      draft={draft}
      close={close}
    >
      <ChoiceField
        label="For"
        value={uses.find((use) => JSON.stringify(use.of) === JSON.stringify(of))?.id ?? 'other'}
        choices={uses}
        onChange={(id) => {
          const use = uses.find((each) => each.id === id)!
          change(use.id === 'other' ? { of: CONSUMABLE } : { of: use.of, name: use.name })
        }}
        hint={`Told in ${unit.label}; a pour takes off what it uses.`}
      />
      <TextField label="Name" value={draft.name} onChange={(name) => change({ name })} />
      {of.kind === 'consumable' && (
        <>
          <NumberField
            label="Used up by a batch"
            value={of.perBatch}
            onChange={(perBatch) => change({ of: { ...of, perBatch } })}
          />
          <NumberField
            label="and by each piece"
            value={of.perPiece}
            onChange={(perPiece) => change({ of: { ...of, perPiece } })}
          />
        </>
      )}
      <NumberField
        label={`Buy when less than this is left, ${unit.label}`}
        value={Number(unit.shown(draft.lowBelow).toFixed(2))}
        onChange={(lowBelow) => change({ lowBelow: unit.kept(lowBelow) })}
      />
      <DayField label="Opened on" value={draft.openedOn} onChange={(openedOn) => change({ openedOn })} />
      <DayField
        label="Best before"
        value={draft.bestBefore}
        onChange={(bestBefore) => change({ bestBefore })}
      />
    </ItemDialog>
  )
}

/** Everything a supply can be for. */
function usesOf(resins: readonly Resin[], colours: readonly Colour[]) {
  const parts = resins.flatMap(({ id: resinId, name }) => [
    { id: `a ${resinId}`, name: `${name}, part A`, of: { kind: 'resinA', resinId } as const },
    { id: `b ${resinId}`, name: `${name}, part B`, of: { kind: 'resinB', resinId } as const },
  ])
  const tints = colours.map(({ id: colourId, name }) => ({
    id: `c ${colourId}`,
    name,
    of: { kind: 'colour', colourId } as const,
  }))
  return [...parts, ...tints, { id: 'other', name: 'Something used up: cups, bags, gloves', of: CONSUMABLE }]
}

interface DayFieldProps {
  readonly label: string
  readonly value: string | null
  readonly onChange: (value: string | null) => void
}

function DayField({ label, value, onChange }: DayFieldProps) {
  return (
    <label className="flex flex-col gap-1 text-sm font-medium">
      {label}
      <input
        type="date"
        className="field font-normal"
        value={value ?? ''}
        onChange={(event) => onChange(event.target.value || null)}
      />
    </label>
  )
}
