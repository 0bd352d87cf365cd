import { Bell, CalendarDays, Volume2 } from 'lucide-react'
import type { BatchPlan } from '#core/plan/index.ts'
import { clockOf } from '#app/components/when.ts'
import { useNowMs } from '#app/platform/clock.ts'
import { download } from '#app/platform/download.ts'
import { useSay } from '#app/components/undo.tsx'
import { askForNotices, useNotices } from '#app/platform/notices.ts'
import { useSettings } from '#app/platform/queries.ts'
import { buzz, chime } from '#app/platform/signals.ts'
import type { BatchStory } from '#app/platform/stories.ts'

/** Sounds and buzzes once, as a window will, and asks whether it may give a notice while the page is out of sight. */
export function SoundTest() {
  const settings = useSettings()
  return (
    <button
      className="button button-quiet min-h-16"
      onClick={() => {
        chime()
        if (settings.vibration) buzz()
        void askForNotices()
      }}
    >
      <Volume2 className="size-5" aria-hidden /> Try the sound
    </button>
  )
}

/** Weighing and stirring take about so long (common practice). */
const TO_STOP_STIR_MS = 10 * 60_000

interface OutOfSightProps {
  readonly story: BatchStory
  readonly plan: BatchPlan
  /** Null before the clock runs: then it is taken to begin when weighing and stirring are usually done. */
  readonly stopStirAtMs: number | null
}

/** Whether a window makes itself heard while another app is in front; where it cannot, the windows as a calendar file. */
export function OutOfSight({ story, plan, stopStirAtMs }: OutOfSightProps) {
  const notices = useNotices()
  const nowMs = useNowMs(30_000)
  const begins = stopStirAtMs ?? nowMs + TO_STOP_STIR_MS
  const say = useSay()
  const { id, request } = story.batch
  const save = async () => {
    const [{ calendarFile }, { pourEntries }] = await Promise.all([
      import('#formats/calendar.ts'),
      import('#formats/pourCalendar.ts'),
    ])
    const entries = pourEntries({ id, name: request.name, steps: plan.steps, stopStirAtMs: begins, nowMs })
    download('nublo-pour.ics', 'text/calendar', calendarFile(entries, nowMs))
  }
  return (
    <div className="text-ink-soft my-3 flex flex-wrap items-center gap-3" data-out-of-sight={notices}>
      <p className="flex max-w-prose items-center gap-2">
        <Bell className="size-5 shrink-0" aria-hidden />
        {notices === 'granted'
          ? 'While another app is in front, a notice tells when a step is due. Keep this page open.'
          : notices === 'default'
            ? '“Try the sound” asks whether a notice may tell when a step is due while another app is in front.'
            : 'This browser gives no notice while another app is in front. Keep this page in sight, or take the steps into your calendar.'}
      </p>
      {notices !== 'granted' && (
        <button
          className="button button-quiet min-h-16"
          onClick={() => void save().catch((problem: Error) => say(problem.message))}
        >
          <CalendarDays className="size-5" aria-hidden />
          {stopStirAtMs === null
            ? `Steps as a calendar file, for a stop-stir at ${clockOf(begins)}`
            : 'Steps as a calendar file'}
        </button>
      )}
    </div>
  )
}
