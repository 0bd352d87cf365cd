import { lightnessOf, linearOf, type BackReason } from '#core/colour/index.ts'
import type { WhiteRule } from '#core/technique/index.ts'

/** Why a back does what it does. */
const BACK_REASON_WORDS: Readonly<Record<BackReason, string>> = {
  swallowsPetals: 'white petals are swallowed',
  swallowsInks: 'petals stand out, inks hardly show',
  bothShow: 'petals stand out and the inks keep their colour',
  faintPetals: 'white petals stand out only a little',
  faintInks: 'petals stand out, the inks only a little',
}

const LIGHT_BACK = 0.8
const DARK_BACK = 0.45

/** What a back of that colour does to a piece, with how light it is. */
export function wordBackReason(reason: BackReason, hex: string, white: WhiteRule['by'] = 'bag'): string {
  const light = lightnessOf(linearOf(hex))
  const tone =
    light > LIGHT_BACK ? 'light behind: ' : light < DARK_BACK ? 'dark behind, pastels deepen: ' : ''
  const words = BACK_REASON_WORDS[reason]
  return `${tone}${white === 'needle' ? words.replaceAll('petals', 'walls') : words}`
}
