import type { Bubbles } from '#core/plan/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'

/** What leaves by itself, what does not, until when, and what warmer parts gain and cost, a sentence each. */
export function wordBubbles(bubbles: Bubbles, units: UnitChoice): readonly string[] {
  const { cup, bed, bedUntil, decantMin, warmer, stopMin } = bubbles
  const mm = (value: number) => printQuantity(value, units.length, units.length === 'mm' ? 2 : 3)
  const size = (value: number) => (Number.isFinite(value) ? `larger than ${mm(value)}` : 'of no size')
  const left = bedUntil.flatMap(({ mm: each, min }) =>
    min === null ? [] : [`${mm(each)} until ${printSpan(min)}`],
  )
  return [
    `Bubbles ${size(bed.stiffMm)} leave the bed by themselves; in the mixing cup only those ${size(cup.stiffMm)}, by the decant at ${printSpan(decantMin)}.`,
    left.length > 0
      ? `From the floor of the bed one of ${left.join(', one of ')}.`
      : 'None that an eye sees leaves the bed.',
    `With parts ${warmer.byK} K warmer: ${size(warmer.bedMm)} in the bed, ${size(warmer.cupMm)} in the cup; the decant at ${printSpan(warmer.decantMin)}${
      stopMin !== null && warmer.stopMin !== null
        ? `, the cup empty by ${printSpan(warmer.stopMin)} in place of ${printSpan(stopMin)}`
        : ''
    }.`,
    'What clings to a wall or hides under a bead does not rise: chase it.',
  ]
}
