import { useState } from 'react'
import type { Mold } from '#core/mold/index.ts'
import type { CareEntry, MoldCare } from '#core/shelf/index.ts'
import { saveCare } from '#data/shelfCommands.ts'
import { NumberField } from '#app/components/NumberField.tsx'
import { minorPerUnit } from '#app/components/money.ts'
import { useSay } from '#app/components/undo.tsx'
import { dateOf } from '#app/components/when.ts'
import { useSettings } from '#app/platform/queries.ts'
import { currencyOf, useMoldLife } from '#app/platform/stock.ts'
import { usePlatform } from '#app/platform/studio.tsx'

const CARE_WORDS: Readonly<Record<CareEntry['kind'], string>> = {
  cleaned: 'Cleaned',
  damaged: 'Damaged',
  mended: 'Mended',
  resting: 'Laid aside',
  backInUse: 'Back in use',
}

/** How often a mold was poured, how long it lasts, and what happened to it. */
export function MoldCareLine({ mold }: { mold: Mold }) {
  const { db, newId, nowMs } = usePlatform()
  const { care, life } = useMoldLife(mold)
  const say = useSay()
  const currency = currencyOf(useSettings())
  const [note, setNote] = useState('')
  const save = (next: MoldCare, words?: string) =>
    void saveCare(db, next)
      .then(() => {
        if (words) say(words, () => void saveCare(db, care).catch((problem: Error) => say(problem.message)))
      })
      .catch((problem: Error) => say(problem.message))
  const enter = (kind: CareEntry['kind']) => {
    const entry = { id: newId(), atMs: nowMs(), kind, note }
    setNote('')
    save({ ...care, entries: [...care.entries, entry] }, `${mold.name}: ${CARE_WORDS[kind].toLowerCase()}.`)
  }
  const perUnit = minorPerUnit(currency)
  return (
    <details className="mt-2 text-sm" data-care={mold.id}>
      <summary className="min-h-11 cursor-pointer py-2">
        {life.pours} {life.pours === 1 ? 'pour' : 'pours'}
        {life.leftEach !== null && `, about ${Math.round(life.leftEach)} left in each`}
        {life.state !== 'fine' && (
          <span className="text-stop font-semibold">
            {' '}
            {life.state === 'damaged' ? 'damaged' : 'laid aside'}
          </span>
        )}
      </summary>
      <div className="grid grid-cols-2 gap-3">
        <NumberField
          label={`Price of one, ${currency}`}
          value={care.priceMinor === null ? Number.NaN : care.priceMinor / perUnit}
          onChange={(price) =>
            (Number.isNaN(price) || price >= 0) &&
            save({ ...care, priceMinor: Number.isNaN(price) ? null : price * perUnit })
          }
        />
        <NumberField
          label="Pours it lasts"
          value={care.lifePours ?? Number.NaN}
          onChange={(pours) =>
            (Number.isNaN(pours) || (Number.isInteger(pours) && pours >= 1 && pours <= 10_000)) &&
            save({ ...care, lifePours: Number.isNaN(pours) ? null : pours })
          }
        />
      </div>
      <label className="mt-2 flex flex-col gap-1 font-medium">
        Note
        <input className="field font-normal" value={note} onChange={(event) => setNote(event.target.value)} />
      </label>
      <div className="mt-2 flex flex-wrap gap-2">
        {(Object.keys(CARE_WORDS) as CareEntry['kind'][]).map((kind) => (
          <button key={kind} className="button button-quiet px-3" onClick={() => enter(kind)}>
            {CARE_WORDS[kind]}
          </button>
        ))}
      </div>
      <ul className="mt-2">
        {[...care.entries].reverse().map((entry) => (
          <li key={entry.id}>
            {dateOf(entry.atMs)}: {CARE_WORDS[entry.kind].toLowerCase()}
            {entry.note && `, ${entry.note}`}
          </li>
        ))}
      </ul>
    </details>
  )
}
