import { letAsideGo } from '#data/damage.ts'
import { Callout } from '#app/components/Callout.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useLiveRows } from '#app/platform/liveRows.ts'
import { useUnreadSettings } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'

/** What in the studio could not be read: set aside, shown, and taken along in every export. */
export function SetAside() {
  const { db } = usePlatform()
  const unread = useUnreadSettings()
  const say = useSay()
  const fail = (problem: Error) => say(problem.message)
  const letGo = async () => {
    const { undo } = await letAsideGo(db)
    say('What was set aside is gone.', () => void undo().catch(fail))
  }
  const aside = useLiveRows(['aside'], () => db.aside.toArray()).data ?? []
  return (
    <div className="mb-5 flex flex-col gap-3 empty:hidden">
      {unread.length > 0 && (
        <Callout gravity="warn" title="Some settings could not be read">
          As usual instead: {unread.map((name) => SETTING_WORDS[name] ?? name).join(', ')}. Choose them again
          below.
        </Callout>
      )}
      {aside.length > 0 && (
        <Callout
          gravity="warn"
          title={`${aside.length} ${aside.length === 1 ? 'record is' : 'records are'} set aside`}
        >
          They could not be read as what they are. They are kept and go along in every export.
          <ul className="mt-1 list-disc pl-4 text-sm" data-aside>
            {aside.slice(0, MOST_SHOWN).map(({ no, table, why }) => (
              <li key={no}>
                {table}: {why}
              </li>
            ))}
            {aside.length > MOST_SHOWN && <li>and {aside.length - MOST_SHOWN} more</li>}
          </ul>
          <button className="button button-quiet mt-2" onClick={() => void letGo().catch(fail)}>
            Let {aside.length === 1 ? 'it' : 'them'} go
          </button>
        </Callout>
      )}
    </div>
  )
}

const MOST_SHOWN = 20

const SETTING_WORDS: Readonly<Record<string, string>> = {
  feed: 'the feed of instruments (off)',
  roomTempC: 'the usual room',
  hours: 'free hours',
  hands: 'how long your hands take',
  money: 'rates and currency',
}
