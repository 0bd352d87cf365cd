import type { Bubbles } from '#core/plan/index.ts'
import type { WaterBath } from '#core/resin/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { wordFinding } from './findings.ts'
import { wordWarming } from './inUnits.ts'

/** What leaves by itself, what does not and until when, a sentence each. */
export function wordBubbles(bubbles: Bubbles, units: UnitChoice): readonly string[] {
  const { cup, bed, bedUntil, decantMin } = bubbles
  const { mm, size } = sizesIn(units)
  const left = bedUntil.flatMap(({ mm: each, min }) =>
    min === null ? [] : [`${mm(each)} until ${printSpan(min)}`],
  )
  return [
    `Bubbles ${size(bed.stiffMm)} leave the bed by themselves; in the mixing cup only those ${size(cup.stiffMm)}, by the decant at ${printSpan(decantMin)}.`,
    left.length > 0
      ? `From the floor of the bed one of ${left.join(', one of ')}.`
      : 'None that an eye sees leaves the bed.',
    'What clings to a wall or hides under a bead does not rise: chase it.',
  ]
}

/** What parts so much warmer gain and cost, or why they are not to be. */
export function wordWarmer({ warmer, stopMin }: Bubbles, units: UnitChoice): string {
  const { size } = sizesIn(units)
  const { byK, bedMm, cupMm, decantMin, refusedFor } = warmer
  if (refusedFor) {
    const { title, text } = wordFinding(refusedFor, units)
    return `Not ${wordWarming(byK, units)} warmer: ${title}. ${text}`
  }
  const sooner =
    stopMin !== null && warmer.stopMin !== null
      ? `, the cup empty by ${printSpan(warmer.stopMin)} in place of ${printSpan(stopMin)}`
      : ''
  return `${wordWarming(byK, units)} warmer: bubbles ${size(bedMm)} leave the bed, ${size(cupMm)} the cup; the decant at ${printSpan(decantMin)}${sooner}.`
}

/** How long bottles stand in the water; null minutes where it never warms them that far. */
export function wordBath(
  { waterC, toC, acrossMm }: WaterBath,
  minutes: number | null,
  units: UnitChoice,
): string {
  const temp = (value: number) => printQuantity(value, units.temperature, 0)
  if (minutes === null) return `Water of ${temp(waterC)} does not warm them to ${temp(toC)}.`
  if (minutes === 0) return 'They are as warm already.'
  return `Bottles ${printQuantity(acrossMm, units.length)} across stand about ${printSpan(minutes)} in it, up to their own level, and are turned over a few times: the middle warms last.`
}

function sizesIn(units: UnitChoice) {
  const mm = (value: number) => printQuantity(value, units.length, units.length === 'mm' ? 2 : 3)
  return { mm, size: (value: number) => (Number.isFinite(value) ? `larger than ${mm(value)}` : 'of no size') }
}
