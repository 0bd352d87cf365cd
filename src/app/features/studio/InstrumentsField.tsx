import { useId, useState } from 'react'
import * as v from 'valibot'
import { feedAddressSchema, type Settings } from '#schema/studio.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { SIMULATED_FEED, tellBench, TROUBLES, useBenchLink, type Trouble } from '#app/platform/instruments.ts'

interface InstrumentsFieldProps {
  readonly settings: Settings
  readonly change: (changes: Partial<Settings>) => void
}

type Source = 'none' | 'simulated' | 'own'

const SOURCES: readonly { readonly id: Source; readonly name: string }[] = [
  { id: 'none', name: 'None' },
  { id: 'simulated', name: 'The simulated bench' },
  { id: 'own', name: 'A feed of my own' },
]

const LINK_WORDS = {
  off: 'Not linked.',
  opening: 'Opening …',
  live: 'Linked.',
  lost: 'Out of reach; tried again every few seconds.',
} as const

const TROUBLE_WORDS: Readonly<Record<Trouble, string>> = {
  none: 'all in order',
  unplugged: 'unplugged',
  nonsense: 'nonsense figures',
  fahrenheit: 'switched to °F',
  unlabelled: 'switched to °F without saying so',
  clock: 'its clock an hour behind',
}

/** Where thermometer, scale and room sensor are heard from. */
export function InstrumentsField({ settings, change }: InstrumentsFieldProps) {
  const id = useId()
  const link = useBenchLink()
  const [address, setAddress] = useState(settings.feed === SIMULATED_FEED ? '' : (settings.feed ?? ''))
  const [own, setOwn] = useState(settings.feed !== null && settings.feed !== SIMULATED_FEED)
  const [trouble, setTrouble] = useState<Trouble>('none')
  const source: Source = own ? 'own' : settings.feed === null ? 'none' : 'simulated'
  const judged = v.safeParse(feedAddressSchema, address)
  const usable = judged.success
  const choose = (next: Source) => {
    setOwn(next === 'own')
    change({ feed: next === 'simulated' ? SIMULATED_FEED : next === 'own' && usable ? address : null })
  }
  return (
    <div className="flex flex-col gap-2" data-link={link.state}>
      <ChoiceField
        label="Bench instruments"
        value={source}
        choices={SOURCES}
        onChange={choose}
        hint={`Thermometer, scale and room sensor by an open feed. ${LINK_WORDS[link.state]}${link.unread === null ? '' : ` Not shown: ${link.unread}.`}`}
      />
      {source === 'own' && (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault()
            if (usable) change({ feed: address })
          }}
        >
          <label htmlFor={id} className="flex flex-1 flex-col gap-1 text-sm font-medium">
            Address of the feed
            <input
              id={id}
              className="field font-normal"
              placeholder="http://127.0.0.1:8080/feed"
              value={address}
              onChange={(event) => setAddress(event.target.value)}
              aria-invalid={address !== '' && !usable}
            />
          </label>
          <button className="button button-quiet" disabled={!usable}>
            Link
          </button>
          {address !== '' && !usable && (
            <p className="text-stop w-full text-sm">{judged.issues?.[0].message}</p>
          )}
        </form>
      )}
      {source === 'simulated' && (
        <ChoiceField
          label="To try what happens: the simulated instruments are"
          value={trouble}
          choices={TROUBLES.map((each) => ({ id: each, name: TROUBLE_WORDS[each] }))}
          onChange={(next) => {
            setTrouble(next)
            void tellBench({ do: 'trouble', trouble: next })
          }}
        />
      )}
    </div>
  )
}
