import type { Refusal } from '#core/instruments/index.ts'

/** Why a figure is not used, and what to do. */
export const REFUSAL_WORDS: Readonly<Record<Refusal, string>> = {
  notANumber: 'shows no figure: check its battery and plug',
  unknownUnit: 'sends a unit that is neither °C nor °F, g nor oz',
  outOfRange: 'shows a figure no bench has: a broken probe or a loose plug',
  looksLikeOtherUnit:
    'seems to have been switched between °C and °F without saying so: switch it back. If the cup really is that hot, empty it now',
  old: 'repeats old figures',
  sameId: 'is not the only one under its id: give each instrument an id of its own',
}
