import type { BatchPlan } from '#core/plan/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { FEEL_WORDS } from './vocabulary.ts'

/** Less than this a thermometer does not tell a cup from its room (by eye). */
const TELLS_FROM_K = 4

/** What a probe and a toothpick find when the cup is to be emptied, by this plan; and which sign to go by where one of them never comes. */
export function wordSignsAtDecant(
  { steps, life }: Pick<BatchPlan, 'steps' | 'life'>,
  roomTempC: number,
  units: UnitChoice,
): string | null {
  const decant = steps.find(({ does }) => does === 'empties')
  if (!decant?.expected) return null
  const { tempC, feel } = decant.expected
  const at = `Then the cup has about ${printQuantity(tempC, units.temperature, 0)} and ${FEEL_WORDS[feel]}.`
  const never = [
    ...(tempC - roomTempC < TELLS_FROM_K ? ['it hardly warms'] : []),
    ...(feel === 'runs' && life.length > 0 ? ['it draws no string yet'] : []),
  ]
  if (never.length === 0) return at
  const by =
    never.length === 2
      ? 'Go by the minute'
      : never[0] === 'it hardly warms'
        ? 'Go by the string or the minute'
        : 'Go by the warmth or the minute'
  return `${at} ${by}: in this cup and room ${never.join(' and ')}.`
}
