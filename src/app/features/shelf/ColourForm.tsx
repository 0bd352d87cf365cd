import { useState } from 'react'
import { isMixedIn, type Colour, type ColourKind } from '#core/colour/index.ts'
import { colourSchema } from '#schema/colour.ts'
import { COLOUR_KIND_WORDS } from '#words/vocabulary.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { ItemDialog, TextField } from './ItemDialog.tsx'

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
      <label className="flex flex-col gap-1 text-sm font-medium">
        Cured swatch
        <input
          type="color"
          className="field h-12 p-1"
          value={draft.hex}
          onChange={(event) => change({ hex: event.target.value })}
        />
        <span className="text-ink-soft font-normal">Wet colour misleads: match a cured drop.</span>
      </label>
      <div className="flex flex-col gap-1 text-sm">
        <label className="flex min-h-11 items-center gap-3 font-medium">
          <input
            type="checkbox"
            className="size-5"
            checked={draft.wetHex !== undefined}
            onChange={(event) => change({ wetHex: event.target.checked ? draft.hex : undefined })}
          />
          It looks different wet
        </label>
        {draft.wetHex !== undefined && (
          <label className="flex flex-col gap-1 font-medium">
            Wet swatch
            <input
              type="color"
              className="field h-12 p-1"
              value={draft.wetHex}
              onChange={(event) => change({ wetHex: event.target.value })}
            />
          </label>
        )}
      </div>
    </ItemDialog>
  )
}
