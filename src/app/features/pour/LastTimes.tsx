import { Callout } from '#app/components/Callout.tsx'

/** A forecast that failed takes no step and no clock away: the last one stays, and this says so. */
export function LastTimes({ problem }: { readonly problem: Error | null }) {
  return (
    problem && (
      <Callout gravity="warn" title="The times could not be worked out anew">
        These are the last ones; marks and readings since then are kept. {problem.message}
      </Callout>
    )
  )
}
