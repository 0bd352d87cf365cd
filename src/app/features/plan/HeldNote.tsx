import type { SaidOfIt } from '#core/plan/index.ts'
import { printSpan } from '#core/units/index.ts'
import { Callout } from '#app/components/Callout.tsx'

/** What was said last time that this plan keeps to, whatever readings and other pours taught. */
export function HeldNote({ said }: { readonly said: readonly SaidOfIt[] }) {
  if (said.length === 0) return null
  const minutes = (verdict: SaidOfIt['verdict']) =>
    said.flatMap((each) => (each.verdict === verdict ? [each.atMin] : []))
  const [late, early] = [minutes('tooLate'), minutes('tooEarly')]
  return (
    <div className="no-print mb-4" data-held>
      <Callout gravity="note" title="Kept to what you saw last time">
        {late.length > 0 && `At ${printSpan(Math.min(...late))} it was too late, so it is planned sooner. `}
        {early.length > 0 && `At ${printSpan(Math.max(...early))} it was too early, so it is planned later.`}
      </Callout>
    </div>
  )
}
