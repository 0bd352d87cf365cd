import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import { BellRing } from 'lucide-react'
import { POUR, remindersAt } from '#core/rack/index.ts'
import { wordReminder } from '#words/rack.ts'
import { useNowMs } from '#app/platform/clock.ts'
import { useRackPlan, useRackStudio } from '#app/platform/rackPlan.ts'
import { useSettings } from '#app/platform/queries.ts'
import { buzz, chime } from '#app/platform/signals.ts'

const PUT_OFF_MS = 30 * 60_000

/** What the rack wants now, above every place while the app is open; with the signals the person has switched on. */
export function Reminders() {
  const nowMs = useNowMs(15_000)
  const { data: plan } = useRackPlan(useRackStudio())
  const { sound, vibration } = useSettings()
  const [quietUntilMs, setQuiet] = useState<Readonly<Record<string, number>>>({})
  const reminders = plan ? remindersAt(plan, nowMs, quietUntilMs) : []
  const told = useRef<ReadonlySet<string>>(new Set())
  const keys = reminders.map(({ key }) => key).join('\n')
  useEffect(() => {
    const now = keys === '' ? [] : keys.split('\n')
    if (now.some((key) => !told.current.has(key))) {
      if (sound) chime()
      if (vibration) buzz()
    }
    told.current = new Set(now)
  }, [keys, sound, vibration])
  if (reminders.length === 0) return null
  return (
    <aside aria-label="Reminders" className="no-print border-caution bg-caution-ground border-b-2 px-4 py-2">
      <ul className="mx-auto flex max-w-6xl flex-col gap-1" aria-live="polite">
        {reminders.map((reminder) => (
          <li
            key={reminder.key}
            className="flex flex-wrap items-center gap-x-4 gap-y-1"
            data-reminder={reminder.key}
          >
            <BellRing className="text-caution size-5 shrink-0" aria-hidden />
            <span className="min-w-0 flex-1 font-semibold">{wordReminder(reminder, nowMs)}</span>
            <Link
              className="button button-quiet px-3"
              to={reminder.job.id === POUR ? `/pour/${reminder.job.batchId}` : '/rack'}
            >
              {reminder.job.id === POUR ? 'Lay out' : 'To the rack'}
            </Link>
            <button
              className="button button-quiet px-3"
              aria-label={`In half an hour: ${reminder.job.title}, ${reminder.name}`}
              onClick={() => setQuiet((last) => ({ ...last, [reminder.key]: nowMs + PUT_OFF_MS }))}
            >
              In half an hour
            </button>
          </li>
        ))}
      </ul>
    </aside>
  )
}
