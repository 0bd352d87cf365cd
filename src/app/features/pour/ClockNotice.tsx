import { useState } from 'react'
import { printClock } from '#core/units/index.ts'
import { Callout } from '#app/components/Callout.tsx'
import { NumberField } from '#app/components/NumberField.tsx'
import { useClockWatch } from '#app/platform/clockWatch.ts'

/** What the device's clock did while a pour runs, and what was made of it. */
export function ClockNotice() {
  const { noticed, dismiss, takeBack } = useClockWatch()
  if (!noticed) return null
  const by = printClock(Math.abs(noticed.byMs) / 1000)
  return (
    <div className="no-print px-4 pt-3" data-clock={noticed.kind}>
      {noticed.kind === 'setBack' && (
        <Callout gravity="note" title={`The device's clock was set back by ${by}`}>
          The clocks of running pours go on as before; marks keep their minutes.
          <button className="button button-quiet mt-2 block min-h-16" onClick={dismiss}>
            Good
          </button>
        </Callout>
      )}
      {noticed.kind === 'ahead' && (
        <Callout gravity="warn" title={`${by} have passed at once`}>
          The device slept, or its clock was put on. The pour is counted as if it slept.
          <span className="mt-2 flex flex-wrap gap-3">
            <button className="button button-quiet min-h-16" onClick={dismiss}>
              It slept: count that time
            </button>
            <button className="button button-quiet min-h-16" onClick={() => takeBack()}>
              The clock was put on: take it back
            </button>
          </span>
        </Callout>
      )}
      {(noticed.kind === 'closedAway' || noticed.kind === 'closedBack') && (
        <WhileClosed kind={noticed.kind} by={by} dismiss={dismiss} takeBack={takeBack} />
      )}
    </div>
  )
}

interface WhileClosedProps {
  readonly kind: 'closedAway' | 'closedBack'
  readonly by: string
  readonly dismiss: () => void
  readonly takeBack: (passedMin: number) => void
}

/** What the clock did while nobody looked can only be told by a person; until then the pour is taken to be as far on as it may be. */
function WhileClosed({ kind, by, dismiss, takeBack }: WhileClosedProps) {
  const [closedMin, setClosedMin] = useState(0)
  const back = kind === 'closedBack'
  return (
    <Callout
      gravity="warn"
      title={
        back
          ? `The device's clock stands ${by} before the minute this pour was last seen`
          : `This pour was last seen ${by} ago`
      }
    >
      {back
        ? 'It was set back while Nublo was closed. Until you say how long that was, the pour goes on from when it was last seen, so that no limit comes later.'
        : 'Was it closed for so long, or was the clock put on? Until you say, that time is counted, so that no limit comes later.'}
      <span className="mt-2 flex flex-wrap items-end gap-3">
        {!back && (
          <button className="button button-quiet min-h-16" onClick={dismiss}>
            It was closed: count that time
          </button>
        )}
        <NumberField label="Closed for, minutes" value={closedMin} onChange={setClosedMin} />
        <button
          className="button button-quiet min-h-16"
          disabled={!(closedMin >= 0 && closedMin <= MOST_CLOSED_MIN)}
          onClick={() => takeBack(closedMin)}
        >
          The clock was {back ? 'set back' : 'put on'}: count only those minutes
        </button>
        {back && (
          <button className="button button-quiet min-h-16" onClick={dismiss}>
            It was wrong before: go by the clock as it is
          </button>
        )}
      </span>
    </Callout>
  )
}

/** Two days: longer than any pour is followed. */
const MOST_CLOSED_MIN = 2880
