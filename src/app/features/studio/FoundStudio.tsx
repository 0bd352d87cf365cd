import { useState } from 'react'
import { useQuery } from '@tanstack/react-query'
import type { Choice, Conflict } from '#data/mergeStudios.ts'
import { differencesOf, wordAdded } from '#words/bundle.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import type { FoundStudio as Found } from '#app/platform/foundStudio.ts'

interface FoundStudioProps {
  readonly found: Found
  /** It is being taken in. */
  readonly isBusy: boolean
  readonly merge: (choices: Readonly<Record<string, Choice>>) => void
  readonly replace: () => void
}

/** What a file holds, what of it is new here, and what both changed: that is chosen one by one. */
export function FoundStudio({ found, isBusy, merge, replace }: FoundStudioProps) {
  const { counts } = found
  const [choices, setChoices] = useState<Readonly<Record<string, Choice>>>({})
  const compared = useQuery({
    queryKey: ['compared', counts],
    queryFn: found.compare,
    gcTime: 0,
  })
  const conflicts = compared.data?.conflicts ?? []
  const added = compared.data ? wordAdded(compared.data.added) : null
  return (
    <div className="border-press w-full rounded-xl border-2 p-4" data-import-found>
      <p className="font-semibold">
        The file holds {counts.batches} batches with {counts.pieces} pieces, {counts.photos} pictures,{' '}
        {counts.resins} resins, {counts.molds} molds and {counts.colours} colours.
      </p>
      {compared.error && <p role="alert">It could not be compared: {compared.error.message}</p>}
      {added !== null && (
        <p className="mt-1" role="status">
          New here: {added}.{' '}
          {conflicts.length > 0 &&
            `Changed in both: ${conflicts.length}; what is not chosen stays as it is here.`}
        </p>
      )}
      <ul className="mt-3 flex max-h-[60vh] flex-col gap-3 overflow-y-auto">
        {conflicts.map((conflict) => (
          <ConflictCard
            key={conflict.key}
            conflict={conflict}
            choice={choices[conflict.key] ?? 'here'}
            choose={(choice) => setChoices({ ...choices, [conflict.key]: choice })}
          />
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap gap-2">
        <button
          className="button button-main"
          disabled={isBusy || !compared.data}
          onClick={() => merge(choices)}
        >
          Add what is new
        </button>
        <button className="button button-quiet" disabled={isBusy} onClick={replace}>
          Replace this studio
        </button>
      </div>
    </div>
  )
}

const OF_WORDS: Readonly<Record<Conflict['of'], string>> = {
  shelf: 'on the shelf',
  plan: 'the plan',
  run: 'what was marked',
  piece: 'how it came out',
  picture: 'its picture',
}

function ConflictCard({
  conflict,
  choice,
  choose,
}: {
  readonly conflict: Conflict
  readonly choice: Choice
  readonly choose: (choice: Choice) => void
}) {
  return (
    <li className="bg-sunken rounded-lg p-3" data-conflict={conflict.key}>
      <p className="font-semibold">
        {conflict.name}: {OF_WORDS[conflict.of]}
      </p>
      <table className="my-2 w-full text-sm">
        <thead>
          <tr className="text-left">
            <th />
            <th className="font-medium">Here</th>
            <th className="font-medium">In the file</th>
          </tr>
        </thead>
        <tbody>
          {differencesOf(conflict.here, conflict.there).map(({ what, here, there }) => (
            <tr key={what}>
              <th className="text-ink-soft pr-3 text-left font-normal">{what}</th>
              <td className="pr-3">{here}</td>
              <td>{there}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <ChoiceField<Choice>
        label="Take"
        value={choice}
        choices={[
          { id: 'here', name: 'What is here' },
          { id: 'there', name: 'What the file says' },
          ...(conflict.canBeBoth ? [{ id: 'both' as const, name: 'Both' }] : []),
        ]}
        onChange={choose}
      />
    </li>
  )
}
