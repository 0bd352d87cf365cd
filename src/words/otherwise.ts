import type { BesideDeed } from '#core/runsheet/index.ts'
import type { Needed } from '#core/technique/index.ts'

const DEED_WORDS: Readonly<Record<Extract<Needed, { by: 'deed' }>['does'], string>> = {
  stirs: 'Without stirring it never cures.',
  pours: 'What that round pours is weighed already: without it it stays in the cup.',
  empties: 'The cup has to be emptied: what stays in it runs away.',
  portions: 'Without it there is no white to pipe.',
  stacks: 'There is nothing to pour without it.',
  raises: 'Without it the piece stays too thin, and what stands in the cups has nowhere to go.',
}

/** Why a step cannot be left out, in one sentence. */
export function wordNeeded(needed: Needed): string {
  return needed.by === 'deed' ? DEED_WORDS[needed.does] : needed.why
}

/** What was done beside the steps, as a mark says it. */
export const BESIDE_WORDS: Readonly<Record<BesideDeed, string>> = {
  rimWiped: 'Rim wiped while wet',
  warmAir: 'Warm air over it',
}
