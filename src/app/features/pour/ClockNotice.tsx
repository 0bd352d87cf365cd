import { printClock } from '#core/units/index.ts'
import { Callout } from '#app/components/Callout.tsx'
import { useClockWatch } from '#app/platform/clockWatch.ts'

/** What the device's clock did while a pour runs, and what was made of it. */
export function ClockNotice() {
  const { noticed, dismiss, takeBack } = useClockWatch()
  if (!noticed) return null
  const by = printClock(Math.abs(noticed.byMs) / 1000)
  return (
    <div className="no-print px-4 pt-3" data-clock={noticed.kind}>
      {noticed.kind === 'setBack' ? (
        <Callout gravity="note" title={`The device's clock was set back by ${by}`}>
          The clocks of running pours go on as before; marks keep their minutes.
          <button className="button button-quiet mt-2 block min-h-16" onClick={dismiss}>
            Good
          </button>
        </Callout>
      ) : (
        <Callout gravity="warn" title={`${by} have passed at once`}>
          The device slept, or its clock was put on. The pour is counted as if it slept.
          <span className="mt-2 flex flex-wrap gap-3">
            <button className="button button-quiet min-h-16" onClick={dismiss}>
              It slept: count that time
            </button>
            <button className="button button-quiet min-h-16" onClick={takeBack}>
              The clock was put on: take it back
            </button>
          </span>
        </Callout>
      )}
    </div>
  )
}
