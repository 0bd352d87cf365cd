import { useState } from 'react'
import { isMixedIn, type Colour, type ColourKind } from '#core/colour/index.ts'
import { colourSchema } from '#schema/colour.ts'
import { COLOUR_KIND_WORDS } from '#words/vocabulary.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { ItemDialog, TextField } from './ItemDialog.tsx'
import { SwatchFields } from './SwatchFields.tsx'

/** A colour as it looks cured. */
export function ColourForm({ first, close }: { first: Colour | null; close: () => void }) {
  const { newId } = usePlatform()
  const units = useUnits()
  const [draft, setDraft] = useState<Colour>(
    () => first ?? { id: newId(), name: '', kind: 'alcoholInk', hex: '#ffffff' },
  )
  const change = (changes: Partial<Colour>) => setDraft((last) => ({ ...last, ...changes }))
  return (
    <ItemDialog
      title={first ? `Change ${first.name}` : 'A colour'}
      shelf="colours"
      schema={colourSchema}
      draft={draft}
      close={close}
    >
      <TextField label="Name" value={draft.name} onChange={(name) => change({ name })} />
      <ChoiceField
        label="Kind"
        value={draft.kind}
        choices={(Object.keys(COLOUR_KIND_WORDS) as ColourKind[]).map((id) => ({
          id,
          name: COLOUR_KIND_WORDS[id],
        }))}
        onChange={(kind) => change({ kind })}
        hint="Inks hold alcohol: no flame near them."
      />
      {isMixedIn(draft) && (
        <QuantityField
          label="A stick or scoop of it weighs"
          dimension="mass"
          unit={units.mass}
          value={draft.scoopG ?? null}
          emptyAllowed
          onChange={(scoopG) => change({ scoopG: scoopG ?? undefined })}
          hint="Weighed once, a scoop is a dose that can be counted. Empty: never weighed."
        />
      )}
      <SwatchFields colour={draft} change={change} />
    </ItemDialog>
  )
}
