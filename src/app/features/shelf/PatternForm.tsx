import { useState } from 'react'
import type { Pattern } from '#core/pattern/index.ts'
import { patternSchema } from '#schema/pattern.ts'
import { ItemDialog, TextField } from './ItemDialog.tsx'

/** A kept pattern's name; its marks are changed where it is laid, in the pattern of a plan. */
export function PatternForm({ first, close }: { first: Pattern; close: () => void }) {
  const [draft, setDraft] = useState(first)
  return (
    <ItemDialog
      title={`Change ${first.name}`}
      shelf="patterns"
      schema={patternSchema}
      draft={draft}
      close={close}
    >
      <TextField label="Name" value={draft.name} onChange={(name) => setDraft({ ...draft, name })} />
      <p className="text-ink-soft self-end text-sm">Its marks: lay it in a plan, change it, keep it anew.</p>
    </ItemDialog>
  )
}
