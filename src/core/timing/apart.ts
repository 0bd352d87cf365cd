import { heldOf, pourMixOf, type Mix, type MoldFill } from '../batch/index.ts'
import { POURING_KEEPS_FRAC, roomAt, type CureHistory } from '../resin/index.ts'
import type { TimedTurn } from './layOut.ts'
import { cupTaken, filmLife, type CupLimits, type FilledCup, type PourForecast, type Raised } from './pour.ts'

/** A cup that rests apart from its mix, followed from the minute it was filled. */
export interface CupApart {
  /** Null for what stayed clear. */
  readonly name: string | null
  readonly massG: number
  readonly history: CureHistory
  /** When it must be empty; null where it never gels. */
  readonly limits: CupLimits | null
}

/** The cups that what is held back stands in; none where nothing is. */
export function cupsApart(
  cup: FilledCup,
  { fills, mixes }: { readonly fills: readonly MoldFill[]; readonly mixes: readonly Mix[] },
  turns: readonly TimedTurn[],
): readonly CupApart[] {
  const divided = turns.find(({ step }) => step.does === 'tints')
  if (heldOf(fills).volumeMl === 0 || !divided) return []
  return pourMixOf(mixes)
    .cups.filter(({ holds }) => holds === 'part' || holds === 'clear')
    .map(({ name, massG }) => ({ name, massG, ...cupTaken(cup, massG, divided.endMin) }))
}

/** How those cups raise the bed, in the middle of the turns that lay them; undefined where none does. */
export function raisedBy(
  cups: readonly CupApart[],
  forecast: PourForecast,
  { fills, turns }: { readonly fills: readonly MoldFill[]; readonly turns: readonly TimedTurn[] },
): Raised | undefined {
  const own = turns.filter(({ step }) => step.does === 'raises')
  if (cups.length === 0 || own.length === 0) return undefined
  const atMin = (own[0]!.beginMin + own.at(-1)!.endMin) / 2
  const film = filmLife(forecast).stateAt(atMin)
  const totalG = cups.reduce((sum, { massG }) => sum + massG, 0)
  const mean = (of: (cup: CupApart) => number) =>
    cups.reduce((sum, cup) => sum + (of(cup) * cup.massG) / totalG, 0)
  const roomC = roomAt(forecast.setting, atMin)
  const laidC = roomC + POURING_KEEPS_FRAC * (mean(({ history }) => history.tempAt(atMin)) - roomC)
  return {
    atMin,
    depthMm: heldOf(fills).depthMm,
    aheadBy: mean(({ history }) => history.stateAt(atMin).conversion) - film.conversion,
    warmerK: laidC - film.tempC,
  }
}
