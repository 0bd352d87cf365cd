import { useState } from 'react'
import { ARCHETYPES, type ArchetypeId, type Resin } from '#core/resin/index.ts'
import { ok } from '#core/units/index.ts'
import { resinSchema } from '#schema/resin.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { usePlatform } from '#app/platform/studio.tsx'
import { NumberField } from '#app/components/NumberField.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { ItemDialog, TextField } from './ItemDialog.tsx'
import { asLabelled, draftOf } from './sheetDraft.ts'
import { SheetFitter } from './SheetFitter.tsx'

/** A resin: its ratio and densities from the label, its behaviour after the typical one it is closest to. */
export function ResinForm({ first, close }: { first: Resin | null; close: () => void }) {
  const { newId, planner } = usePlatform()
  const units = useUnits()
  const [draft, setDraft] = useState<Resin>(
    () =>
      first ?? { ...ARCHETYPES.quick, id: newId(), name: '', source: 'Label; behaviour as a quick resin' },
  )
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
      <NumberField
        label="Density of A, times water"
        value={draft.densityAGPerMl}
        onChange={(densityAGPerMl) => change({ densityAGPerMl })}
      />
      <NumberField
        label="Density of B, times water"
        value={draft.densityBGPerMl}
        onChange={(densityBGPerMl) => change({ densityBGPerMl })}
      />
      <ChoiceField
        label="Behaves like"
        value={archetypeOf(draft)}
        choices={[
          { id: 'own', name: 'its own figures' },
          ...(Object.keys(ARCHETYPES) as ArchetypeId[]).map((id) => ({ id, name: ARCHETYPES[id].name })),
        ]}
        onChange={(id) =>
          id !== 'own' &&
          change({
            cure: ARCHETYPES[id].cure,
            flow: ARCHETYPES[id].flow,
            spread: ARCHETYPES[id].spread,
            // The label is worked out anew from there.
            sheet: undefined,
          })
        }
        hint="Times come from the typical resin until yours is known better."
      />
      <SheetFitter resin={draft} change={change} label={label} setLabel={setLabel} />
      <TextField
        label="Where the figures are from"
        value={draft.source}
        onChange={(source) => change({ source })}
      />
    </ItemDialog>
  )
}

/** The typical resin whose cure this one has; "own" when it is none of them. */
function archetypeOf({ cure }: Resin): ArchetypeId | 'own' {
  const ids = Object.keys(ARCHETYPES) as ArchetypeId[]
  return ids.find((id) => JSON.stringify(ARCHETYPES[id].cure) === JSON.stringify(cure)) ?? 'own'
}
