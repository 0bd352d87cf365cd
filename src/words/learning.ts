import type { Normal } from '#core/resin/index.ts'

interface Learning {
  readonly before: Normal
  readonly now: Normal
  readonly runs: number
}

/** What runs taught of a resin's speed, in one sentence. */
export function wordLearned({ before, now, runs }: Learning): string {
  if (runs === 0) return 'No run counts: the record alone is believed.'
  const percent = Math.round(100 * (Math.exp(now.mean) - 1))
  const speed =
    Math.abs(percent) < 2
      ? 'as quick as its record'
      : `${Math.abs(percent)} % ${percent > 0 ? 'quicker' : 'slower'} than its record`
  const times = before.sd / now.sd
  return `After ${runs} ${runs === 1 ? 'run' : 'runs'} it is believed to be ${speed}, ${times.toFixed(1)} times as surely as before.`
}

/** What outcomes taught of a technique's band, in one sentence. */
export function wordBand(shift: Normal, judged: number): string {
  if (judged === 0) return 'No piece was judged yet: the usual band is used.'
  const pieces = `${judged} judged ${judged === 1 ? 'piece' : 'pieces'}`
  if (Math.abs(shift.mean) < 0.05) return `${pieces} bear the usual band out.`
  const percent = Math.round(100 * Math.abs(Math.exp(shift.mean) - 1))
  return shift.mean < 0
    ? `${pieces} say: pipe later, with ${percent} % less flow to come than is usual.`
    : `${pieces} say: pipe sooner, with ${percent} % more flow to come than is usual.`
}
