import type { BatchPlan } from '#core/plan/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { printWindow } from '#words/minutes.ts'
import { inUnits } from '#words/inUnits.ts'

/** Whether the hands keep up, and for a bloom where the beads fall in its window. */
export function CapacityLine({ plan, units }: { plan: BatchPlan; units: UnitChoice }) {
  const { capacity, bloom } = plan
  const { window } = capacity
  return (
    <section className="sheet" aria-labelledby="hands-heading">
      <h2 id="hands-heading" className="mb-2 text-xl">
        {capacity.fits ? 'It fits your hands' : 'It does not fit your hands'}
      </h2>
      <p className="max-w-prose">
        {capacity.stepTitle}: {capacity.pieces} {capacity.pieces === 1 ? 'piece' : 'pieces'} at{' '}
        {capacity.perPieceMin.toFixed(1)} min each, from {printSpan(capacity.beginMin)} to{' '}
        {printSpan(capacity.endMin)}.{' '}
        {window
          ? `The window is ${printWindow(window)}: ${capacity.piecesThatFit} ${capacity.piecesThatFit === 1 ? 'piece' : 'pieces'} of this kind could be done in it.`
          : 'The resin never gets there in this plan.'}
      </p>
      {bloom && (
        <details className="mt-2 text-sm">
          <summary className="text-ink-soft min-h-11 cursor-pointer content-center underline">
            Bloom number {bloom.firstBead.toFixed(0)}
            {plan.capacity.pieces > 1 && ` to ${bloom.lastBead.toFixed(0)}`}: best{' '}
            {bloom.numbers.bestTo.toFixed(0)} to {bloom.numbers.bestFrom.toFixed(0)}. From what?
          </summary>
          <p className="text-ink-soft max-w-prose">
            It says how far white still sinks and spreads: excess density {bloom.excessDensityKgPerM3} kg/m³ ×
            gravity × bead {printQuantity(bloom.holeMm, units.length)} × the flow still to come, scaled by
            {inUnits('(bead / 3 mm)^2.7 and (bed / 5 mm)^−0.7', units)}; the bed is{' '}
            {printQuantity(bloom.bedDepthMm, units.length)}. Above {bloom.numbers.opens.toFixed(0)} white
            falls through as blobs, below {bloom.numbers.closes.toFixed(0)} lines stay lines. From sweeps of a
            simulation; its minutes still want checking against your own pieces.
          </p>
        </details>
      )}
    </section>
  )
}
