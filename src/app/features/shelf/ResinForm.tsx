import { useState } from 'react'
import { unknownResin, type Resin } from '#core/resin/index.ts'
import { ok } from '#core/units/index.ts'
import { resinSchema } from '#schema/resin.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { usePlatform } from '#app/platform/studio.tsx'
import { NumberField } from '#app/components/NumberField.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { ItemDialog, TextField } from './ItemDialog.tsx'
import { asLabelled, draftOf } from '#app/components/sheetDraft.ts'
import { SheetFitter } from './SheetFitter.tsx'

/** A resin as its label words it; what labels leave out is filled in from a typical one and folded away. */
export function ResinForm({ first, close }: { first: Resin | null; close: () => void }) {
  const { newId, planner } = usePlatform()
  const units = useUnits()
  const [draft, setDraft] = useState<Resin>(() => first ?? unknownResin(newId()))
  const [label, setLabel] = useState(() => draftOf(draft))
  const change = (changes: Partial<Resin>) => setDraft((last) => ({ ...last, ...changes }))
  const ratio = (changes: Partial<Resin['ratio']>) => change({ ratio: { ...draft.ratio, ...changes } })
  return (
    <ItemDialog
      title={first ? `Change ${first.name}` : 'A resin'}
      shelf="resins"
      schema={resinSchema}
      draft={draft}
      close={close}
      complete={async (resin) => {
        const answer = await asLabelled(resin, label, { planner, units })
        return answer.ok ? ok(answer.value.resin) : answer
      }}
    >
      <TextField label="Name" value={draft.name} onChange={(name) => change({ name })} />
      <ChoiceField
        label="Ratio is stated by"
        value={draft.ratio.by}
        choices={[
          { id: 'volume', name: 'volume' },
          { id: 'weight', name: 'weight' },
        ]}
        onChange={(by) => ratio({ by })}
        hint="1 : 1 by volume is not 1 : 1 by weight."
      />
      <NumberField
        label="Parts of A, resin"
        value={draft.ratio.partsA}
        onChange={(partsA) => ratio({ partsA })}
      />
      <NumberField
        label="Parts of B, hardener"
        value={draft.ratio.partsB}
        onChange={(partsB) => ratio({ partsB })}
      />
      <SheetFitter resin={draft} change={change} label={label} setLabel={setLabel} />
    </ItemDialog>
  )
}
