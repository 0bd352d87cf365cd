import { useId, useState } from 'react'
import { asRecipe, type BatchRequest } from '#core/batch/index.ts'
import { saveItem } from '#data/shelfCommands.ts'
import { useSay } from '#app/components/undo.tsx'
import { useRecipes } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'

/** This plan among the recipes: a new one, or in the place of the one that has its name. */
export function KeepAsRecipe({ request }: { readonly request: BatchRequest }) {
  const { db, newId } = usePlatform()
  const say = useSay()
  const nameId = useId()
  const noteId = useId()
  const [name, setName] = useState(request.name)
  const same = (useRecipes().data ?? []).find((each) => each.name === name.trim())
  const [note, setNote] = useState<string | null>(null)
  const shownNote = note ?? same?.note ?? ''
  const keep = async () => {
    const id = same?.id ?? newId()
    const recipe = { id, name: name.trim(), note: shownNote.trim(), request: asRecipe(request) }
    const { undo } = await saveItem(db, 'recipes', recipe)
    say(`${recipe.name} is ${same ? 'changed' : 'kept as a recipe'}.`, () => void undo())
  }
  return (
    <form
      className="border-line mt-4 flex items-end gap-2 border-t pt-3"
      onSubmit={(event) => {
        event.preventDefault()
        void keep().catch((problem: Error) => say(problem.message))
      }}
    >
      <div className="min-w-0 flex-1">
        <label htmlFor={nameId} className="text-sm font-medium">
          Keep this plan as a recipe, called
        </label>
        <input
          id={nameId}
          className="field"
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <label htmlFor={noteId} className="mt-2 block text-sm font-medium">
          Note
        </label>
        <input
          id={noteId}
          className="field"
          maxLength={400}
          value={shownNote}
          onChange={(event) => setNote(event.target.value)}
        />
      </div>
      <button className="button button-quiet" disabled={name.trim() === ''}>
        {same ? 'Change it' : 'Keep it'}
      </button>
    </form>
  )
}
