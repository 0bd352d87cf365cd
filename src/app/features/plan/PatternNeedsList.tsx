import { wordLengthOf } from '#words/lengths.ts'
import type { PatternNeeds } from '#core/plan/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { wordArea } from '#words/takes.ts'

interface PatternNeedsListProps {
  readonly needs: PatternNeeds
  readonly units: UnitChoice
}

/** What one piece of the pattern takes, and whether the white's usual portion is enough for the order. */
export function PatternNeedsList({ needs, units }: PatternNeedsListProps) {
  const { portion } = needs
  const minutes = needs.inkMin + needs.pipeMin + needs.shapeMin
  return (
    <section className="sheet" aria-labelledby="needs-heading">
      <h2 id="needs-heading" className="mb-2 text-xl">
        What it takes
      </h2>
      <dl className="grid grid-cols-2 gap-x-6 gap-y-3 sm:grid-cols-4">
        {needs.beadMm > 0 && (
          <Figure
            what="White on a piece"
            value={printQuantity(needs.whiteG, units.mass)}
            note={`${wordLengthOf(needs.beadMm, units)} of bead in ${needs.beads} ${needs.beads === 1 ? 'line' : 'lines'}`}
          />
        )}
        {needs.whiteDrops > 0 && (
          <Figure what="White drops" value={String(needs.whiteDrops)} note="one on every drop of ink" />
        )}
        <Figure
          what="Ink drops"
          value={String(needs.inkDrops)}
          note={needs.inks.map(({ what, drops }) => `${drops} ${what}`).join(', ')}
        />
        <Figure
          what="Hands on a piece"
          value={handSpan(minutes)}
          note={
            needs.zones === 'petals'
              ? `ink ${handSpan(needs.inkMin)}, pipe ${handSpan(needs.pipeMin)}, shape ${handSpan(needs.shapeMin)}`
              : 'a round, ink and white'
          }
        />
        {needs.dropsPerZone !== null && (
          <Figure
            what={needs.zones === 'petals' ? 'Drops a petal' : 'Drops a cell'}
            value={needs.dropsPerZone.toFixed(1)}
            note={needs.zones === 'petals' ? '3 to 4 is common practice' : 'one a round is common practice'}
          />
        )}
        {needs.strewnMm2 > 0 && (
          <Figure what="Strewn" value={wordArea(needs.strewnMm2, units)} note="a light pinch" />
        )}
      </dl>
      {portion && (
        <p className="mt-3 max-w-prose" data-portion={portion.massG > portion.usualG ? 'short' : 'enough'}>
          {portion.massG > portion.usualG
            ? `The usual ${printQuantity(portion.usualG, units.mass)} of white are not enough: the order needs ${printQuantity(portion.massG, units.mass)} with what stays in the bag. Portion that much before you stir, or pipe wider.`
            : `The usual ${printQuantity(portion.usualG, units.mass)} of white are enough: the order needs ${printQuantity(portion.massG, units.mass)} with what stays in the bag.`}
          {portion.drops !== null && ` ${portion.drops} drops tint it.`}
        </p>
      )}
    </section>
  )
}

/** Seconds where minutes would be too coarse. */
function handSpan(minutes: number): string {
  return minutes < 3 ? `${Math.round(60 * minutes)} s` : printSpan(minutes)
}

function Figure({
  what,
  value,
  note,
}: {
  readonly what: string
  readonly value: string
  readonly note: string
}) {
  return (
    <div>
      <dt className="text-ink-soft text-sm">{what}</dt>
      <dd className="font-display text-2xl font-semibold">{value}</dd>
      <dd className="text-ink-soft text-sm">{note}</dd>
    </div>
  )
}
