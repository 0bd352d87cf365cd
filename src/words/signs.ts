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
  const at = `By then the cup is at about ${printQuantity(tempC, units.temperature, 0)}, and what is in it ${FEEL_WORDS[feel]}.`
  const noWarmth = tempC - roomTempC < TELLS_FROM_K
  const noString = feel === 'runs' && life.length > 0
  if (noWarmth && noString)
    return `${at} Go by the minute: in this cup and room it hardly warms and it draws no string yet.`
  if (noWarmth) return `${at} Go by the string or the minute: in this cup and room it hardly warms.`
  if (noString) return `${at} Go by the warmth or the minute: in this cup and room it draws no string yet.`
  return at
}
