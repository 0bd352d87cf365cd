import type { Normal } from '#core/resin/index.ts'

interface Learning {
  readonly before: Normal
  readonly now: Normal
  readonly runs: number
}

/** So much narrower it is more than a guess (by eye). */
const SURER = 1.3

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}

/** What runs taught of a resin's speed, in one sentence. */
export function wordLearned({ before, now, runs }: Learning): string {
  if (runs === 0) return 'No run counts: it goes by the label alone.'
  const percent = Math.round(100 * (Math.exp(now.mean) - 1))
  const speed =
    Math.abs(percent) < 2
      ? 'as fast as its label'
      : `about ${Math.abs(percent)} % ${percent > 0 ? 'faster' : 'slower'} than its label`
  const times = before.sd / now.sd
  const surely = times >= SURER ? '' : ' It is still a guess.'
  return `${capital(speed)}, from ${runs} ${runs === 1 ? 'pour' : 'pours'}.${surely}`
}

/** What outcomes taught of a technique's band, in one sentence. */
export function wordBand(shift: Normal, judged: number): string {
  if (judged === 0) return 'No piece was judged yet: the usual band is used.'
  const pieces = `${judged} judged ${judged === 1 ? 'piece' : 'pieces'}`
  if (Math.abs(shift.mean) < 0.05) return `${pieces} ${judged === 1 ? 'bears' : 'bear'} the usual band out.`
  const say = judged === 1 ? 'says' : 'say'
  const percent = Math.round(100 * Math.abs(Math.exp(shift.mean) - 1))
  return shift.mean < 0
    ? `${pieces} ${say}: pipe later, with ${percent} % less flow to come than is usual.`
    : `${pieces} ${say}: pipe sooner, with ${percent} % more flow to come than is usual.`
}
