import { printClock } from '#core/units/index.ts'

/** The clock of a mix, to be read from where the hands are. */
export function SinceStopStir({ nowMin }: { readonly nowMin: number }) {
  return (
    <p className="font-display text-5xl font-semibold" role="timer" aria-label="Since stop-stir">
      {printClock(nowMin * 60)}
    </p>
  )
}
